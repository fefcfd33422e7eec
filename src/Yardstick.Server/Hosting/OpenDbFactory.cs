using Microsoft.EntityFrameworkCore;
using Yardstick.Data;

namespace Yardstick.Server.Hosting;

/// <summary>
/// Gives out the database with its connection open until it is disposed. Opened anew for every query, as EF does by itself, a connection
/// gets its settings and some thirty functions each time, which costs more than most queries here.
/// </summary>
public sealed class OpenDbFactory(DbContextOptions<ShopDb> options) : IDbContextFactory<ShopDb>
{
    /// <inheritdoc />
    public ShopDb CreateDbContext()
    {
        var db = new ShopDb(options);
        db.Database.OpenConnection();
        return db;
    }

    /// <inheritdoc />
    public async Task<ShopDb> CreateDbContextAsync(CancellationToken cancellationToken = default)
    {
        var db = new ShopDb(options);
        await db.Database.OpenConnectionAsync(cancellationToken);
        return db;
    }
}
