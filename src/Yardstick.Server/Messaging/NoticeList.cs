using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>All notices, read or not, with who read each and where its order stands now.</summary>
public static class NoticeList
{
    private const int PageSize = 50;

    /// <summary>A notice with what became of it.</summary>
    public sealed record NoticeRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>When, UTC.</summary>
        public required Instant At { get; init; }

        /// <summary>What happened.</summary>
        public required string Text { get; init; }

        /// <summary>The order that it leads to.</summary>
        public required long? OrderId { get; init; }

        /// <summary>Its number.</summary>
        public required long? OrderNumber { get; init; }

        /// <summary>Where the order stands now: its stage while it is open, else how it ended; empty without an order.</summary>
        public required string OrderStatus { get; init; }

        /// <summary>Number or address of somebody who is not on file and wrote; empty for none.</summary>
        public required string Address { get; init; }

        /// <summary>Who read it first; empty while nobody did.</summary>
        public required string ReadBy { get; init; }

        /// <summary>When it was read, UTC.</summary>
        public required Instant? ReadAt { get; init; }
    }

    /// <summary>A page; <paramref name="Next"/> asks for the one after it, null at the end.</summary>
    /// <param name="Rows">The newest first.</param>
    /// <param name="Next">Key before which the next page begins.</param>
    /// <param name="Unread">How many nobody has read.</param>
    public sealed record NoticePage(IReadOnlyList<NoticeRow> Rows, long? Next, int Unread);

    /// <summary>Marks all notices up to one as read.</summary>
    /// <param name="UpTo">Key of the newest that the screen showed.</param>
    public sealed record ReadAllRequest(long UpTo);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/notices/all", ListAsync).Asks(Permission.SeeOrders).Produces<NoticePage>();
        api.MapPost("/notices/read-all", ReadAll).Asks(Permission.SeeOrders).Produces<Changed>();
    }

    private static async Task<IResult> ListAsync(ShopDb db, long before = long.MaxValue)
    {
        var notices = await db.Notices.Where(n => n.Id < before).OrderByDescending(n => n.Id).Take(PageSize + 1).ToListAsync();
        var page = notices.Take(PageSize).ToList();
        var orderIds = page.Select(n => n.OrderId).OfType<long>().Distinct().ToList();
        var orders = await db.Orders.Where(o => orderIds.Contains(o.Id)).ToDictionaryAsync(o => o.Id);
        var readers = page.Select(n => n.SeenById).OfType<long>().Distinct().ToList();
        var staff = await db.Staff.Where(s => readers.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
        var stages = await db.StageListAsync();
        return Results.Ok(
            new NoticePage(
                page.ConvertAll(n =>
                {
                    var order = n.OrderId is { } id ? orders.GetValueOrDefault(id) : null;
                    return new NoticeRow
                    {
                        Id = n.Id,
                        At = n.At,
                        Text = n.Text,
                        OrderId = n.OrderId,
                        OrderNumber = order?.Number,
                        OrderStatus = order?.StatusWords(stages) ?? "",
                        Address = n.Address,
                        ReadBy = n.SeenById is { } reader ? staff[reader].ShortName : "",
                        ReadAt = n.SeenAt,
                    };
                }),
                notices.Count > PageSize ? page[^1].Id : null,
                await db.Notices.CountAsync(n => n.SeenAt == null)
            )
        );
    }

    private static Task<IResult> ReadAll(ReadAllRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            foreach (var notice in await work.Db.Notices.Where(n => n.SeenAt == null && n.Id <= request.UpTo).ToListAsync())
                notice.Seen(work.Actor);
            return new Changed(0, request.UpTo, 1);
        });
}
