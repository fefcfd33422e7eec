using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>
/// What a person set on something that comes along with a job's parts. What was not set goes on following: the quantity
/// the parts, the price the policy. Without parts that call it, nothing comes along.
/// </summary>
public class JobCompanion
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The job.</summary>
    public long JobId { get; init; }

    /// <summary>Code of the policy's rule.</summary>
    public required string Code { get; init; }

    /// <summary>It does not come along.</summary>
    public bool Waived { get; internal set; }

    /// <summary>Units that a person set.</summary>
    public Quantity? Quantity { get; internal set; }

    /// <summary>Price for each unit that a person set, up to 4 decimals.</summary>
    public UnitPrice? AmountPerUnit { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; }

    /// <summary>True where a person set something.</summary>
    public bool IsEdited => Quantity is not null || AmountPerUnit is not null;

    /// <summary>Changes one field to what was typed; empty lets it follow again.</summary>
    /// <param name="field">quantity, amountPerUnit or waived.</param>
    /// <param name="text">What was typed.</param>
    public Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        var empty = string.IsNullOrWhiteSpace(text);
        switch (field)
        {
            case "waived":
                Waived = text == "true";
                break;
            case "quantity" or "amountPerUnit" when empty:
                if (field == "quantity")
                    Quantity = null;
                else
                    AmountPerUnit = null;
                break;
            case "quantity":
                var quantity = Values.Quantity.Parse(text, field);
                if (quantity.Problem is { } noQuantity)
                    return noQuantity;
                Quantity = quantity.Value;
                break;
            case "amountPerUnit":
                var amount = UnitPrice.Parse(text, field);
                if (amount.Problem is { } noAmount)
                    return noAmount;
                AmountPerUnit = amount.Value;
                break;
            default:
                return new Problem("companion.field", $"\"{field}\" can't be edited.", field);
        }
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private string Shown(string field) =>
        field switch
        {
            "waived" => Waived ? "true" : "false",
            "quantity" => Quantity.ToString()!,
            "amountPerUnit" => AmountPerUnit.ToString()!,
            _ => "",
        };
}
