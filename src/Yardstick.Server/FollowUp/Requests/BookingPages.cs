using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>The page on which customers book: what, when it is really free, who they are.</summary>
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
        /// <summary>What stands over it.</summary>
        public required PageHead Head { get; init; }

        /// <summary>Name of the photo under the head, for its address; empty without one.</summary>
        public required string Picture { get; init; }

        /// <summary>Address of the shop.</summary>
        public required string Address { get; init; }

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

    /// <summary>
    /// A booking as it was typed. What people do not see, <c>Website</c>, only robots fill in. Who entered a code sends its key
    /// (<c>Known</c>) and one of their vehicles, or types another. A photo comes as base64.
    /// </summary>
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
        string? Website,
        string? Known = null,
        long? VehicleId = null,
        string? Photo = null
    );

    /// <summary>The key in the address with which the page was opened.</summary>
    public sealed record LinkOpened(string? Key);

    /// <summary>A booking that was taken.</summary>
    /// <param name="Token">Key to its page.</param>
    public sealed record BookingTaken(string Token);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var page = api.MapGroup("/customers-pages/booking").AllowAnonymous().LimitsPublic();
        page.MapGet("", PageAsync).Produces<BookingPage>();
        page.MapGet("/picture.jpg", PictureAsync);
        page.MapGet("/times", TimesAsync).Produces<IReadOnlyList<BookableDay>>().ProducesProblem(422);
        page.MapPost("/opened", OpenedAsync).Produces(204);
        page.MapPost("", BookAsync)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(BookingPhotos.MostSent))
            .Produces<BookingTaken>()
            .ProducesProblem(422);
    }

    /// <summary>The shop's photo. Another one has another address, so that a phone asks once.</summary>
    private static async Task<IResult> PictureAsync(ShopDb db, ContentStore store, HttpContext http)
    {
        var hash = await db.Shops.Select(s => s.BookingPictureHash).SingleOrDefaultAsync();
        if (string.IsNullOrEmpty(hash) || store.PathOf(hash, picture: true) is var path && !File.Exists(path))
            return Results.NotFound();
        http.Response.Headers.CacheControl = "public, max-age=86400";
        return Results.File(path, "image/jpeg");
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
                Head = PageHead.Of(shop),
                Picture = shop.BookingPictureHash,
                Address = shop.Address,
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
        var chosen = await BookingReader.ChosenAsync(db, ids);
        if (chosen.Problem is { } problem)
            return Problems.Of(problem);
        var choice = string.Join(',', chosen.Value.Select(s => s.Id).Order());
        return Results.Ok(await known.OfAsync(choice, async () =>
            {
                var times = await BookingReader.FreeAsync(db, time.Now());
                return
                [
                    .. times
                        .Days.Select(day => new BookableDay(day, [.. times.On(day, chosen.Value).Select(at => new BookableTime(day + at))]))
                        .Where(d => d.Times.Count > 0),
                ];
            }));
    }

    private static async Task<IResult> BookAsync(
        BookingRequest request,
        ShopDb before,
        SingleWriter writer,
        MessageComposer writing,
        Templates.Filler filler,
        BookingPhotos photos,
        TimeProvider time,
        HttpContext http
    )
    {
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var key))
            return Problems.Of(CommandRunner.NoId);
        if (!string.IsNullOrEmpty(request.Website))
            return Problems.Of(BookingRules.Robot);
        var country = (await before.Shops.AsNoTracking().SingleAsync()).Country;
        RequestMatch? known = null;
        if (!string.IsNullOrEmpty(request.Known))
        {
            var file = await BookingIdentity.OfAsync(before, request, time.Now());
            if (file.Problem is { } unknown)
                return Problems.Of(unknown);
            (request, known) = file.Value;
        }
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
        // A second press of a booking that was taken keeps nothing and is refused nothing.
        var photo = await before.OutsideRequests.AnyAsync(r => r.Key == key.ToString())
            ? ""
            : await photos.KeepAsync(before, request.Photo, typed.Value.Phone.E164, time.Now());
        if (photo.Problem is { } noPhoto)
            return Problems.Of(noPhoto);
        var token = CommandSecret.TokenOf(http);
        var taken = await CommandRunner.RunAsync<BookingTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            // A second press, or an answer that was lost, books once.
            if (await work.Db.OutsideRequests.AnyAsync(r => r.Key == key.ToString()))
                return new BookingTaken(token);
            var made = await TakeAsync(work, request, typed.Value, known, photo.Value, key.ToString(), token);
            if (made.Problem is { } problem)
                return problem;
            var shop = await work.Db.Shops.SingleAsync();
            if (made.Value.State == AppointmentState.Confirmed)
                await AppointmentMessages.WriteAsync(work, shop, made.Value, writing, filler, body =>
                    MessageComposer.WithLink(body, shop, http.Request, $"book/{token}")
                );
            return new BookingTaken(token);
        });
        return taken.Problem is { } refused ? Problems.Of(refused) : Results.Ok(taken.Value);
    }

    private static async Task<Result<Appointment>> TakeAsync(
        CommandContext work,
        BookingRequest request,
        BookingInput.Typed typed,
        RequestMatch? known,
        string photo,
        string key,
        string token
    )
    {
        var (db, now) = (work.Db, work.Actor.At);
        var chosen = await BookingReader.ChosenAsync(db, request.ServiceIds);
        if (chosen.Problem is { } noService)
            return noService;
        var phone = typed.Phone.E164;
        if ((await BookingReader.MayTakeAsync(db, phone, now)).Problem is { } noMore)
            return noMore;
        var place = (await BookingReader.FreeAsync(db, now)).PlaceAt(request.Start, chosen.Value);
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
            PhotoHash = photo,
        };
        kept.IsOf(known ?? await RequestMatching.OfAsync(db, phone, "", typed.Plate));
        var appointment = made.Value;
        var own = chosen.Value.Where(s => s.CannedJobId is null).Select(s => s.Title);
        appointment.FillIn(
            kept.ToWish(string.Join(". ", own.Append(typed.Words).Where(w => w.Length > 0))) with
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
}
