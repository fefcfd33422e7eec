using System.Globalization;
using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What the shop promises on a job: months, a distance, or whichever comes first.</summary>
/// <param name="Months">Months from the day of the invoice, 1 to 600; null for no end by time.</param>
/// <param name="Distance">Distance from the reading then, in the shop's unit, 1 to 500,000; null for no end by distance.</param>
/// <param name="Cover">What is covered.</param>
public sealed partial record WarrantyTerm(int? Months, int? Distance, WarrantyCover Cover)
{
    private const int MostMonths = 600,
        MostDistance = 500_000;

    /// <summary>
    /// Understands a warranty: <c>12 months</c>, <c>12,000 mi</c>, <c>24 mo / 24,000 mi</c>, <c>12/12000</c>, with <c>, parts</c> or
    /// <c>, labor</c> where it covers one alone; empty is none. Refuses with <c>warranty.unreadable</c>.
    /// </summary>
    /// <param name="text">What was typed.</param>
    /// <param name="field">The field that a problem names.</param>
    public static Result<WarrantyTerm?> Parse(string? text, string field = "warranty")
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
            return (WarrantyTerm?)null;
        if (Typed().Match(typed) is not { Success: true } read)
            return Unreadable(field);
        int? Number(string group) =>
            read.Groups[group] is { Success: true, Value: var digits }
            && int.TryParse(digits, NumberStyles.AllowThousands, CultureInfo.InvariantCulture, out var number)
                ? number
                : null;
        var (months, distance) = (Number("months"), Number("distance"));
        var cover = read.Groups["cover"].Value.ToLowerInvariant() switch
        {
            "parts" => WarrantyCover.Parts,
            "labor" => WarrantyCover.Labor,
            _ => WarrantyCover.All,
        };
        return (months, distance) is (null, null) || months is 0 or > MostMonths || distance is 0 or > MostDistance
            ? Unreadable(field)
            : new WarrantyTerm(months, distance, cover);
    }

    private static Problem Unreadable(string field) =>
        new("warranty.unreadable", "Enter a warranty such as 12 months, 12,000 miles, or 24 months / 24,000 miles, parts.", field);

    [GeneratedRegex(
        @"^(?:(?<months>[\d,]+)\s*(?:months?|mo\.?)|(?<distance>[\d,]+)\s*(?:miles|mi\.?|km|kilometers)|(?<months>[\d,]+)\s*(?:months?|mo\.?)?\s*(?:/|or)\s*(?<distance>[\d,]+)\s*(?:miles|mi\.?|km|kilometers)?)(?:\s*,?\s*(?<cover>parts and labor|parts|labor)(?: only)?)?$",
        RegexOptions.IgnoreCase | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Typed();

    /// <summary>The same as it is typed; <see cref="Parse"/> reads it back.</summary>
    public override string ToString() => Words("mi");

    /// <summary>The same for people: <c>24 months or 24,000 mi, parts and labor</c>.</summary>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string Words(string unit)
    {
        var months = Months is { } count ? Invariant($"{count} {(count == 1 ? "month" : "months")}") : "";
        var distance = Distance is { } far ? Invariant($"{far:N0} {unit}") : "";
        var cover = Cover switch
        {
            WarrantyCover.Parts => "parts",
            WarrantyCover.Labor => "labor",
            _ => "parts and labor",
        };
        return $"{string.Join(" or ", new[] { months, distance }.Where(w => w.Length > 0))}, {cover}";
    }

    /// <summary>Whether it holds.</summary>
    /// <param name="from">The day of the invoice.</param>
    /// <param name="fromReading">The reading then; null where none was taken.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="reading">What the odometer shows; null where nobody knows, and the distance ends nothing.</param>
    public bool Holds(LocalDate from, Odometer? fromReading, LocalDate today, Odometer? reading) =>
        (Months is not { } months || today <= from.PlusMonths(months))
        && (Distance is not { } distance || fromReading is not { } then || reading is not { } now || now.Value <= then.Value + distance);

    /// <summary>Until when it holds, in words: <c>until Mar 3, 2027 or 65,000 mi</c>.</summary>
    /// <param name="from">The day of the invoice.</param>
    /// <param name="fromReading">The reading then.</param>
    /// <param name="unit">Word of the shop's unit of distance.</param>
    public string UntilWords(LocalDate from, Odometer? fromReading, string unit)
    {
        var day = Months is { } months ? Invariant($"{from.PlusMonths(months):MMM d, yyyy}") : "";
        var far = Distance is { } distance && fromReading is { } then ? Invariant($"{then.Value + distance:N0} {unit}") : "";
        return $"until {string.Join(" or ", new[] { day, far }.Where(w => w.Length > 0))}";
    }
}
