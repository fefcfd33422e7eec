using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Floor;

/// <summary>
/// Tells the counter in the evening of clocks that somebody forgot; each once. They stay on the Floor until they are corrected.
/// </summary>
internal sealed class ForgottenClockRounds(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    TimeProvider time,
    ILogger<ForgottenClockRounds> log
) : RoundsService(TimeSpan.FromMinutes(5), time, log)
{
    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        var utcNow = Clock.Now();
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            if (!await db.Shops.AnyAsync(cancel) || !(await Times.ForgottenAsync(db, utcNow)).Any(f => !f.Told))
                return;
        }
        await CommandRunner.RunAsync<bool>(writer, Actor.Program(utcNow), async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            foreach (var person in (await Times.ForgottenAsync(work.Db, utcNow)).GroupBy(f => f.StaffId))
            {
                var day = person.FirstOrDefault(f => !f.IsJob);
                var job = person.FirstOrDefault(f => f.IsJob);
                var clocks = new ForgottenClocks(
                    person.First().Name,
                    day is null ? null : await work.Db.Attendances.SingleAsync(a => a.Id == day.Id, cancel),
                    job is null ? null : await work.Db.TimeEntries.SingleAsync(t => t.Id == job.Id, cancel),
                    job?.Title ?? ""
                );
                if (clocks.IsNew)
                    work.Notify(clocks.Sentence(shop), clocks.Job?.OrderId);
                clocks.Tell(utcNow);
            }
            return true;
        });
    }
}
