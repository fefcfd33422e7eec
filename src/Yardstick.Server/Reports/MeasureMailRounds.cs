using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Messaging;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Reports;

/// <summary>
/// Sends the pages of measures that are due. That one is written and for which day is kept in one change, so that each goes once.
/// </summary>
internal sealed class MeasureMailRounds(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    ContentStore store,
    MeasureMemory memory,
    TimeProvider time,
    ILogger<MeasureMailRounds> log
) : RoundsService(TimeSpan.FromMinutes(1), time, log)
{
    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Shops.AsNoTracking().SingleOrDefaultAsync(cancel) is not { } shop)
            return;
        var now = Clock.Now();
        var local = shop.Local(now);
        var due = (await db.MeasureMails.AsNoTracking().ToListAsync(cancel)).FindAll(m => m.DueFor(local) is not null);
        if (due.Count == 0)
            return;
        var seeing = await db.WhoSeesMeasuresAsync();
        foreach (var mail in due.Where(m => seeing.Contains(m.MadeById)))
            try
            {
                await SendAsync(db, shop, mail, now);
            }
            catch (Exception problem) when (problem is not OperationCanceledException)
            {
                // One that fails keeps none of the others; the next round tries again.
                log.LogError(problem, "Page {Page} could not be sent.", mail.Page);
            }
    }

    private async Task SendAsync(ShopDb db, Shop shop, MeasureMail mail, Instant now)
    {
        var local = shop.Local(now);
        var read = await Measures.ReadAsync(mail.Page, new() { Period = mail.PeriodTyped }, shop, db, memory, now);
        if (read.Problem is { } problem)
            throw new InvalidOperationException(problem.Message);
        var (view, name) = (read.Value, MeasurePaper.NameOf(mail.Page));
        var hash = await store.KeepFileAsync(ListPages.Draw(MeasurePaper.Of(view, shop, local), store.ReadOrNull));
        var written = Message.Write(
            MessageChannel.Email,
            mail.Address,
            $"{shop.Name}: {name}, {view.Period}",
            MeasurePaper.InWords(view),
            Actor.Program(now),
            now
        );
        if (written.Problem is { } refused)
            throw new InvalidOperationException(refused.Message);
        await writer.RunAsync(async inside =>
        {
            // Stopped meanwhile, or sent by a round before.
            if (await inside.MeasureMails.FindAsync(mail.Id) is not { } kept || kept.DueFor(local) is not { } day)
                return 0;
            kept.WasSent(day);
            written.Value.Attach(hash, FormattableString.Invariant($"{name.Replace(' ', '-')}-{view.From:uuuu-MM-dd}.pdf"));
            inside.Messages.Add(written.Value);
            return await inside.SaveChangesAsync();
        });
    }
}
