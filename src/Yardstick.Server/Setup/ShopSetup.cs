using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>What the shop is and when it is open.</summary>
public static class ShopSetup
{
    private const string Target = "shop";

    /// <summary>The shop, each field as typed.</summary>
    public sealed record ShopSetupView
    {
        /// <summary>Version, sent with the next change.</summary>
        public required int Version { get; init; }

        /// <summary>Name on documents.</summary>
        public required string Name { get; init; }

        /// <summary>Address on documents.</summary>
        public required string Address { get; init; }

        /// <summary>Telephone.</summary>
        public required string Phone { get; init; }

        /// <summary>Email.</summary>
        public required string Email { get; init; }

        /// <summary>Tax number.</summary>
        public required string TaxNumber { get; init; }

        /// <summary>IANA name of the time zone.</summary>
        public required string TimeZone { get; init; }

        /// <summary>Two letters.</summary>
        public required string Country { get; init; }

        /// <summary>Three letters.</summary>
        public required string Currency { get; init; }

        /// <summary>Miles or kilometers.</summary>
        public required DistanceUnit DistanceUnit { get; init; }

        /// <summary>State of plates by default.</summary>
        public required string PlateRegion { get; init; }

        /// <summary>Distance a day of a vehicle of which nothing is known.</summary>
        public required string DistancePerDay { get; init; }

        /// <summary>Minutes on which promises are made.</summary>
        public required string PromiseStep { get; init; }

        /// <summary>Reserve of a promise, percent of the planned work.</summary>
        public required string PromiseSlack { get; init; }

        /// <summary>The longest reserve, in minutes.</summary>
        public required string PromiseSlackMost { get; init; }

        /// <summary>Minutes of check and wash after the last job.</summary>
        public required string CheckMinutes { get; init; }

        /// <summary>All work is looked over by somebody else.</summary>
        public required bool ChecksWork { get; init; }

        /// <summary>Card payments can take a tip.</summary>
        public required bool TakesTips { get; init; }

        /// <summary>Interest on overdue invoices, percent a month, as typed; 0 for none.</summary>
        public required string InterestPercent { get; init; }

        /// <summary>Days past due before interest is charged, as typed.</summary>
        public required string InterestAfterDays { get; init; }

        /// <summary>Customers can book on the shop's page.</summary>
        public required bool TakesBookings { get; init; }

        /// <summary>A booking is confirmed by itself.</summary>
        public required bool ConfirmsBookings { get; init; }

        /// <summary>Percent of a day's hours that the page may take.</summary>
        public required string BookingShare { get; init; }

        /// <summary>Hours of notice that a booking needs.</summary>
        public required string BookingLeadHours { get; init; }

        /// <summary>Days ahead that can be booked.</summary>
        public required string BookingDays { get; init; }

        /// <summary>Minutes on which bookings begin.</summary>
        public required string BookingStep { get; init; }

        /// <summary>Color of the head of customers' pages, <c>#rrggbb</c>; empty for the program's own.</summary>
        public required string PageColor { get; init; }

        /// <summary>Content hash of the photo under the head of the booking page; empty without one.</summary>
        public required string BookingPictureHash { get; init; }

        /// <summary>What stands over the services on the page.</summary>
        public required string BookingWords { get; init; }

        /// <summary>The shop's own site that may show the page in a frame.</summary>
        public required string BookingSite { get; init; }

        /// <summary>Days until declined work is asked about again.</summary>
        public required string DeclinedAfterDays { get; init; }

        /// <summary>Days for which who was asked is left alone.</summary>
        public required string AskAgainDays { get; init; }

        /// <summary>The most follow-up messages to one customer in 30 days.</summary>
        public required string MostFollowUps { get; init; }

        /// <summary>Days after a visit until thanks.</summary>
        public required string ThanksAfterDays { get; init; }

        /// <summary>Months after which a vehicle counts as not seen for long.</summary>
        public required string AwayMonths { get; init; }

        /// <summary>Days before a warranty ends; empty where nobody is asked.</summary>
        public required string WarrantyVisitDays { get; init; }

        /// <summary>The day on which a week begins.</summary>
        public required IsoDayOfWeek WeekBegins { get; init; }

        /// <summary>Follow-up messages that go out by themselves.</summary>
        public required IReadOnlyList<AutomaticFollowUps> AutomaticFollowUps { get; init; }

        /// <summary>Customers' papers show the lines of each job.</summary>
        public required bool PrintsLines { get; init; }

        /// <summary>Customers' papers show numbers of parts.</summary>
        public required bool PrintsPartNumbers { get; init; }

        /// <summary>Customers' papers show hours of labor.</summary>
        public required bool PrintsLaborHours { get; init; }

        /// <summary>Customers get a text the day before an appointment.</summary>
        public required bool RemindsOfAppointments { get; init; }

        /// <summary>Whether currency and unit of distance stay as they are, as there are orders.</summary>
        public required bool InUse { get; init; }

        /// <summary>Content hash of the logo; empty without one.</summary>
        public required string LogoHash { get; init; }

        /// <summary>Opening hours by weekday.</summary>
        public required IReadOnlyList<WeekdayHours> Week { get; init; }

        /// <summary>Days on which the shop is closed, those to come.</summary>
        public required IReadOnlyList<ClosedDay> ClosedDays { get; init; }
    }

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version of the shop that the screen showed.</param>
    public sealed record ShopSetRequest(string Field, string? Value, int Version);

    /// <summary>A day on which the shop is closed, as typed.</summary>
    public sealed record CloseRequest(string? On, string? Reason);

    /// <summary>A calendar file of holidays, as text (iCalendar).</summary>
    public sealed record ImportClosedRequest(string Text);

    /// <summary>What came of it.</summary>
    /// <param name="Added">Days on which the shop is closed now.</param>
    /// <param name="Version">Version of the shop.</param>
    public sealed record ClosedDaysImported(IReadOnlyList<ClosedDay> Added, int Version);

    /// <summary>A day on which it is open after all.</summary>
    public sealed record OpenRequest(LocalDate On);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/setup/shop", ShowAsync).Asks(Permission.EditSetup).Produces<ShopSetupView>();
        api.MapPost("/setup/shop", Set).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422).ProducesProblem(409);
        api.MapPost("/setup/closed-days", Close).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/setup/closed-days/import", Import).Asks(Permission.EditSetup).Produces<ClosedDaysImported>().ProducesProblem(422);
        api.MapPost("/setup/closed-days/open", Open).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        return Results.Ok(
            new ShopSetupView
            {
                Version = shop.Version,
                Name = shop.Name,
                Address = shop.Address,
                Phone = shop.Phone,
                Email = shop.Email,
                TaxNumber = shop.TaxNumber,
                TimeZone = shop.TimeZone,
                Country = shop.Country,
                Currency = shop.Currency,
                DistanceUnit = shop.DistanceUnit,
                PlateRegion = shop.PlateRegion,
                DistancePerDay = shop.Shown("distancePerDay"),
                PromiseStep = shop.Shown("promiseStep"),
                PromiseSlack = shop.Shown("promiseSlack"),
                PromiseSlackMost = shop.Shown("promiseSlackMost"),
                CheckMinutes = shop.Shown("checkMinutes"),
                ChecksWork = shop.ChecksWork,
                TakesTips = shop.TakesTips,
                InterestPercent = shop.Shown("interestPercent"),
                InterestAfterDays = shop.Shown("interestAfterDays"),
                TakesBookings = shop.TakesBookings,
                ConfirmsBookings = shop.ConfirmsBookings,
                BookingShare = shop.Shown("bookingShare"),
                BookingLeadHours = shop.Shown("bookingLeadHours"),
                BookingDays = shop.Shown("bookingDays"),
                BookingStep = shop.Shown("bookingStep"),
                BookingWords = shop.BookingWords,
                PageColor = shop.PageColor,
                BookingPictureHash = shop.BookingPictureHash,
                BookingSite = shop.BookingSite,
                DeclinedAfterDays = shop.Shown("declinedAfterDays"),
                AskAgainDays = shop.Shown("askAgainDays"),
                MostFollowUps = shop.Shown("mostFollowUps"),
                ThanksAfterDays = shop.Shown("thanksAfterDays"),
                AwayMonths = shop.Shown("awayMonths"),
                WarrantyVisitDays = shop.Shown("warrantyVisitDays"),
                WeekBegins = shop.WeekBegins,
                AutomaticFollowUps = [.. Enum.GetValues<AutomaticFollowUps>().Where(k => k != 0 && shop.AutomaticFollowUps.HasFlag(k))],
                PrintsLines = shop.PrintsLines,
                PrintsPartNumbers = shop.PrintsPartNumbers,
                PrintsLaborHours = shop.PrintsLaborHours,
                RemindsOfAppointments = shop.RemindsOfAppointments,
                InUse = await db.Orders.AnyAsync(o => o.Id > 0),
                LogoHash = shop.LogoHash,
                Week = WeekdayHours.Of(shop.Shown),
                ClosedDays = [.. shop.ClosedDays.Where(c => c.On >= today)],
            }
        );
    }

    private static Task<IResult> Set(ShopSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            return await work.KeepFieldAsync(
                Target,
                1,
                request.Field,
                request.Value,
                request.Version,
                async () => shop.Set(request.Field, request.Value, await work.Db.Orders.AnyAsync(o => o.Id > 0)),
                () => shop.Version
            );
        });

    private static Task<IResult> Close(CloseRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            return Recorded(work, shop, shop.Close(request.On, request.Reason, shop.Local(work.Actor.At)));
        });

    /// <summary>Closes the shop on the days of a calendar file that are to come and on which it is open so far.</summary>
    private static Task<IResult> Import(ImportClosedRequest request, CommandRunner commands) =>
        commands.RunAsync<ClosedDaysImported>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            var now = shop.Local(work.Actor.At);
            var read = HolidayFile.Read(request.Text, now.Date);
            if (read.Problem is { } unreadable)
                return unreadable;
            var added = new List<ClosedDay>();
            foreach (var day in read.Value.Where(d => shop.HoursOn(d.On) is not null))
            {
                var typed = NodaTime.Text.LocalDatePattern.Iso.Format(day.On);
                var closed = shop.Close(typed, day.Reason, now);
                if (closed.Problem is { } refused)
                    return refused;
                work.Record(Target, 1, shop.Version, closed.Value);
                added.Add(day);
            }
            return new ClosedDaysImported(added, shop.Version);
        });

    private static Task<IResult> Open(OpenRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            return Recorded(work, shop, shop.Open(request.On));
        });

    private static Result<RecordChanged> Recorded(CommandContext work, Shop shop, Result<FieldChange> set)
    {
        if (set.Problem is { } problem)
            return problem;
        work.Record(Target, 1, shop.Version, set.Value);
        return new RecordChanged(1, shop.Version);
    }
}
