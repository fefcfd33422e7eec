using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Everything that is due to be followed up, with why now, what it is worth and what was tried.</summary>
public static class FollowUps
{
    private const int Most = 3000;

    /// <summary>Something that was done about it.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="What">What.</param>
    /// <param name="Words">The same in words.</param>
    /// <param name="Note">What was said, or why.</param>
    /// <param name="At">When, wall time.</param>
    /// <param name="By">Who.</param>
    public sealed record FollowUpActView(long Id, FollowUpActKind What, string Words, string Note, LocalDateTime At, string By);

    /// <summary>A reason to get in touch.</summary>
    public sealed record FollowUpRow
    {
        /// <summary>Why.</summary>
        public required FollowUpKind Kind { get; init; }

        /// <summary>Key of what is the reason.</summary>
        public required long SourceId { get; init; }

        /// <summary>The customer.</summary>
        public required long CustomerId { get; init; }

        /// <summary>Their name.</summary>
        public required string Customer { get; init; }

        /// <summary>Telephone to call, as it is read; empty without one.</summary>
        public required string Phone { get; init; }

        /// <summary>Number or address that is written to, as it is read; empty where nobody may write.</summary>
        public required string Address { get; init; }

        /// <summary>The vehicle; null for none.</summary>
        public required long? VehicleId { get; init; }

        /// <summary>Its plate.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The order that it comes from.</summary>
        public required long? OrderId { get; init; }

        /// <summary>What it is about.</summary>
        public required string Title { get; init; }

        /// <summary>Why now.</summary>
        public required string Why { get; init; }

        /// <summary>When it is due, or can be asked again.</summary>
        public required LocalDate On { get; init; }

        /// <summary>What it is worth before tax, as it was told; zero where nobody can tell.</summary>
        public required decimal Worth { get; init; }

        /// <summary>How far it is.</summary>
        public required FollowUpState State { get; init; }

        /// <summary>What was tried last; empty for nothing.</summary>
        public required string Tried { get; init; }

        /// <summary>Why nobody may write now; empty where one may.</summary>
        public required string NoMessage { get; init; }

        /// <summary>What was done, the latest first.</summary>
        public required IReadOnlyList<FollowUpActView> Acts { get; init; }
    }

    /// <summary>How much there is of a kind.</summary>
    /// <param name="Kind">Which.</param>
    /// <param name="Due">Rows that are due or answered.</param>
    /// <param name="Worth">What these are worth.</param>
    public sealed record FollowUpKindSum(FollowUpKind Kind, int Due, decimal Worth);

    /// <summary>All of it.</summary>
    /// <param name="Rows">Reasons, the most pressing first.</param>
    /// <param name="Kinds">Their sums.</param>
    /// <param name="More">Rows that were left out because there are too many.</param>
    public sealed record FollowUpList(IReadOnlyList<FollowUpRow> Rows, IReadOnlyList<FollowUpKindSum> Kinds, int More);

    /// <summary>Which reason.</summary>
    public sealed record FollowUpKey(FollowUpKind Kind, long SourceId);

    /// <summary>What was done about a reason: a call, put off until a day as typed, or closed.</summary>
    public sealed record FollowUpActRequest(FollowUpKind Kind, long SourceId, FollowUpActKind What, string? Note, string? Until);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/follow-ups", (ReadModel<FollowUpList> list, HttpContext http) => list.AnswerAsync(http))
            .Asks(Permission.WriteToCustomers)
            .Produces<FollowUpList>()
            .Produces(304);
        api.MapPost("/follow-ups/acts", Act).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/follow-ups/acts/{id:long}/take-back", (long id, CommandRunner commands) => TakeBack(id, back: true, commands))
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/follow-ups/acts/{id:long}/restore", (long id, CommandRunner commands) => TakeBack(id, back: false, commands))
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    /// <summary>The list is the same for everybody: one computation serves all screens.</summary>
    internal static ReadModel<FollowUpList> Model(IServiceProvider services) =>
        new(
            services,
            null,
            new HashSet<TopicKind>
            {
                TopicKind.FollowUps,
                TopicKind.Order,
                TopicKind.Orders,
                TopicKind.Customer,
                TopicKind.Vehicle,
                TopicKind.Calendar,
                TopicKind.Messages,
                TopicKind.Setup,
            },
            TimeSpan.FromSeconds(60),
            (db, now) => ReadAsync(services.GetRequiredService<FollowUpBook>(), db, now)
        );

    private static async Task<FollowUpList> ReadAsync(FollowUpBook book, ShopDb db, Instant now)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(now).Date;
        var page = await book.ReadAsync(db, shop, now);
        var reaches = await FollowUpReaches.WithAsync(db, shop, now, page.Dealings);
        var standings = page
            .Reasons.Values.Select(r => (Reason: r, Standing: StandingOf(r)))
            .OrderBy(r => r.Standing.State)
            .ThenBy(r => r.Standing.On)
            .ThenBy(r => r.Reason.Kind)
            .ThenBy(r => r.Reason.SourceId)
            .ToList();
        // Who they are and how they are reached is looked up for those that are shown.
        var shown = standings.GetRange(0, Math.Min(Most, standings.Count)).ConvertAll(s => s.Reason);
        await reaches.ReadCustomersAsync(db, shown.Select(r => r.CustomerId));
        var vehicles = await VehiclesAsync(db, shown);
        var staff = await db.ShortNamesAsync();
        var rows = shown
            .Select(RowOf)
            .OrderBy(r => r.State)
            .ThenBy(r => r.On)
            .ThenBy(r => r.Customer, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        return new FollowUpList(
            rows,
            [
                .. standings
                    .Where(s => s.Standing.State is FollowUpState.Due or FollowUpState.Answered)
                    .GroupBy(s => s.Reason.Kind)
                    .OrderBy(g => g.Key)
                    .Select(g => new FollowUpKindSum(g.Key, g.Count(), new Money(g.Sum(s => s.Reason.Worth.Cents)).Amount)),
            ],
            standings.Count - rows.Count
        );

        FollowUpStanding StandingOf(FollowUpReason reason) =>
            FollowUpStanding.Of(reason, reaches.ActsOf(reason), reaches.Of(reason), shop, today);

        FollowUpRow RowOf(FollowUpReason reason)
        {
            var (reach, standing) = (reaches.Of(reason), StandingOf(reason));
            var vehicle = reason.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : default;
            return new FollowUpRow
            {
                Kind = reason.Kind,
                SourceId = reason.SourceId,
                CustomerId = reason.CustomerId,
                Customer = reaches.Customers.GetValueOrDefault(reason.CustomerId)?.DisplayName ?? "",
                Phone = reach.Phone.Length > 0 ? new PhoneNumber(reach.Phone).Shown(shop.Country) : "",
                Address = MessageAddress.Shown(reach.Channel, reach.Address, shop.Country),
                VehicleId = reason.VehicleId,
                Plate = vehicle.Plate ?? "",
                Vehicle = vehicle.Words ?? "",
                OrderId = reason.OrderId,
                Title = reason.Title,
                Why = reason.Why,
                On = standing.On,
                Worth = reason.Worth.Amount,
                State = standing.State,
                Tried = standing.Tried,
                NoMessage = standing.NoMessage?.Message ?? "",
                Acts =
                [
                    .. reaches
                        .ActsOf(reason)
                        .Where(a => a.TakenBackAt is null)
                        .Select(a => new FollowUpActView(
                            a.Id,
                            a.What,
                            a.Words,
                            a.Note,
                            shop.Local(a.At),
                            staff.GetValueOrDefault(a.ById, "Automatic")
                        )),
                ],
            };
        }
    }

    private static async Task<Dictionary<long, (string Plate, string Words)>> VehiclesAsync(
        ShopDb db,
        IReadOnlyCollection<FollowUpReason> reasons
    )
    {
        var all = new Dictionary<long, (string, string)>();
        foreach (var ids in reasons.Select(r => r.VehicleId).OfType<long>().Distinct().Chunk(FollowUpReasons.AtATime))
        foreach (var vehicle in await db.Vehicles.Where(v => ids.Contains(v.Id)).AsNoTracking().ToListAsync())
            all[vehicle.Id] = (vehicle.Plate.Text, vehicle.Description);
        return all;
    }

    private static async Task<IResult> Act(
        FollowUpActRequest request,
        CommandRunner commands,
        FollowUpBook book,
        ShopDb before,
        TimeProvider time
    )
    {
        // Looked up before the change: only who is asked has to be right within it.
        var known = (await book.ReadAsync(before, await before.Shops.SingleAsync(), time.Now())).Reasons;
        return await commands.RunAsync<Changed>(async work =>
        {
            if (!known.TryGetValue(new FollowUpKey(request.Kind, request.SourceId), out var reason))
                return Gone.FollowUp;
            var localNow = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            LocalDate? until = null;
            if (!string.IsNullOrWhiteSpace(request.Until))
            {
                var day = DateTimeInput.Day(request.Until, localNow, "until");
                if (day.Problem is { } unreadable)
                    return unreadable;
                until = day.Value;
            }
            var act = FollowUpAct.Noted(reason, request.What, request.Note, until, localNow.Date, work.Actor);
            if (act.Problem is { } problem)
                return problem;
            work.Db.FollowUpActs.Add(act.Value);
            await work.Db.SaveChangesAsync();
            return new Changed(0, act.Value.Id, 1);
        });
    }

    private static Task<IResult> TakeBack(long id, bool back, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.FollowUpActs.FindAsync(id) is not { } act)
                return Gone.FollowUp;
            if (act.TakeBack(back, work.Actor.At).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });
}
