using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Yardstick.Data;

/// <summary>
/// Opens connections to a shop's database one after another, and sets them up. The provider's pool takes one that is being opened for one
/// that nobody uses any longer when another is asked for in the same moment, and gives it out a second time: two who work at once would
/// then stand in one transaction, and go on doing so, for it comes back to the pool twice.
/// </summary>
internal sealed class ConnectionsInTurn : DbConnectionInterceptor
{
    internal static readonly ConnectionsInTurn Instance = new();
    private static readonly Lock One = new();
    private const string Settings = "PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000;";

    /// <summary>Closes what the pool keeps open of the database of a connection; one that is just being opened is none of it.</summary>
    internal static void Close(SqliteConnection connection)
    {
        lock (One)
            SqliteConnection.ClearPool(connection);
    }

    /// <inheritdoc />
    public override InterceptionResult ConnectionOpening(DbConnection connection, ConnectionEventData eventData, InterceptionResult result)
    {
        lock (One)
            connection.Open();
        return InterceptionResult.Suppress();
    }

    /// <inheritdoc />
    public override ValueTask<InterceptionResult> ConnectionOpeningAsync(
        DbConnection connection,
        ConnectionEventData eventData,
        InterceptionResult result,
        CancellationToken cancellationToken = default
    )
    {
        cancellationToken.ThrowIfCancellationRequested();
        // The provider opens at once; its task is that of everybody who opens at once.
        return ValueTask.FromResult(ConnectionOpening(connection, eventData, result));
    }

    /// <inheritdoc />
    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = connection.CreateCommand();
        command.CommandText = Settings;
        command.ExecuteNonQuery();
    }

    /// <inheritdoc />
    public override async Task ConnectionOpenedAsync(
        DbConnection connection,
        ConnectionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        await using var command = connection.CreateCommand();
        command.CommandText = Settings;
        await command.ExecuteNonQueryAsync(cancellationToken);
    }
}
