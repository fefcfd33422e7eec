using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>Washing and other work beside the stage: the list of its people, with key tag and place; done, and the keys back.</summary>
public static class AfterWorkList
{
    /// <summary>What is to be done.</summary>
    public sealed record AfterWorkRequest(string? Title);

    /// <summary>How far it is.</summary>
    public sealed record AfterWorkStepRequest(AfterWorkStep Step);

    /// <summary>Off the list, or on it again.</summary>
    public sealed record AfterWorkRemoveRequest(bool Removed);

    /// <summary>One piece of work beside the stage.</summary>
    public sealed record AfterWorkView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>The order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of the order.</summary>
        public required long Number { get; init; }

        /// <summary>What is to be done.</summary>
        public required string Title { get; init; }

        /// <summary>Plate.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>Key tag.</summary>
        public required string KeyTag { get; init; }

        /// <summary>Where the keys are.</summary>
        public required string KeysAt { get; init; }

        /// <summary>Where the vehicle is.</summary>
        public required string CarAt { get; init; }

        /// <summary>When it is promised.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>The work is done: it can begin.</summary>
        public required bool IsReady { get; init; }

        /// <summary>The stage, while the work goes on.</summary>
        public required string StageName { get; init; }

        /// <summary>How far it is.</summary>
        public required AfterWorkStep Step { get; init; }

        /// <summary>Who has the keys.</summary>
        public required string By { get; init; }

        /// <summary>The customer waits here.</summary>
        public required bool CustomerWaits { get; init; }
    }

    /// <summary>The list.</summary>
    public sealed record AfterWorkPageView(LocalDateTime Now, IReadOnlyList<AfterWorkView> Items);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/after-work", (ReadModel<AfterWorkPageView> list, HttpContext http) => list.AnswerAsync(http))
            .Asks(Permission.SeeFloor)
            .Produces<AfterWorkPageView>()
            .Produces(304);
        api.MapPost("/orders/{id:long}/after-work", Ask).Asks(Permission.SeeFloor).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/after-work/{id:long}/step", Step).Asks(Permission.AfterWork).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/after-work/{id:long}/remove", Remove).Asks(Permission.PlanWork).Produces<RecordChanged>();
    }

    /// <summary>Washers and counter look at one list.</summary>
    internal static ReadModel<AfterWorkPageView> Model(IServiceProvider services) =>
        new(
            services,
            null,
            new HashSet<TopicKind> { TopicKind.AfterWork, TopicKind.Orders, TopicKind.Setup },
            TimeSpan.FromSeconds(20),
            ReadAsync
        );

    private static async Task<AfterWorkPageView> ReadAsync(ShopDb db, Instant utcNow)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var open = await db
            .AfterWork.AsNoTracking()
            .Where(AfterWork.Open)
            .Join(db.Orders, a => a.OrderId, o => o.Id, (a, o) => new { Work = a, Order = o })
            // What was collected is gone, whether its keys were told or not.
            .Where(x => (x.Order.State == OrderState.Open || x.Order.State == OrderState.Posted) && x.Order.Stage < Stage.Collected)
            .ToListAsync();
        var vehicleIds = open.Select(x => x.Order.VehicleId).OfType<long>().ToList();
        var vehicles = await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var people = open.Select(x => x.Work.ById).OfType<long>().ToList();
        var names = await db.Staff.AsNoTracking().Where(s => people.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.ShortName);
        var stages = await db.StageListAsync();
        return new AfterWorkPageView(
            shop.Local(utcNow),
            [
                .. open.OrderBy(x => x.Order.Stage < Stage.Done)
                    .ThenBy(x => x.Order.PromisedAt ?? LocalDateTime.MaxIsoValue)
                    .ThenBy(x => x.Work.Id)
                    .Select(x =>
                    {
                        var vehicle = x.Order.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : null;
                        return new AfterWorkView
                        {
                            Id = x.Work.Id,
                            OrderId = x.Order.Id,
                            Number = x.Order.Number,
                            Title = x.Work.Title,
                            Plate = vehicle?.Plate.Text ?? "",
                            Vehicle = vehicle?.ShortDescription ?? "",
                            KeyTag = x.Order.KeyTag,
                            KeysAt = x.Order.KeysAt,
                            CarAt = x.Order.CarAt,
                            PromisedAt = x.Order.PromisedAt,
                            IsReady = x.Order.Stage >= Stage.Done,
                            StageName = x.Order.StageIn(stages).Name,
                            Step = x.Work.Step,
                            By = x.Work.ById is { } by ? names.GetValueOrDefault(by, "") : "",
                            CustomerWaits = x.Order.CustomerWaits,
                        };
                    }),
            ]
        );
    }

    private static Task<IResult> Ask(long id, AfterWorkRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Orders.FirstOrDefaultAsync(o => o.Id == id) is not { State: OrderState.Open or OrderState.Posted })
                return Gone.Order;
            var made = AfterWork.Ask(id, request.Title, await db.AfterWork.Where(a => a.OrderId == id).ToListAsync());
            if (made.Problem is { } problem)
                return problem;
            db.AfterWork.Add(made.Value);
            await db.SaveChangesAsync();
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Step(long id, AfterWorkStepRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.AfterWork.FindAsync(id) is not { } afterWork)
                return Gone.AfterWork;
            return afterWork.Go(request.Step, work.Actor).Problem is { } refused ? refused : new RecordChanged(id, afterWork.Version);
        });

    private static Task<IResult> Remove(long id, AfterWorkRemoveRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.AfterWork.FindAsync(id) is not { } afterWork)
                return Gone.AfterWork;
            afterWork.Remove(request.Removed, work.Actor.At);
            return new RecordChanged(id, afterWork.Version);
        });
}

/// <summary>A wash that is asked for at check-in, or later on the order, enters the list by itself, and leaves it again.</summary>
public sealed class WashFollower : IOrderFollower
{
    /// <inheritdoc />
    public async Task FollowAsync(ShopDb db, Order order, Actor actor)
    {
        var washes = await db.AfterWork.Where(a => a.OrderId == order.Id && a.Title == AfterWork.Wash).ToListAsync();
        if (order.WashingWanted && washes.TrueForAll(w => w.RemovedAt is not null) && order.VehicleId is not null)
            db.AfterWork.Add(AfterWork.Ask(order.Id, AfterWork.Wash, washes).Value);
        foreach (var wash in washes.Where(w => !order.WashingWanted && w is { RemovedAt: null, Step: AfterWorkStep.Waiting }))
            wash.Remove(true, actor.At);
        await db.SaveChangesAsync();
    }
}
