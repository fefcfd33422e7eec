using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A fee.</summary>
public sealed class FeeLine() : Line(LineKind.Fee)
{
    /// <summary>Code by which it is remitted; empty for none.</summary>
    public string Code { get; internal set; } = "";

    /// <summary>How many, above zero.</summary>
    public decimal Quantity { get; internal set; } = 1;

    /// <summary>Amount each, before tax.</summary>
    public decimal UnitAmount { get; internal set; }

    /// <summary>What it costs the shop, each.</summary>
    public decimal UnitCost { get; internal set; }

    /// <summary>Held for somebody else.</summary>
    public bool PassThrough { get; internal set; }

    /// <inheritdoc/>
    public override decimal? Count => Quantity;

    /// <inheritdoc/>
    private protected override string? Shown(string field) =>
        field switch
        {
            "number" => Code,
            "quantity" => Plain(Quantity),
            "amount" => Plain(UnitAmount),
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "number" => Words(text, field, v => Code = v, empty: true),
            "quantity" => Figure(NumberInput.Quantity(text, field), v => Quantity = v),
            "amount" => Figure(NumberInput.Amount(text, field, 4), v => UnitAmount = v),
            _ => base.Write(field, text),
        };

    /// <inheritdoc/>
    internal override void Scale(decimal factor) => Quantity = decimal.Round(Quantity * factor, 3, MidpointRounding.AwayFromZero);
}
