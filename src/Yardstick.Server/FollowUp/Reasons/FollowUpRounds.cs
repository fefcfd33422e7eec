using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.FollowUp;

/// <summary>Writes the follow-up messages that the shop wants to go out by themselves, while it is open.</summary>
internal sealed class FollowUpRounds(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    MessageComposer writing,
    Templates.Filler filler,
    Outbox outbox,
    TimeProvider time,
    ILogger<FollowUpRounds> log
) : RoundsService(TimeSpan.FromMinutes(15), time, log)
{
    private const int MostAtOnce = 25;

    /// <summary>Writes what is due now.</summary>
    internal async Task WriteAsync()
    {
        var now = Clock.Now();
        await using var db = await factory.CreateDbContextAsync();
        if (await db.Shops.AsNoTracking().SingleOrDefaultAsync() is not { } shop || !FollowUpRules.WritesByItself(shop.Local(now), shop))
            return;
        var known = await FollowUps.ReasonsAsync(db, shop, now);
        var due = await DueAsync(db, shop, now, known.Values);
        if (due.Count == 0)
            return;
        var link = shop.PublicAddress.Length > 0 ? $"{shop.PublicAddress}/book" : "";
        var drafts = await FollowUpMessages.DraftAsync(db, shop, due, filler, now, link);
        var messages = drafts
            .Drafts.Take(MostAtOnce)
            .Select(d => new FollowUpMessages.FollowUpMessage(d.Reasons, d.Channel, d.Address, d.Subject, d.Body))
            .ToList();
        await CommandRunner.RunAsync<FollowUpMessages.FollowUpsSent>(writer, Actor.Program(now), async work =>
            await FollowUpMessages.SendAsync(work, messages, known, writing)
        );
        outbox.Wake();
    }

    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel) => WriteAsync();

    private static async Task<List<FollowUpReason>> DueAsync(ShopDb db, Shop shop, Instant now, IReadOnlyCollection<FollowUpReason> known)
    {
        var reaches = await FollowUpReaches.OfAsync(db, shop, now, known);
        var today = shop.Local(now).Date;
        return
        [
            .. known.Where(reason =>
            {
                var standing = FollowUpStanding.Of(reason, reaches.ActsOf(reason), reaches.Of(reason), shop, today);
                return FollowUpRules.GoesByItself(reason.Kind, standing.State, standing.On, standing.NoMessage is null, shop, today);
            }),
        ];
    }
}
