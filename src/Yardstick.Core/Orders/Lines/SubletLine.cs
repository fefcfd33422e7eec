using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Work sent out.</summary>
public sealed class SubletLine() : Line(LineKind.Sublet)
{
    /// <summary>What it costs the shop.</summary>
    public UnitPrice UnitCost { get; internal set; }

    /// <summary>Markup percent on that cost; null for none.</summary>
    public Percent? MarkupPercent { get; internal set; }

    /// <summary>A price that stands by itself, before tax.</summary>
    public UnitPrice? Price { get; internal set; }

    /// <inheritdoc/>
    private protected override string? Shown(string field) =>
        field switch
        {
            "unitCost" => UnitCost.ToString(),
            "price" => Price.ToString(),
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "unitCost" => Figure(UnitPrice.Parse(text, field), v => UnitCost = v),
            "price" => Override(text, field, v => Price = v),
            _ => base.Write(field, text),
        };

    /// <inheritdoc/>
    internal override void Keep(Line was)
    {
        base.Keep(was);
        Price = ((SubletLine)was).Price;
    }
}
