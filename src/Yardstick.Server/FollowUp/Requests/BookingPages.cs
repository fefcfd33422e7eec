using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>The page on which customers book: what, when it is really free, who they are; and their booking behind its link.</summary>
public static class BookingPages
{
    /// <summary>A service to choose.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Words">A sentence about it.</param>
    /// <param name="Minutes">How long it takes.</param>
    /// <param name="PriceFrom">What it costs at least, before tax; null says nothing.</param>
    public sealed record BookableService(long Id, string Title, string Words, int Minutes, decimal? PriceFrom);

    /// <summary>The page before anything is chosen.</summary>
    public sealed record BookingPage
    {
        /// <summary>Name of the shop.</summary>
        public required string Shop { get; init; }

        /// <summary>Its telephone.</summary>
        public required string Phone { get; init; }

        /// <summary>Its address.</summary>
        public required string Address { get; init; }

        /// <summary>It has a logo.</summary>
        public required bool Logo { get; init; }

        /// <summary>Bookings are taken.</summary>
        public required bool IsOpen { get; init; }

        /// <summary>What the shop says over it.</summary>
        public required string Words { get; init; }

        /// <summary>A booking stands at once; else somebody confirms it.</summary>
        public required bool Confirms { get; init; }

        /// <summary>ISO 4217 currency of prices.</summary>
        public required string Currency { get; init; }

        /// <summary>Services.</summary>
        public required IReadOnlyList<BookableService> Services { get; init; }
    }

    /// <summary>A time that can be booked, wall time, as it is sent back.</summary>
    public sealed record BookableTime(LocalDateTime Start);

    /// <summary>A day and its times.</summary>
    public sealed record BookableDay(LocalDate Day, IReadOnlyList<BookableTime> Times);

    /// <summary>A booking as it was typed. What people do not see, <c>Website</c>, only robots fill in.</summary>
    public sealed record BookingRequest(
        IReadOnlyList<long> ServiceIds,
        LocalDateTime Start,
        string? Name,
        string? Phone,
        string? Email,
        string? Plate,
        string? Vehicle,
        string? Words,
        bool Waits,
        string? Website
    );

    /// <summary>A question as it was typed. What people do not see, <c>Website</c>, only robots fill in.</summary>
    public sealed record QuestionRequest(string? Name, string? Phone, string? Email, string? Vehicle, string? Words, string? Website);

    /// <summary>A question that came in.</summary>
    /// <param name="Sentence">What happens next.</param>
    public sealed record QuestionTaken(string Sentence);

    /// <summary>The key in the address with which the page was opened.</summary>
    public sealed record LinkOpened(string? Key);

    /// <summary>A booking that was taken.</summary>
    /// <param name="Token">Key to its page.</param>
    public sealed record BookingTaken(string Token);

    /// <summary>A booking behind its link.</summary>
    public sealed record BookingView
    {
        /// <summary>Name of the shop.</summary>
        public required string Shop { get; init; }

        /// <summary>Its telephone.</summary>
        public required string Phone { get; init; }

        /// <summary>Its address.</summary>
        public required string Address { get; init; }

        /// <summary>It has a logo.</summary>
        public required bool Logo { get; init; }

        /// <summary>How far it is.</summary>
        public required AppointmentState State { get; init; }

        /// <summary>The same in a sentence.</summary>
        public required string Sentence { get; init; }

        /// <summary>When, wall time.</summary>
        public required LocalDateTime Start { get; init; }

        /// <summary>What it is for.</summary>
        public required string Title { get; init; }

        /// <summary>Services, to find another time.</summary>
        public required IReadOnlyList<long> ServiceIds { get; init; }

        /// <summary>It can be moved or called off here.</summary>
        public required bool MayChange { get; init; }
    }

    /// <summary>Another time.</summary>
    public sealed record BookingMoveRequest(LocalDateTime Start);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var page = api.MapGroup("/customers-pages/booking").AllowAnonymous().RequireRateLimiting(PublicPages.Limit);
        page.MapGet("", PageAsync).Produces<BookingPage>();
        page.MapGet("/times", TimesAsync).Produces<IReadOnlyList<BookableDay>>().ProducesProblem(422);
        page.MapPost("/opened", OpenedAsync).Produces(204);
        page.MapPost("", BookAsync).Produces<BookingTaken>().ProducesProblem(422);
        page.MapPost("/questions", AskAsync).Produces<QuestionTaken>().ProducesProblem(422);
        var own = api.MapGroup("/customers-pages/bookings/{token}").AllowAnonymous().RequireRateLimiting(PublicPages.Limit);
        own.MapGet("", ShowAsync).Produces<BookingView>().ProducesProblem(404);
        own.MapGet("/appointment.ics", CalendarAsync);
        own.MapPost("/cancel", CancelAsync).Produces<BookingTaken>().ProducesProblem(422);
        own.MapPost("/move", MoveAsync).Produces<BookingTaken>().ProducesProblem(422);
    }

    /// <summary>The page was opened from a message.</summary>
    private static async Task<IResult> OpenedAsync(LinkOpened request, ShopDb before, SingleWriter writer, TimeProvider time)
    {
        var key = request.Key;
        // A stranger's guesses do not get to write.
        if (
            key is not { Length: FollowUpLink.KeyLength }
            || !await before.FollowUpActs.AnyAsync(a => a.LinkKey == key && a.LinkKey != "" && a.OpenedAt == null)
        )
            return Results.NoContent();
        await CommandRunner.RunAsync<bool>(writer, Actor.Program(time.Now()), async work =>
        {
            foreach (var act in await work.Db.FollowUpActs.Where(a => a.LinkKey == key && a.LinkKey != "").ToListAsync())
                act.Opened(work.Actor.At);
            await work.Db.SaveChangesAsync();
            return true;
        });
        return Results.NoContent();
    }

    private static async Task<IResult> PageAsync(ShopDb db)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var services = await db.BookingServices.AsNoTracking().Where(s => s.RemovedAt == null).OrderBy(s => s.Id).ToListAsync();
        return Results.Ok(
            new BookingPage
            {
                Shop = shop.Name,
                Phone = shop.Phone,
                Address = shop.Address,
                Logo = shop.LogoHash.Length > 0,
                IsOpen = shop.TakesBookings && services.Count > 0,
                Words = shop.BookingWords,
                Confirms = shop.ConfirmsBookings,
                Currency = shop.Currency,
                Services = shop.TakesBookings
                    ? services.ConvertAll(s => new BookableService(s.Id, s.Title, s.Words, s.Minutes, s.PriceFrom?.Amount))
                    : [],
            }
        );
    }

    /// <param name="db">The database.</param>
    /// <param name="time">The clock.</param>
    /// <param name="known">What was computed.</param>
    /// <param name="services">Keys of services, with commas.</param>
    private static async Task<IResult> TimesAsync(ShopDb db, TimeProvider time, BookableTimes known, string services)
    {
        var ids = services.Split(',').Select(t => long.TryParse(t, CultureInfo.InvariantCulture, out var id) ? id : 0).ToList();
        var chosen = await ChosenAsync(db, ids);
        if (chosen.Problem is { } problem)
            return Problems.Of(problem);
        var choice = string.Join(',', chosen.Value.Select(s => s.Id).Order());
        return Results.Ok(await known.OfAsync(choice, async () =>
            {
                var times = await FreeAsync(db, time.Now());
                return
                [
                    .. times
                        .Days.Select(day => new BookableDay(day, [.. times.On(day, chosen.Value).Select(at => new BookableTime(day + at))]))
                        .Where(d => d.Times.Count > 0),
                ];
            }));
    }

    private static async Task<Result<List<BookingService>>> ChosenAsync(ShopDb db, IReadOnlyList<long> ids)
    {
        if (!(await db.Shops.AsNoTracking().SingleAsync()).TakesBookings)
            return BookingRules.Closed;
        if (ids.Count is 0 or > BookingRules.MostServices)
            return BookingRules.NoService;
        var found = await db.BookingServices.AsNoTracking().Where(s => ids.Contains(s.Id) && s.RemovedAt == null).ToListAsync();
        return found.Count == ids.Distinct().Count() ? found : Gone.BookingService;
    }

    /// <summary>What is free, by everything that takes time as it stands now.</summary>
    private static async Task<BookingTimes> FreeAsync(ShopDb db, Instant now, long? but = null)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(now).Date;
        var read = await CalendarReader.ReadAsync(db, today, today.PlusDays(shop.BookingDays), now);
        read.Appointments.RemoveAll(a => a.Id == but);
        var booked = read
            .Appointments.Where(a => a.IsOn && a.Source == BookingRules.Source)
            .GroupBy(a => a.Start.Date)
            .ToDictionary(g => g.Key, g => g.Sum(a => a.Minutes));
        // Work that is approved and not scheduled takes time as well, where the plan would have it done.
        var plan = await Promises.ReadAsync(db, now);
        plan = plan with { Appointments = [.. plan.Appointments.Where(a => a.Id != but)] };
        return new BookingTimes(read.Shop, read.CalendarWithUnassigned(plan), read.Technicians, read.Bays, booked, read.Now);
    }

    private static async Task<IResult> BookAsync(
        BookingRequest request,
        ShopDb before,
        SingleWriter writer,
        MessageComposer writing,
        Templates.Filler filler,
        Outbox outbox,
        TimeProvider time,
        HttpContext http
    )
    {
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var key))
            return Problems.Of(CommandRunner.NoId);
        if (!string.IsNullOrEmpty(request.Website))
            return Problems.Of(BookingRules.Robot);
        var country = (await before.Shops.AsNoTracking().SingleAsync()).Country;
        var typed = new BookingInput(
            request.Name,
            request.Phone,
            request.Email,
            request.Plate,
            request.Vehicle,
            request.Words,
            request.Waits
        ).Read(country);
        if (typed.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var token = CommandSecret.TokenOf(http);
        var taken = await CommandRunner.RunAsync<BookingTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            // A second press, or an answer that was lost, books once.
            if (await work.Db.OutsideRequests.AnyAsync(r => r.Key == key.ToString()))
                return new BookingTaken(token);
            var made = await TakeAsync(work, request, typed.Value, key.ToString(), token);
            if (made.Problem is { } problem)
                return problem;
            var shop = await work.Db.Shops.SingleAsync();
            if (made.Value.State == AppointmentState.Confirmed)
                await AppointmentMessages.WriteAsync(work, shop, made.Value, writing, filler, body =>
                    MessageComposer.WithLink(body, shop, http.Request, $"book/{token}")
                );
            return new BookingTaken(token);
        });
        outbox.Wake();
        return taken.Problem is { } refused ? Problems.Of(refused) : Results.Ok(taken.Value);
    }

    /// <summary>A question comes into the tray; asked again before anybody answered it is one with the first.</summary>
    private static async Task<IResult> AskAsync(
        QuestionRequest asked,
        ShopDb before,
        SingleWriter writer,
        TimeProvider time,
        HttpContext http
    )
    {
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var key))
            return Problems.Of(CommandRunner.NoId);
        if (!string.IsNullOrEmpty(asked.Website))
            return Problems.Of(BookingRules.Robot);
        var shop = await before.Shops.AsNoTracking().SingleAsync();
        if (!shop.TakesBookings)
            return Problems.Of(BookingRules.Closed);
        var typed = new BookingInput(asked.Name, asked.Phone, asked.Email, "", asked.Vehicle, asked.Words, false).ReadQuestion(
            shop.Country
        );
        if (typed.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var taken = await CommandRunner.RunAsync<QuestionTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            var (db, now, phone) = (work.Db, work.Actor.At, typed.Value.Phone.E164);
            var told = new QuestionTaken($"Thank you. {shop.Name} answers by text.");
            if (await db.OutsideRequests.AnyAsync(r => r.Key == key.ToString()))
                return told;
            if ((await MayTakeAsync(db, phone, now)).Problem is { } noMore)
                return noMore;
            var open = await db.OutsideRequests.FirstOrDefaultAsync(r =>
                r.Phone == phone && r.Kind == RequestKind.Question && r.State == RequestState.Open
            );
            if (open?.AskedAgain(now, typed.Value.Words) != true)
            {
                var kept = new OutsideRequest
                {
                    Key = key.ToString(),
                    Kind = RequestKind.Question,
                    At = now,
                    Name = typed.Value.Name,
                    Phone = phone,
                    Email = typed.Value.Email,
                    Vehicle = typed.Value.Vehicle,
                    Words = typed.Value.Words,
                };
                kept.IsOf(await RequestMatching.OfAsync(db, phone, "", Plate.None));
                db.OutsideRequests.Add(kept);
            }
            work.Notify($"{typed.Value.Name} asks: {TextInput.Short(typed.Value.Words)}", null);
            await db.SaveChangesAsync();
            return told;
        });
        return taken.Problem is { } refused ? Problems.Of(refused) : Results.Ok(taken.Value);
    }

    private static async Task<Result> MayTakeAsync(ShopDb db, string phone, Instant now)
    {
        var (week, lately) = (now - Duration.FromDays(BookingRules.PhoneDays), now - Duration.FromMinutes(BookingRules.LatelyMinutes));
        return BookingRules.MayTake(
            await db.OutsideRequests.CountAsync(r => r.Phone == phone && r.At >= week && r.State != RequestState.SetAside),
            await db.OutsideRequests.CountAsync(r => r.At >= lately)
        );
    }

    private static async Task<Result<Appointment>> TakeAsync(
        CommandContext work,
        BookingRequest request,
        BookingInput.Typed typed,
        string key,
        string token
    )
    {
        var (db, now) = (work.Db, work.Actor.At);
        var chosen = await ChosenAsync(db, request.ServiceIds);
        if (chosen.Problem is { } noService)
            return noService;
        var phone = typed.Phone.E164;
        if ((await MayTakeAsync(db, phone, now)).Problem is { } noMore)
            return noMore;
        var place = (await FreeAsync(db, now)).PlaceAt(request.Start, chosen.Value);
        if (place.Problem is { } gone)
            return gone;
        var shop = await db.Shops.SingleAsync();
        var made = Appointment.Create(
            request.Start,
            chosen.Value.Sum(s => s.Minutes),
            place.Value.TechnicianId,
            place.Value.BayId,
            shop.Local(now),
            work.Actor
        );
        if (made.Problem is { } problem)
            return problem;
        var kept = new OutsideRequest
        {
            Key = key,
            Kind = RequestKind.Booking,
            At = now,
            Name = typed.Name,
            Phone = phone,
            Email = typed.Email,
            Plate = typed.Plate.Text,
            Vehicle = typed.Vehicle,
            Words = typed.Words,
            TokenHash = LinkToken.HashOf(token),
            ServiceIds = request.ServiceIds,
        };
        kept.IsOf(await RequestMatching.OfAsync(db, phone, "", typed.Plate));
        var appointment = made.Value;
        var own = chosen.Value.Where(s => s.CannedJobId is null).Select(s => s.Title);
        appointment.FillIn(
            kept.ToWish(string.Join(". ", own.Append(typed.Words).Where(w => w.Length > 0)), BookingRules.Source) with
            {
                Waits = request.Waits,
                IsAsked = !shop.ConfirmsBookings,
            }
        );
        var cannedIds = chosen.Value.Select(s => s.CannedJobId).OfType<long>().ToList();
        var canned = await db.CannedJobs.Include(c => c.Lines).Where(c => cannedIds.Contains(c.Id)).ToListAsync();
        appointment.SetServices(canned.Select(Appointments.ServiceOf));
        db.Appointments.Add(appointment);
        await db.SaveChangesAsync();
        kept.Became(appointment.Id);
        if (shop.ConfirmsBookings)
            kept.Settle(RequestState.Done, "Confirmed automatically", work.Actor);
        db.OutsideRequests.Add(kept);
        work.Notify($"{typed.Name} booked {appointment.Start:ddd, MMM d} at {appointment.Start.Clock()}: {appointment.Title}", null);
        await db.SaveChangesAsync();
        return appointment;
    }

    private static async Task<(OutsideRequest Request, Appointment Appointment)?> FindAsync(ShopDb db, string token)
    {
        var hash = LinkToken.HashOf(token);
        if (
            token.Length > 64
            || await db.OutsideRequests.FirstOrDefaultAsync(r => r.TokenHash == hash && r.TokenHash != "")
                is not { AppointmentId: { } id } request
            || await db.LoadAppointmentAsync(id) is not { } appointment
        )
            return null;
        return (request, appointment);
    }

    private static async Task<IResult> ShowAsync(string token, ShopDb db, TimeProvider time)
    {
        if (await FindAsync(db, token) is not var (request, appointment))
            return Problems.Of(Gone.Booking);
        var shop = await db.Shops.SingleAsync();
        return Results.Ok(
            new BookingView
            {
                Shop = shop.Name,
                Phone = shop.Phone,
                Address = shop.Address,
                Logo = shop.LogoHash.Length > 0,
                State = appointment.State,
                Sentence = appointment.ForCustomer,
                Start = appointment.Start,
                Title = appointment.Title,
                ServiceIds = request.ServiceIds,
                MayChange = appointment.MayChangeByCustomer(shop.Local(time.Now())),
            }
        );
    }

    private static async Task<IResult> CalendarAsync(string token, ShopDb db)
    {
        if (await FindAsync(db, token) is not var (_, appointment))
            return Problems.Of(Gone.Booking);
        return await CalendarFeeds.OfAppointmentAsync(db, appointment.Id);
    }

    private static Task<IResult> CancelAsync(string token, SingleWriter writer, TimeProvider time) =>
        ChangeAsync(token, writer, time, (_, request, appointment, shop, work) =>
        {
            var off = appointment.Become(AppointmentState.Canceled, "Canceled by the customer", shop.Local(work.Actor.At));
            if (off.Problem is { } problem)
                return Task.FromResult<Result>(problem);
            request.Settle(RequestState.Done, "Canceled by the customer", work.Actor);
            work.Notify(
                $"{request.Name} canceled {appointment.Start:ddd, MMM d} at {appointment.Start.Clock()}: {appointment.Title}",
                null
            );
            return Task.FromResult(Result.Done);
        });

    private static Task<IResult> MoveAsync(string token, BookingMoveRequest move, SingleWriter writer, TimeProvider time) =>
        ChangeAsync(token, writer, time, async (db, request, appointment, shop, work) =>
        {
            var services = await ChosenAsync(db, request.ServiceIds);
            if (services.Problem is { } notOffered)
                return notOffered;
            var place = (await FreeAsync(db, work.Actor.At, appointment.Id)).PlaceAt(move.Start, services.Value);
            if (place.Problem is { } taken)
                return taken;
            var moved = appointment.MoveTo(place.Value, appointment.Version, shop.Local(work.Actor.At), work.Actor);
            if (moved.Problem is { } refused)
                return refused;
            work.Notify(
                $"{request.Name} moved to {appointment.Start:ddd, MMM d} at {appointment.Start.Clock()}: {appointment.Title}",
                null
            );
            return Result.Done;
        });

    private static async Task<IResult> ChangeAsync(
        string token,
        SingleWriter writer,
        TimeProvider time,
        Func<ShopDb, OutsideRequest, Appointment, Shop, CommandContext, Task<Result>> change
    )
    {
        var changed = await CommandRunner.RunAsync<BookingTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            if (await FindAsync(work.Db, token) is not var (request, appointment))
                return Gone.Booking;
            var shop = await work.Db.Shops.SingleAsync();
            if (!appointment.MayChangeByCustomer(shop.Local(work.Actor.At)))
                return BookingRules.Over;
            return (await change(work.Db, request, appointment, shop, work)).Problem is { } problem ? problem : new BookingTaken(token);
        });
        return changed.Problem is { } refused ? Problems.Of(refused) : Results.Ok(changed.Value);
    }
}
