using Yardstick.Core.Customers;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Another account that pays for jobs of an order: a service contract, a warranty, an insurer.</summary>
public class OrderPayer
{
    private const int LongestNumber = 60;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The payer's customer record.</summary>
    public long CustomerId { get; internal set; }

    /// <summary>The record itself: its rates, discount and exemption price the jobs.</summary>
    public Customer Account { get; init; } = null!;

    /// <summary>What the customer bears of it; at most the payer's total counts.</summary>
    public Money Deductible { get; internal set; }

    /// <summary>The payer's number for what it authorized, up to 60 characters.</summary>
    public string AuthorizationNumber { get; internal set; } = "";

    /// <summary>The most that the payer authorized; null where nobody said.</summary>
    public Money? Authorized { get; internal set; }

    /// <summary>What its own invoice for the approved work comes to, deductible taken off.</summary>
    public Money Approved { get; internal set; }

    /// <summary>Where the claim is.</summary>
    public ClaimState Claim { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>What it is called.</summary>
    public string Name => Account.DisplayName;

    /// <summary>
    /// Changes a field to what was typed: deductible, authorizationNumber, authorized or claim. Refuses with codes of figures,
    /// <c>text.long</c>, <c>payer.claim</c> and <c>payer.field</c>.
    /// </summary>
    internal Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        switch (field)
        {
            case "deductible" or "authorized":
                var amount = string.IsNullOrWhiteSpace(text) ? 0m : NumberInput.Amount(text, field, 2);
                if (amount.Problem is { } bad)
                    return bad;
                if (field == "deductible")
                    Deductible = Money.Of(amount.Value);
                else
                    Authorized = string.IsNullOrWhiteSpace(text) ? null : Money.Of(amount.Value);
                break;
            case "authorizationNumber":
                if ((text ?? "").Trim() is not { Length: <= LongestNumber } number)
                    return TextInput.TooLong(LongestNumber, field);
                AuthorizationNumber = number;
                break;
            case "claim":
                if (!Enum.TryParse<ClaimState>(text, out var state) || !Enum.IsDefined(state))
                    return new Problem("payer.claim", "Choose where the claim is.", field);
                Claim = state;
                break;
            default:
                return new Problem("payer.field", $"\"{field}\" can't be edited.", field);
        }
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private string Shown(string field) =>
        field switch
        {
            "deductible" => Deductible.Cents == 0 ? "" : Deductible.ToString(),
            "authorized" => Authorized?.ToString() ?? "",
            "authorizationNumber" => AuthorizationNumber,
            _ => Claim.ToString(),
        };
}
