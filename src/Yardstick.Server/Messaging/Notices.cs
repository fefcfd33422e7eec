using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>What happened by itself: a customer answered, asked, wrote. Shown until somebody saw it.</summary>
public static class Notices
{
    private const int Most = 30;

    /// <summary>A notice.</summary>
    public sealed record NoticeView(long Id, Instant At, string Text, long? OrderId, string Address);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/notices", (ReadModel<IReadOnlyList<NoticeView>> notices, HttpContext http) => notices.AnswerAsync(http))
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<NoticeView>>()
            .Produces(304);
        api.MapPost("/notices/{id:long}/seen", Seen).Asks(Permission.SeeOrders).Produces<Changed>();
    }

    /// <summary>The counter shares its notices: one computation serves all screens.</summary>
    internal static ReadModel<IReadOnlyList<NoticeView>> Model(IServiceProvider services) =>
        new(services, new Topic(TopicKind.Notices), new HashSet<TopicKind> { TopicKind.Notices }, TimeSpan.FromMinutes(5), async (db, _) =>
            await db
                .Notices.Where(n => n.SeenAt == null)
                .OrderByDescending(n => n.Id)
                .Take(Most)
                .Select(n => new NoticeView(n.Id, n.At, n.Text, n.OrderId, n.Address))
                .ToListAsync()
        );

    /// <summary>Tells the counter of something, once the change is kept.</summary>
    internal static void Notify(this CommandContext work, string text, long? orderId, string address = "")
    {
        work.Db.Notices.Add(
            new Notice
            {
                At = work.Actor.At,
                Text = text,
                OrderId = orderId,
                Address = address,
            }
        );
    }

    private static Task<IResult> Seen(long id, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.Notices.FindAsync(id) is { SeenAt: null } notice)
                notice.Seen(work.Actor);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });
}
