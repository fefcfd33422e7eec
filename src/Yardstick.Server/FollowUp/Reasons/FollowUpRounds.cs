using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.FollowUp;

/// <summary>Writes the follow-up messages that the shop wants to go out by themselves, while it is open.</summary>
internal sealed class FollowUpRounds(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    MessageComposer writing,
    Templates.Filler filler,
    FollowUpBook book,
    OpenScreens screens,
    TimeProvider time,
    ILogger<FollowUpRounds> log
) : RoundsService(Usual, time, log)
{
    private const int MostAtOnce = 25;
    private static readonly TimeSpan Usual = TimeSpan.FromMinutes(15),
        AfterTheStart = TimeSpan.FromMinutes(1);
    private bool hasStarted;

    /// <summary>Writes what is due now.</summary>
    internal async Task WriteAsync()
    {
        var now = Clock.Now();
        await using var db = await factory.CreateDbContextAsync();
        if (await db.Shops.AsNoTracking().SingleOrDefaultAsync() is not { } shop)
            return;
        var writes = FollowUpRules.WritesByItself(shop.Local(now), shop);
        // Also where nothing is written, once somebody works here: whoever opens the list in the morning does not wait for the new day's.
        if (!writes && !screens.First.IsCompleted)
            return;
        var page = await book.ReadAsync(db, shop, now);
        if (!writes)
            return;
        var due = await DueAsync(db, shop, now, page);
        if (due.Count == 0)
            return;
        var link = shop.PublicAddress.Length > 0 ? $"{shop.PublicAddress}/book" : "";
        var drafts = await FollowUpMessages.DraftAsync(db, shop, due, filler, now, link);
        var messages = drafts
            .Drafts.Take(MostAtOnce)
            .Select(d => new FollowUpMessages.FollowUpMessage(d.Reasons, d.Channel, d.Address, d.Subject, d.Body))
            .ToList();
        await CommandRunner.RunAsync<FollowUpMessages.FollowUpsSent>(writer, Actor.Program(now), async work =>
            await FollowUpMessages.SendAsync(work, messages, page.Reasons, writing)
        );
    }

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        // A start has more to do than a list that nobody looks at yet.
        Pause = hasStarted ? Usual : AfterTheStart;
        if (hasStarted)
            await WriteAsync();
        hasStarted = true;
    }

    private static async Task<List<FollowUpReason>> DueAsync(ShopDb db, Shop shop, Instant now, FollowUpBook.Page page)
    {
        var today = shop.Local(now).Date;
        // First without knowing how anybody is reached, which then is looked up for few.
        var known = await FollowUpReaches.WithAsync(db, shop, now, page.Dealings);
        var candidates = page.Reasons.Values.Where(r => Goes(r, known, mayWrite: true)).ToList();
        var reached = await FollowUpReaches.OfAsync(db, shop, now, candidates);
        return candidates.FindAll(r => Goes(r, reached, mayWrite: false));

        bool Goes(FollowUpReason reason, FollowUpReaches reaches, bool mayWrite)
        {
            var standing = FollowUpStanding.Of(reason, reaches.ActsOf(reason), reaches.Of(reason), shop, today);
            return FollowUpRules.GoesByItself(
                reason.Kind,
                standing.State,
                standing.On,
                mayWrite || standing.NoMessage is null,
                shop,
                today
            );
        }
    }
}
