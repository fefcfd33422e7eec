using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Documents;

/// <summary>
/// Once somebody has a screen open, makes one estimate that nobody sees: the first one that is waited for is as fast as those after it.
/// </summary>
internal sealed class WarmUp(
    IDbContextFactory<ShopDb> factory,
    DocumentPdfs pdfs,
    OpenScreens screens,
    TimeProvider time,
    ILogger<WarmUp> log
) : BesideService
{
    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        await screens.First.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            var newest = await db.Orders.OrderByDescending(o => o.Id).Select(o => o.Id).FirstOrDefaultAsync(cancel);
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
