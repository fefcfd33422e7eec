using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Where a line came from, what the guide says of it, who sells its part, and what people noted.</summary>
public partial class Line
{
    /// <summary>Labor: code of the guide's operation; empty for free labor.</summary>
    public string Operation { get; set; } = "";
    /// <summary>Labor: operations that it contains, separated by spaces.</summary>
    public string IncludedOperations { get; set; } = "";
    /// <summary>Labor: hours beside others, as <c>F11=0.5 F15=1</c>.</summary>
    public string CombinedHours { get; set; } = "";
    /// <summary>Labor: hours by the guide; null for free labor.</summary>
    public decimal? GuideHours { get; set; }
    /// <summary>Labor: it keeps its full time, whatever it overlaps with.</summary>
    public bool KeepsTime { get; set; }
    /// <summary>Labor: skill that it needs; empty for any.</summary>
    public string Skill { get; set; } = "";
    /// <summary>Labor: who does it.</summary>
    public long? TechnicianId { get; set; }
    /// <summary>Part: code of the supplier that offers it.</summary>
    public string SupplierCode { get; set; } = "";
    /// <summary>Part: branch that has it.</summary>
    public string Branch { get; set; } = "";
    /// <summary>Part: brand.</summary>
    public string Brand { get; set; } = "";
    /// <summary>Part: quality in the supplier's words.</summary>
    public string Quality { get; set; } = "";
    /// <summary>Part: new, used or rebuilt; empty where nobody said.</summary>
    public string Condition { get; set; } = "";
    /// <summary>Part: the maker's number.</summary>
    public string MakersNumber { get; set; } = "";
    /// <summary>Part: what it is in the words of the catalogs, by which others that fit are found.</summary>
    public string PartType { get; set; } = "";
    /// <summary>Part: when the supplier could have it here when it was taken, UTC.</summary>
    public DateTime? OfferedFor { get; set; }
    /// <summary>Part: unit in which it is counted; empty for pieces.</summary>
    public string Unit { get; set; } = "";
    /// <summary>The fact about cars that tells its quantity; empty for none.</summary>
    public string FactKey { get; set; } = "";
    /// <summary>The quantity before the fact corrected it.</summary>
    public decimal? GenericQuantity { get; set; }
    /// <summary>It goes by the job's count.</summary>
    public bool PerCount { get; set; }
    /// <summary>The line of a canned job that it was made from.</summary>
    public long? CannedLineId { get; set; }
    /// <summary>A note that stays in the shop.</summary>
    public string NoteInside { get; set; } = "";
    /// <summary>A note that the customer reads.</summary>
    public string NoteForCustomer { get; set; } = "";
    /// <summary>Whether that note goes out; a note that is changed has to be looked at again.</summary>
    public CustomerVisibility NoteVisibility { get; set; }
    /// <summary>Why its price was set by hand.</summary>
    public string OverrideReason { get; set; } = "";
    /// <summary>Who set its price by hand.</summary>
    public long? OverrideById { get; set; }
    /// <summary>Where it came from: typed, guide, stock, supplier, fact, fee, canned, earlier, pasted, service.</summary>
    public string Origin { get; set; } = "";
    /// <summary>What comes along with this very part, as JSON; empty for nothing.</summary>
    public string OwnCompanionsJson { get; set; } = "";

    /// <summary>Its source before the last change of it, as JSON; empty where it was never changed.</summary>
    public string SourceBefore { get; set; } = "";

    /// <summary>True where a person set its price.</summary>
    public bool IsOverridden => UnitPrice is not null || Kind == LineKind.Labor && Price is not null;

    /// <summary>A part that is neither of the catalog nor of a supplier, or labor without a time or an amount.</summary>
    public bool IsUnsourced => IsOn && !IsExcluded && Kind switch
    {
        LineKind.Part => PartId is null && SupplierCode.Length == 0 && UnitPrice is null,
        LineKind.Labor => Hours == 0 && Price is null && Operation.Length == 0,
        _ => false,
    };

    /// <summary>Operations that it contains.</summary>
    public IReadOnlyList<string> ContainsList => IncludedOperations.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Its hours beside others.</summary>
    public IReadOnlyDictionary<string, decimal> BesideList => CombinedHours.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(b => b.Split('='))
        .ToDictionary(b => b[0], b => decimal.Parse(b[1], CultureInfo.InvariantCulture));

    /// <summary>What comes along with this very part.</summary>
    public IReadOnlyList<CompanionRule> AlongList => OwnCompanionsJson.Length == 0 ? [] : JsonSerializer.Deserialize<List<CompanionRule>>(OwnCompanionsJson)!;

    /// <summary>Keeps what comes along with this very part.</summary>
    public void BringAlong(IReadOnlyList<CompanionRule> rules) => OwnCompanionsJson = rules.Count == 0 ? "" : JsonSerializer.Serialize(rules);

    /// <summary>Takes the operation of a guide.</summary>
    public void TakeOperation(LaborGuideOperation work)
    {
        (Operation, GuideHours, Hours, Skill, Origin) = (work.Code, work.Hours, work.Hours, work.Skill, "guide");
        IncludedOperations = string.Join(' ', work.Contains);
        CombinedHours = string.Join(' ', work.Beside.Select(b => string.Create(CultureInfo.InvariantCulture, $"{b.Key}={b.Value:0.##}")));
        if (Description.Length == 0) Description = work.Title;
    }

    /// <summary>Takes a supplier's part. The price that a customer was told stays held.</summary>
    public void TakeOffer(SupplierOffer offer, DateTime utcNow)
    {
        (PartId, Number, Category, UnitCost, BookCost, ListPrice, CoreDeposit) = (null, offer.Number, offer.Category, offer.UnitCost, null, offer.ListPrice, offer.CoreEach);
        (SupplierCode, Branch, Brand, Quality, Condition, MakersNumber, PartType) = (offer.SupplierCode, offer.Branch, offer.Brand, offer.Quality, offer.Condition, offer.MakersNumber, offer.Type);
        OfferedFor = utcNow.AddMinutes(offer.Minutes);
        CoresReturned = offer.CoreEach > 0 ? Quantity : 0;
        Origin = "supplier";
        if (Description.Length == 0) Description = offer.Description;
    }

    /// <summary>Takes the quantity that the facts about the car tell; the one before is remembered.</summary>
    public FieldChange FollowFact(decimal quantity)
    {
        var old = Plain(Quantity);
        GenericQuantity ??= Quantity;
        Quantity = quantity;
        Version++;
        return new FieldChange("quantity", old, Plain(Quantity));
    }

    private Problem? RateOf(string? text, string field)
    {
        var rate = LaborRates.Typed(text, field);
        if (rate.Ok) RateName = rate.Value;
        return rate.Problem;
    }

    /// <summary>An amount, and after it the reason in words: <c>89.90 matched a quote</c>.</summary>
    private Problem? Override(string? text, string field, Action<decimal> set)
    {
        var match = AmountAndReason().Match(text ?? "");
        var figure = NumberInput.Amount(match.Success ? match.Groups[1].Value : text, field, 4);
        if (figure.Problem is { } problem) return problem;
        var reason = match.Success ? match.Groups[2].Value.Trim() : "";
        if (reason.Length > 200) return new Problem("text.long", "A reason can have at most 200 characters.", field);
        set(figure.Value);
        OverrideReason = reason;
        return null;
    }

    private static Problem? Note(string? text, string field, Action<string> set)
    {
        var note = (text ?? "").Trim();
        if (note.Length > 10_000) return new Problem("text.long", "A note can have at most 10,000 characters.", field);
        set(note);
        return null;
    }

    [GeneratedRegex(@"^\s*([$€£]?\s*[\d][\d.,']*)\s+(\p{L}.*)$", RegexOptions.Singleline)]
    private static partial Regex AmountAndReason();
}
