using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>Something that a technician found.</summary>
public class Finding
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>What was found.</summary>
    public required string Text { get; set; }

    /// <summary>Measured value, if one was measured.</summary>
    public decimal? Measured { get; internal set; }

    /// <summary>Unit of the measured value.</summary>
    public string Unit { get; init; } = "";

    /// <summary>What it means.</summary>
    public Rating Rating { get; internal set; }

    /// <summary>Content hash of its photo.</summary>
    public string? PhotoHash { get; internal set; }

    /// <summary>What the customer reads of it; empty where it is the text itself.</summary>
    public string CustomerText { get; internal set; } = "";

    /// <summary>When it was released for the customer, UTC; null while the shop keeps it to itself.</summary>
    public Instant? ReleasedAt { get; internal set; }

    /// <summary>Who released it.</summary>
    public long? ReleasedById { get; internal set; }

    /// <summary>Somebody chose to keep it in the shop, UTC: it is not asked about again.</summary>
    public Instant? KeptInsideAt { get; internal set; }

    /// <summary>The point of an inspection that it came of; null for one that was reported by itself.</summary>
    public long? InspectionPointId { get; init; }

    /// <summary>Part of the vehicle; empty where nobody said.</summary>
    public string Group { get; init; } = "";

    /// <summary>Limits of the measured value; null where there are none.</summary>
    public PointLimits? Limits { get; init; }

    /// <summary>The canned job that it asks for; null for none.</summary>
    public long? CannedJobId { get; init; }

    /// <summary>How much of that job it asks for.</summary>
    public decimal CountEach { get; init; } = 1;

    /// <summary>The job that was made of it, or that covers it; null before.</summary>
    public long? JobId { get; internal set; }

    /// <summary>Reading up to which it will still do; null where nobody said.</summary>
    public Odometer? LastsTo { get; internal set; }

    /// <summary>Day up to which it will still do; null where nobody said.</summary>
    public LocalDate? LastsUntil { get; internal set; }

    /// <summary>It was rated good after all, UTC; null while it stands.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>Who found it.</summary>
    public long ById { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>It asks for work that nobody put on the order.</summary>
    public bool IsUnpriced => Rating != Rating.Good && JobId is null && WithdrawnAt is null;

    /// <summary>What the customer reads.</summary>
    public string ForCustomer => CustomerText.Length > 0 ? CustomerText : Text;

    /// <summary>Whether the customer sees it.</summary>
    public CustomerVisibility Release =>
        ReleasedAt is not null ? CustomerVisibility.Shown
        : KeptInsideAt is not null ? CustomerVisibility.KeptInside
        : CustomerVisibility.ToBeDecided;

    /// <summary>The measured value with its unit; empty where nothing was measured.</summary>
    public string MeasuredWords => Measured is { } measured ? Invariant($"{measured:0.###} {Unit}").Trim() : "";

    /// <summary>A photo of it; the first stays.</summary>
    /// <param name="hash">Content hash.</param>
    public void Show(string? hash) => PhotoHash ??= hash;

    /// <summary>Releases it for the customer, or keeps it in the shop.</summary>
    /// <param name="show">True where the customer sees it.</param>
    /// <param name="words">What the customer reads; empty leaves it as it is.</param>
    /// <param name="actor">Who says so.</param>
    public void Decide(bool show, string words, Actor actor)
    {
        if (words.Length > 0)
            CustomerText = words == Text ? "" : words;
        (ReleasedAt, ReleasedById, KeptInsideAt) = show
            ? (actor.At, actor.StaffId, null)
            : ((Instant?)null, (long?)null, (Instant?)actor.At);
    }

    /// <summary>Makes a finding from what was typed.</summary>
    public static Result<Finding> Create(
        long orderId,
        string? text,
        string? measured,
        string? unit,
        Rating rating,
        string? photoHash,
        long byId,
        Instant at
    )
    {
        if (!Enum.IsDefined(rating))
            return new Problem("finding.rating", "Choose a rating: good, watch, due or unsafe.", "rating");
        if (string.IsNullOrWhiteSpace(text))
            return new Problem("finding.empty", "Enter what you found.", "text");
        if (text.Length > 2000)
            return new Problem("finding.long", "A finding can have at most 2,000 characters.", "text");
        decimal? value = null;
        if (!string.IsNullOrWhiteSpace(measured))
        {
            var amount = Values.NumberInput.Amount(measured, "measured", 3);
            if (amount.Problem is { } problem)
                return problem with { Message = $"\"{measured}\" is not a measurement. Enter a number such as 3.5." };
            value = amount.Value;
        }
        return new Finding
        {
            OrderId = orderId,
            Text = text.Trim(),
            Measured = value,
            Unit = unit?.Trim() ?? "",
            Rating = rating,
            PhotoHash = photoHash,
            ById = byId,
            At = at,
        };
    }
}
