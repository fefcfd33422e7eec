using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Schedule;

/// <summary>A service that customers book by themselves on the shop's page.</summary>
public class BookingService
{
    private const int LongestTitle = 80,
        LongestWords = 200,
        MostMinutes = 600,
        MostLeadHours = 24 * 30;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What customers read, 1 to 80 characters.</summary>
    public string Title { get; internal set; } = "";

    /// <summary>A sentence about it; empty for none.</summary>
    public string Words { get; internal set; } = "";

    /// <summary>Minutes that are kept for it, 15 to 600.</summary>
    public int Minutes { get; internal set; } = 60;

    /// <summary>What it costs at least, before tax; null says no price.</summary>
    public Money? PriceFrom { get; internal set; }

    /// <summary>The skill that it needs; empty for any.</summary>
    public string Skill { get; internal set; } = "";

    /// <summary>What its bay has to have, in the shop's own words.</summary>
    public IReadOnlyList<string> Equipment { get; internal set; } = [];

    /// <summary>Hours of notice that it needs beyond the shop's own; 0 for none.</summary>
    public int LeadHours { get; internal set; }

    /// <summary>The canned job that comes onto the appointment; null for none.</summary>
    public long? CannedJobId { get; internal set; }

    /// <summary>Not offered any more, UTC; null while it is.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>A new one. Refuses with <c>bookingService.title</c>.</summary>
    /// <param name="title">What customers read.</param>
    /// <param name="cannedJobId">The canned job that does it; null for none.</param>
    /// <param name="minutes">Minutes of that; 0 for an hour.</param>
    /// <param name="skill">Skill of that.</param>
    /// <param name="equipment">What its bay has to have.</param>
    public static Result<BookingService> Create(
        string? title,
        long? cannedJobId = null,
        int minutes = 0,
        string skill = "",
        IReadOnlyList<string>? equipment = null
    )
    {
        var made = new BookingService
        {
            CannedJobId = cannedJobId,
            Skill = skill,
            Equipment = equipment ?? [],
        };
        if (minutes > 0)
            made.Minutes = Math.Clamp((minutes + 14) / 15 * 15, 15, MostMinutes);
        return made.Name((title ?? "").Trim()) is { } problem ? problem : made;
    }

    /// <summary>
    /// Changes one field: title, words, minutes, priceFrom, skill, equipment, leadHours. Refuses with <c>bookingService.title</c>,
    /// <c>bookingService.minutes</c>, <c>bookingService.leadHours</c>, <c>bookingService.field</c> and those of figures.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    public Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        var typed = (text ?? "").Trim();
        var problem = field switch
        {
            "title" => Name(typed),
            "words" => Text(typed, LongestWords, field, t => Words = t),
            "minutes" => int.TryParse(typed, out var minutes) && minutes is >= 15 and <= MostMinutes
                ? Kept(() => Minutes = minutes)
                : new Problem("bookingService.minutes", "Enter minutes from 15 to 600.", field),
            "priceFrom" => typed.Length == 0
                ? Kept(() => PriceFrom = null)
                : Read(NumberInput.Amount(typed, field), v => PriceFrom = Money.Of(v)),
            "skill" => Text(typed, 40, field, t => Skill = t),
            "equipment" => Text(typed, 120, field, t =>
                Equipment = [.. t.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)]
            ),
            "leadHours" => int.TryParse(typed.Length == 0 ? "0" : typed, out var hours) && hours is >= 0 and <= MostLeadHours
                ? Kept(() => LeadHours = hours)
                : new Problem("bookingService.leadHours", "Enter hours of notice from 0 to 720.", field),
            _ => new Problem("bookingService.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Name(string typed) =>
        typed.Length is 0 or > LongestTitle
            ? new Problem("bookingService.title", "Enter what customers read, in up to 80 characters.", "title")
            : Kept(() => Title = typed);

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "title" => Title,
            "words" => Words,
            "minutes" => Invariant($"{Minutes}"),
            "priceFrom" => PriceFrom?.ToString() ?? "",
            "skill" => Skill,
            "equipment" => string.Join(", ", Equipment),
            "leadHours" => Invariant($"{LeadHours}"),
            _ => "",
        };

    /// <summary>Takes it off the page, or brings it back.</summary>
    /// <param name="off">True takes it off.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public FieldChange TakeOff(bool off, Instant utcNow)
    {
        var old = RemovedAt is null ? "offered" : "not offered";
        RemovedAt = off ? RemovedAt ?? utcNow : null;
        Version++;
        return new FieldChange("removed", old, off ? "not offered" : "offered");
    }
}
