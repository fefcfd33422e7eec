using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Work by the shop's own people.</summary>
public sealed class LaborLine() : Line(LineKind.Labor)
{
    /// <summary>Hours, two decimals.</summary>
    public decimal Hours { get; internal set; }

    /// <summary>Its rate, a name of the policy or a number; empty for the usual one.</summary>
    public string RateName { get; internal set; } = "";

    /// <summary>A rate by hand, an hour, before tax.</summary>
    public decimal? UnitPrice { get; internal set; }

    /// <summary>An amount that stands by itself, before tax.</summary>
    public decimal? Price { get; internal set; }

    /// <summary>The rate that the customer was told.</summary>
    public decimal? QuotedPrice { get; internal set; }

    /// <summary>Code of the guide's operation; empty for free labor.</summary>
    public string Operation { get; internal set; } = "";

    /// <summary>Codes of the operations that it contains.</summary>
    public IReadOnlyList<string> IncludedOperations { get; internal set; } = [];

    /// <summary>Its hours beside other operations, by their codes.</summary>
    public IReadOnlyDictionary<string, decimal> CombinedHours { get; internal set; } = new Dictionary<string, decimal>();

    /// <summary>Hours by the guide; null for free labor.</summary>
    public decimal? GuideHours { get; internal set; }

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
    public override decimal? Count => Hours;

    /// <inheritdoc/>
    public override bool IsOverridden => UnitPrice is not null || Price is not null;

    /// <inheritdoc/>
    public override bool IsUnsourced => IsOn && !IsExcluded && Hours == 0 && Price is null && Operation.Length == 0;

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
            "hours" => Plain(Hours),
            "rateName" => RateName,
            "unitPrice" => Plain(UnitPrice),
            "price" => Plain(Price),
            "keepsTime" => KeepsTime ? "true" : "false",
            "technicianId" => TechnicianId?.ToString(CultureInfo.InvariantCulture) ?? "",
            _ => base.Shown(field),
        };

    /// <inheritdoc/>
    private protected override Problem? Write(string field, string? text) =>
        field switch
        {
            "hours" => Figure(NumberInput.Hours(text, field), v => Hours = v),
            "rateName" => Rate(text, field),
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
        var rate = LaborRates.Typed(text, field);
        if (rate.Ok)
            RateName = rate.Value;
        return rate.Problem;
    }

    private void SetUnitPrice(decimal? price)
    {
        UnitPrice = price;
        // Taken back, the policy's rate of today counts again, not what was told.
        if (price is null)
            QuotedPrice = null;
    }

    /// <inheritdoc/>
    internal override void TakePriceBack() => UnitPrice = null;

    /// <inheritdoc/>
    internal override void Scale(decimal factor) => Hours = decimal.Round(Hours * factor, 2, MidpointRounding.AwayFromZero);

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
