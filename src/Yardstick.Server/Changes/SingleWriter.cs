using Microsoft.EntityFrameworkCore;
using Yardstick.Data;

namespace Yardstick.Server.Changes;

/// <summary>
/// Lets one writer in at a time. SQLite allows one anyway; waiting here is fair and immediate, waiting in the provider
/// is neither.
/// </summary>
public sealed class SingleWriter(IDbContextFactory<ShopDb> factory) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1, 1);

    /// <summary>Runs a change in a transaction of its own; it is kept when <paramref name="keep"/> says so.</summary>
    public async Task<T> RunAsync<T>(Func<ShopDb, Task<T>> change, Func<T, bool> keep, CancellationToken cancel = default)
    {
        await gate.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            var result = await change(db);
            if (keep(result)) await transaction.CommitAsync(CancellationToken.None);
            return result;
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>Runs a change in a transaction of its own and keeps it.</summary>
    public Task<T> RunAsync<T>(Func<ShopDb, Task<T>> change) => RunAsync(change, _ => true);

    /// <inheritdoc />
    public void Dispose() => gate.Dispose();
}
