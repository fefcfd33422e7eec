using System.Globalization;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Setup;

/// <summary>What the shop is, field by field as it is typed.</summary>
public partial class Shop
{
    private const int MostClosedDays = 200;
    private static readonly int[] PromiseSteps = [15, 30, 60];

    /// <summary>
    /// Changes one field: name, address, phone, email, taxNumber, timeZone, country, currency, distanceUnit, plateRegion, distancePerDay,
    /// promiseStep, promiseSlack, promiseSlackMost, checkMinutes, checksWork, remindsOfAppointments, declinedAfterDays, askAgainDays,
    /// mostFollowUps, thanksAfterDays, awayMonths, warrantyVisitDays, weekBegins, automatic.KIND of follow-ups such as
    /// automatic.thanks, or the hours of a weekday such as hours.monday.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="inUse">Whether there are orders: currency and unit of distance stay as they are then.</param>
    public Result<FieldChange> Set(string field, string? text, bool inUse)
    {
        var old = Shown(field);
        if (Write(field, (text ?? "").Trim(), inUse) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Write(string field, string typed, bool inUse) =>
        field switch
        {
            "name" => typed.Length is 0 or > 120
                ? new Problem("shop.name", "Enter a shop name of up to 120 characters.", field)
                : Kept(() => Name = typed),
            "address" => Text(typed, 300, field, v => Address = v),
            "taxNumber" => Text(typed, 40, field, v => TaxNumber = v),
            "plateRegion" => Text(typed.ToUpperInvariant(), 6, field, v => PlateRegion = v),
            "phone" => typed.Length == 0
                ? Kept(() => Phone = "")
                : Read(PhoneNumber.Parse(typed, Country, field), v => Phone = v.Shown(Country)),
            "email" => typed.Length == 0 ? Kept(() => Email = "") : Read(EmailAddress.Parse(typed, field), v => Email = v.Text),
            "timeZone" => DateTimeZoneProviders.Tzdb.GetZoneOrNull(typed) is null
                ? new Problem("firstRun.zone", "Choose the time zone from the list.", field)
                : Kept(() => TimeZone = typed),
            "country" => typed.Length == 2 && typed.All(char.IsAsciiLetter)
                ? Kept(() => Country = typed.ToUpperInvariant())
                : new Problem("shop.country", "A country is two letters, such as US.", field),
            "currency" => SetCurrency(typed, inUse),
            "distanceUnit" => SetUnit(typed, inUse),
            "distancePerDay" => Read(NumberInput.Amount(typed, field, 1), v => DistancePerDay = v),
            "promiseStep" => int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var step)
            && PromiseSteps.Contains(step)
                ? Kept(() => PromiseStep = step)
                : new Problem("shop.promiseStep", "Promises are made on 15, 30 or 60 minutes.", field),
            "promiseSlack" => Whole(typed, field, 100, "a percentage from 0 to 100", v => PromiseSlack = v),
            "promiseSlackMost" => Whole(typed, field, 480, "minutes from 0 to 480", v => PromiseSlackMost = v),
            "checkMinutes" => Whole(typed, field, 480, "minutes from 0 to 480", v => CheckMinutes = v),
            "checksWork" => Kept(() => ChecksWork = typed == "true"),
            "takesTips" => Kept(() => TakesTips = typed == "true"),
            "interestPercent" => NumberInput.Amount(typed.Length == 0 ? "0" : typed.TrimEnd('%', ' '), field)
                is { Ok: true, Value: <= 10 and var rate }
                ? Kept(() => InterestPercent = rate)
                : new Problem("shop.interest", "Interest is 0 to 10 percent a month; 0 charges none.", field),
            "interestAfterDays" => int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var after) && after <= 365
                ? Kept(() => InterestAfterDays = after)
                : new Problem("shop.count", "Enter a number of days from 0 to 365.", field),
            "printsLines" => Kept(() => PrintsLines = typed == "true"),
            "printsPartNumbers" => Kept(() => PrintsPartNumbers = typed == "true"),
            "printsLaborHours" => Kept(() => PrintsLaborHours = typed == "true"),
            "takesBookings" => Kept(() => TakesBookings = typed == "true"),
            "confirmsBookings" => Kept(() => ConfirmsBookings = typed == "true"),
            "bookingShare" => Count(typed, field, 100, "percent", v => BookingShare = v),
            "bookingLeadHours" => Count(typed, field, 720, "hours", v => BookingLeadHours = v),
            "bookingDays" => Count(typed, field, 120, "days", v => BookingDays = v),
            "bookingStep" => typed is "30" or "60"
                ? Kept(() => BookingStep = typed == "30" ? 30 : 60)
                : new Problem("shop.bookingStep", "Bookings begin every 30 or 60 minutes.", field),
            "bookingWords" => Text(typed, 300, field, v => BookingWords = v),
            "bookingPicture" => typed.Length == 0 || typed.Length == 64 && typed.All(char.IsAsciiHexDigitLower)
                ? Kept(() => BookingPictureHash = typed)
                : new Problem("shop.picture", "Choose a picture on this computer.", field),
            "pageColor" => Read(ContrastInk.Read(typed, field), v => PageColor = v),
            "bookingSite" => SetSite(typed),
            "declinedAfterDays" => Count(typed, field, 730, "days", v => DeclinedAfterDays = v),
            "askAgainDays" => Count(typed, field, 730, "days", v => AskAgainDays = v),
            "mostFollowUps" => Count(typed, field, 30, "messages", v => MostFollowUps = v),
            "thanksAfterDays" => Count(typed, field, 60, "days", v => ThanksAfterDays = v),
            "weekBegins" => Enum.TryParse<IsoDayOfWeek>(typed, ignoreCase: true, out var begins) && WeekHours.AllDays.Contains(begins)
                ? Kept(() => WeekBegins = begins)
                : new Problem("shop.weekBegins", "A week begins on one of its days, such as Sunday.", field),
            "awayMonths" => Count(typed, field, 60, "months", v => AwayMonths = v),
            "warrantyVisitDays" => typed is "" or "0"
                ? Kept(() => WarrantyVisitDays = 0)
                : Count(typed, field, 90, "days", v => WarrantyVisitDays = v),
            "remindsOfAppointments" => Kept(() => RemindsOfAppointments = typed == "true"),
            _ => AutomaticOf(field) is { } kind
                ? Kept(() => AutomaticFollowUps = typed == "true" ? AutomaticFollowUps | kind : AutomaticFollowUps & ~kind)
            : WeekHours.DayOf(field) is { } day ? Read(DayHours.Parse(typed, field), v => Hours = Hours.With(day, v))
            : new Problem("shop.field", $"\"{field}\" can't be edited.", field),
        };

    private static AutomaticFollowUps? AutomaticOf(string field) =>
        field.StartsWith("automatic.", StringComparison.Ordinal)
        && Enum.TryParse<AutomaticFollowUps>(field["automatic.".Length..], ignoreCase: true, out var kind)
        && Enum.IsDefined(kind)
        && kind != AutomaticFollowUps.None
            ? kind
            : null;

    private Problem? SetSite(string typed)
    {
        if (typed.Length == 0)
            return Kept(() => BookingSite = "");
        // The origin alone: it goes into a header.
        return Uri.TryCreate(typed, UriKind.Absolute, out var site) && site.Scheme is "https" or "http" && site.Host.Length > 0
            ? Kept(() => BookingSite = site.GetLeftPart(UriPartial.Authority))
            : new Problem("shop.bookingSite", "Enter the site's address, such as https://shop.example.", "bookingSite");
    }

    private static Problem? Count(string typed, string field, int most, string what, Action<int> keep) =>
        int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= 1 && value <= most
            ? Kept(() => keep(value))
            : new Problem("shop.count", $"Enter a number of {what} from 1 to {most}.", field);

    private static Problem? Whole(string typed, string field, int most, string what, Action<int> keep) =>
        int.TryParse(typed.TrimEnd('%', ' '), NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value <= most
            ? Kept(() => keep(value))
            : new Problem(
                "shop.promiseSlack",
                field == "checkMinutes" ? $"Minutes of check and wash are {what}." : $"The reserve of a promise is {what}.",
                field
            );

    private Problem? SetCurrency(string typed, bool inUse)
    {
        var code = typed.ToUpperInvariant();
        if (code.Length != 3 || !code.All(char.IsAsciiLetterUpper))
            return new Problem("firstRun.currency", "Enter a three-letter currency code, such as USD.", "currency");
        if (inUse && code != Currency)
            return new Problem("shop.currencyUsed", "There are repair orders in this currency, so it can't be changed.", "currency");
        Currency = code;
        return null;
    }

    private Problem? SetUnit(string typed, bool inUse)
    {
        if (!Enum.TryParse<DistanceUnit>(typed, out var unit) || !Enum.IsDefined(unit))
            return new Problem("shop.unit", "Distances are in Miles or Kilometers.", "distanceUnit");
        if (inUse && unit != DistanceUnit)
            return new Problem("shop.unitUsed", "There are odometer readings in this unit, so it can't be changed.", "distanceUnit");
        DistanceUnit = unit;
        return null;
    }

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "address" => Address,
            "taxNumber" => TaxNumber,
            "plateRegion" => PlateRegion,
            "phone" => Phone,
            "email" => Email,
            "timeZone" => TimeZone,
            "country" => Country,
            "currency" => Currency,
            "distanceUnit" => DistanceUnit.ToString(),
            "distancePerDay" => DistancePerDay.ToString("0.#", CultureInfo.InvariantCulture),
            "promiseStep" => PromiseStep.ToString(CultureInfo.InvariantCulture),
            "promiseSlack" => PromiseSlack.ToString(CultureInfo.InvariantCulture),
            "promiseSlackMost" => PromiseSlackMost.ToString(CultureInfo.InvariantCulture),
            "checkMinutes" => CheckMinutes.ToString(CultureInfo.InvariantCulture),
            "takesBookings" => TakesBookings ? "true" : "false",
            "confirmsBookings" => ConfirmsBookings ? "true" : "false",
            "bookingShare" => BookingShare.ToString(CultureInfo.InvariantCulture),
            "bookingLeadHours" => BookingLeadHours.ToString(CultureInfo.InvariantCulture),
            "bookingDays" => BookingDays.ToString(CultureInfo.InvariantCulture),
            "bookingStep" => BookingStep.ToString(CultureInfo.InvariantCulture),
            "bookingWords" => BookingWords,
            "bookingPicture" => BookingPictureHash,
            "pageColor" => PageColor,
            "bookingSite" => BookingSite,
            "declinedAfterDays" => DeclinedAfterDays.ToString(CultureInfo.InvariantCulture),
            "askAgainDays" => AskAgainDays.ToString(CultureInfo.InvariantCulture),
            "mostFollowUps" => MostFollowUps.ToString(CultureInfo.InvariantCulture),
            "thanksAfterDays" => ThanksAfterDays.ToString(CultureInfo.InvariantCulture),
            "awayMonths" => AwayMonths.ToString(CultureInfo.InvariantCulture),
            "warrantyVisitDays" => WarrantyVisitDays > 0 ? WarrantyVisitDays.ToString(CultureInfo.InvariantCulture) : "",
            "checksWork" => ChecksWork ? "true" : "false",
            "takesTips" => TakesTips ? "true" : "false",
            "interestPercent" => InterestPercent.ToString("0.##", CultureInfo.InvariantCulture),
            "interestAfterDays" => InterestAfterDays.ToString(CultureInfo.InvariantCulture),
            "printsLines" => PrintsLines ? "true" : "false",
            "printsPartNumbers" => PrintsPartNumbers ? "true" : "false",
            "printsLaborHours" => PrintsLaborHours ? "true" : "false",
            "weekBegins" => WeekBegins.ToString(),
            "remindsOfAppointments" => RemindsOfAppointments ? "true" : "false",
            _ => AutomaticOf(field) is { } kind
                ? AutomaticFollowUps.HasFlag(kind)
                    ? "true"
                    : "false"
                : WeekHours.DayOf(field) is { } day
                    ? Hours.On(day)?.ToString() ?? "closed"
                    : "",
        };

    /// <summary>Closes the shop on a day, or opens it again. Refuses with <c>date.unreadable</c>, <c>shop.closedTwice</c>.</summary>
    /// <param name="on">The day, as typed.</param>
    /// <param name="reason">Why, up to 80 characters.</param>
    /// <param name="localNow">Wall time now.</param>
    public Result<FieldChange> Close(string? on, string? reason, LocalDateTime localNow)
    {
        var day = DateTimeInput.Day(on, localNow, "on");
        if (day.Problem is { } noDay)
            return noDay;
        if ((reason ?? "").Trim() is not { Length: <= 80 } why)
            return TextInput.TooLong(80, "reason", "A reason");
        if (ClosedDays.Any(c => c.On == day.Value))
            return new Problem("shop.closedTwice", "The shop is closed on that day already.", "on");
        if (ClosedDays.Count >= MostClosedDays)
            return new Problem("shop.closedMany", "At most 200 closed days are kept; remove past ones first.", "on");
        ClosedDays = [.. ClosedDays.Append(new ClosedDay(day.Value, why)).OrderBy(c => c.On)];
        Version++;
        return new FieldChange("closedDays", "", Words(day.Value, why));
    }

    /// <summary>Opens the shop on a day on which it was closed. Refuses with <c>shop.notClosed</c>.</summary>
    public Result<FieldChange> Open(LocalDate day)
    {
        if (ClosedOn(day) is not { } why)
            return new Problem("shop.notClosed", "The shop is not closed on that day.", "on");
        ClosedDays = [.. ClosedDays.Where(c => c.On != day)];
        Version++;
        return new FieldChange("closedDays", Words(day, why), "");
    }

    /// <summary>A file holds no day on which the shop could be closed.</summary>
    public static readonly Problem NoHolidays = new(
        "holidays.unreadable",
        "There are no days to come in this file. Choose a calendar file (.ics) of holidays.",
        "text"
    );

    private static string Words(LocalDate day, string why) => Invariant($"{day:MMM d, yyyy}{(why.Length > 0 ? ", " : "")}{why}");
}
