using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Documents;

/// <summary>
/// After a start, makes one estimate that nobody sees: the first one that somebody waits for is as fast as those after it.
/// </summary>
internal sealed class WarmUp(IDbContextFactory<ShopDb> factory, DocumentPdfs pdfs, TimeProvider time, ILogger<WarmUp> log)
    : BackgroundService
{
    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        try
        {
            await using var db = await factory.CreateDbContextAsync(stoppingToken);
            var newest = await db.Orders.OrderByDescending(o => o.Id).Select(o => o.Id).FirstOrDefaultAsync(stoppingToken);
            if (await db.ReadOrderAsync(newest) is { } order)
                await pdfs.MakeAsync(db, order, "estimate", time.Now());
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            // Nobody asked for it: whoever does ask is told what is wrong.
            log.LogInformation(problem, "Nothing could be warmed up.");
        }
    }
}
