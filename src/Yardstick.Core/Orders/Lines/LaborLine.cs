using System.Globalization;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Work by the shop's own people.</summary>
public sealed class LaborLine() : Line(LineKind.Labor)
{
    /// <summary>Hours, two decimals.</summary>
    public LaborHours Hours { get; internal set; }

    /// <summary>Its rate, a name of the policy or a number; empty for the usual one.</summary>
    public RateChoice? LaborRate { get; internal set; }

    /// <summary>A rate by hand, an hour, before tax.</summary>
    public UnitPrice? UnitPrice { get; internal set; }

    /// <summary>An amount that stands by itself, before tax.</summary>
    public UnitPrice? Price { get; internal set; }

    /// <summary>The rate that the customer was told.</summary>
    public UnitPrice? QuotedPrice { get; internal set; }

    /// <summary>Code of the guide's operation; empty for free labor.</summary>
    public string Operation { get; internal set; } = "";

    /// <summary>Codes of the operations that it contains.</summary>
    public IReadOnlyList<string> IncludedOperations { get; internal set; } = [];

    /// <summary>Its hours beside other operations, by their codes.</summary>
    public IReadOnlyDictionary<string, LaborHours> CombinedHours { get; internal set; } = new Dictionary<string, LaborHours>();

    /// <summary>Hours by the guide; null for free labor.</summary>
    public LaborHours? GuideHours { get; internal set; }

    /// <summary>It keeps its full time, whatever it overlaps with.</summary>
    public bool KeepsTime { get; internal set; }

    /// <summary>Skill that it needs; empty for any.</summary>
    public string Skill { get; internal set; } = "";

    /// <summary>Who does it.</summary>
    public long? TechnicianId { get; internal set; }

    /// <summary>Its work and time before the last change of them; null where they were never changed.</summary>
    public LaborSource? SourceBefore { get; internal set; }

    /// <summary>Free labor, its time to be typed.</summary>
    /// <param name="description">What is done.</param>
    /// <param name="origin">Where it came from.</param>
    public static LaborLine Of(string description, LineOrigin origin = LineOrigin.Typed) =>
        new() { Description = description, Origin = origin };

    /// <summary>An operation of a guide.</summary>
    /// <param name="work">The operation.</param>
    /// <param name="origin">Where it came from.</param>
    public static LaborLine Of(LaborGuideOperation work, LineOrigin origin = LineOrigin.Guide)
    {
        var line = new LaborLine();
        line.Take(work);
        line.Origin = origin;
        return line;
    }

    /// <inheritdoc/>
    public override decimal? Count => Hours.Value;

    /// <inheritdoc/>
    public override bool IsOverridden => UnitPrice is not null || Price is not null;

    /// <inheritdoc/>
    public override bool IsUnsourced => IsOn && !IsExcluded && Hours == LaborHours.Zero && Price is null && Operation.Length == 0;

    /// <summary>Takes the operation of a guide, with its time.</summary>
    public void Take(LaborGuideOperation work)
    {
        (Operation, GuideHours, Hours, Skill, Origin) = (work.Code, work.Hours, work.Hours, work.Skill, LineOrigin.Guide);
        (IncludedOperations, CombinedHours) = (work.Contains, work.Beside);
        if (Description.Length == 0)
            Description = work.Title;
    }

    /// <inheritdoc/>
    private protected override string? Shown(string field) =>
        field switch
        {
            "hours" => Hours.ToString(),
            "laborRate" => LaborRate?.ToString() ?? "",
            "unitPrice" => UnitPrice.ToString(),
            "price" => Price.ToString(),
            "keepsTime" => KeepsTime ? "true" : "false",
            "technicianId" => TechnicianId?.ToString(CultureInfo.InvariantCulture) ?? "",
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "hours" => Figure(LaborHours.Parse(text, field), v => Hours = v),
            "laborRate" => Rate(text, field),
            "unitPrice" => Override(text, field, SetUnitPrice),
            "price" => Override(text, field, v => Price = v),
            "keepsTime" => Done(() => KeepsTime = text == "true"),
            "technicianId" => Done(() =>
                TechnicianId = long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null
            ),
            _ => base.Write(field, text),
        };

    private Problem? Rate(string? text, string field)
    {
        var rate = RateChoice.Parse(text, field);
        if (rate.Ok)
            LaborRate = rate.Value;
        return rate.Problem;
    }

    private void SetUnitPrice(UnitPrice? price)
    {
        UnitPrice = price;
        // Taken back, the policy's rate of today counts again, not what was told.
        if (price is null)
            QuotedPrice = null;
    }

    /// <inheritdoc/>
    internal override void TakePriceBack() => UnitPrice = null;

    /// <inheritdoc/>
    internal override void Scale(decimal factor) => Hours = Hours.Times(factor);

    /// <inheritdoc/>
    internal override Line Copy()
    {
        var copy = (LaborLine)base.Copy();
        (copy.UnitPrice, copy.Price, copy.QuotedPrice, copy.KeepsTime, copy.TechnicianId, copy.SourceBefore) = (
            null,
            null,
            null,
            false,
            null,
            null
        );
        return copy;
    }

    /// <inheritdoc/>
    internal override void Keep(Line was)
    {
        base.Keep(was);
        var labor = (LaborLine)was;
        (UnitPrice, QuotedPrice, Price, KeepsTime) = (labor.UnitPrice, labor.QuotedPrice, labor.Price, labor.KeepsTime);
    }

    /// <inheritdoc/>
    internal override void KeepSource() => SourceBefore = LaborSource.Of(this);

    /// <inheritdoc/>
    internal override bool SwapSource()
    {
        if (SourceBefore is not { } before)
            return false;
        KeepSource();
        before.PutOn(this);
        return true;
    }
}
