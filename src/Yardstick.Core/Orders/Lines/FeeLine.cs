using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A fee.</summary>
public sealed class FeeLine() : Line(LineKind.Fee)
{
    /// <summary>Code by which it is remitted; empty for none.</summary>
    public string Code { get; internal set; } = "";

    /// <summary>How many, above zero.</summary>
    public Quantity Quantity { get; internal set; } = Quantity.One;

    /// <summary>Amount each, before tax.</summary>
    public UnitPrice UnitAmount { get; internal set; }

    /// <summary>What it costs the shop, each.</summary>
    public UnitPrice UnitCost { get; internal set; }

    /// <summary>Held for somebody else.</summary>
    public bool PassThrough { get; internal set; }

    /// <inheritdoc/>
    public override decimal? Count => Quantity.Value;

    /// <inheritdoc/>
    private protected override string? Shown(string field) =>
        field switch
        {
            "number" => Code,
            "quantity" => Quantity.ToString(),
            "amount" => UnitAmount.ToString(),
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "number" => Words(text, field, v => Code = v, empty: true),
            "quantity" => Figure(Quantity.Parse(text, field), v => Quantity = v),
            "amount" => Figure(UnitPrice.Parse(text, field), v => UnitAmount = v),
            _ => base.Write(field, text),
        };

    /// <inheritdoc/>
    internal override void Scale(decimal factor) => Quantity = Quantity.Times(factor);
}
