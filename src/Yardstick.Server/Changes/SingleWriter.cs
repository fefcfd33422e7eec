using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Changes;

/// <summary>
/// Lets one writer in at a time. SQLite allows one anyway; waiting here is fair and immediate, waiting in the provider
/// is neither. Once a change is kept and the next may go, screens are told of it and what follows it is done.
/// </summary>
public sealed class SingleWriter(IDbContextFactory<ShopDb> factory, ChangeFeed feed, TimeProvider time) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1, 1);

    /// <summary>Runs a change in a transaction of its own; it is kept when <paramref name="keep"/> says so.</summary>
    public async Task<T> RunAsync<T>(Func<ShopDb, Task<T>> change, Func<T, bool> keep, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var (result, kept) = await AloneAsync(db, change, keep, cancel);
        if (kept)
            await feed.PublishAsync(db);
        return result;
    }

    /// <summary>Runs a change in a transaction of its own and keeps it.</summary>
    public Task<T> RunAsync<T>(Func<ShopDb, Task<T>> change) => RunAsync(change, _ => true);

    private async Task<(T Result, bool Kept)> AloneAsync<T>(
        ShopDb db,
        Func<ShopDb, Task<T>> change,
        Func<T, bool> keep,
        CancellationToken cancel
    )
    {
        await gate.WaitAsync(cancel);
        try
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var result = await change(db);
            var kept = keep(result);
            if (kept)
            {
                await WebhookQueue.FillAsync(db, time.Now());
                await transaction.CommitAsync(CancellationToken.None);
            }
            return (result, kept);
        }
        finally
        {
            gate.Release();
        }
    }

    /// <inheritdoc />
    public void Dispose() => gate.Dispose();
}
