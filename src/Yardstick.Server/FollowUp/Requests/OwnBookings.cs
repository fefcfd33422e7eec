using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
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

/// <summary>A customer's booking behind its link: shown, moved, called off, taken into a calendar.</summary>
public static class OwnBookings
{
    /// <summary>A booking behind its link.</summary>
    public sealed record BookingView
    {
        /// <summary>What stands over it.</summary>
        public required PageHead Head { get; init; }

        /// <summary>Address of the shop.</summary>
        public required string Address { get; init; }

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
        var own = api.MapGroup("/customers-pages/bookings/{token}").AllowAnonymous().LimitsPublic();
        own.MapGet("", ShowAsync).Produces<BookingView>().ProducesProblem(404);
        own.MapGet("/appointment.ics", CalendarAsync);
        own.MapPost("/cancel", CancelAsync).Produces<BookingPages.BookingTaken>().ProducesProblem(422);
        own.MapPost("/move", MoveAsync).Produces<BookingPages.BookingTaken>().ProducesProblem(422);
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
                Head = PageHead.Of(shop),
                Address = shop.Address,
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
            var services = await BookingReader.ChosenAsync(db, request.ServiceIds);
            if (services.Problem is { } notOffered)
                return notOffered;
            var place = (await BookingReader.FreeAsync(db, work.Actor.At, appointment.Id)).PlaceAt(move.Start, services.Value);
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
        var changed = await CommandRunner.RunAsync<BookingPages.BookingTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            if (await FindAsync(work.Db, token) is not var (request, appointment))
                return Gone.Booking;
            var shop = await work.Db.Shops.SingleAsync();
            if (!appointment.MayChangeByCustomer(shop.Local(work.Actor.At)))
                return BookingRules.Over;
            return (await change(work.Db, request, appointment, shop, work)).Problem is { } problem
                ? problem
                : new BookingPages.BookingTaken(token);
        });
        return changed.Problem is { } refused ? Problems.Of(refused) : Results.Ok(changed.Value);
    }
}
