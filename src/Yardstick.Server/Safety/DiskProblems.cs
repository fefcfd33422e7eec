using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using Yardstick.Core;

namespace Yardstick.Server.Safety;

/// <summary>What the disk or the database refused, in words that help whoever stands at the counter. It is written down as well.</summary>
internal sealed class DiskProblems(ILogger<DiskProblems> log) : IExceptionHandler
{
    // Result codes of SQLite (sqlite.org/rescode.html) and of the system (errno).
    private const int Busy = 5,
        Locked = 6,
        ReadOnly = 8,
        IoError = 10,
        Corrupt = 11,
        Full = 13,
        CantOpen = 14,
        NoDatabase = 26,
        NoSpace = 28,
        NoQuota = 122;

    private static readonly Problem IsFull = new(
        "disk.full",
        "The disk of the server is full. Nothing was saved; make room there, then try again."
    );

    private static readonly Problem IsClosed = new(
        "disk.closed",
        "The server may not write its data. Nothing was saved; the folder's permissions have to be looked at."
    );

    private static readonly Problem IsDamaged = new(
        "disk.damaged",
        "The data on the server are damaged. Stop working and restore the last good backup."
    );

    private static readonly Problem Failed = new(
        "disk.failed",
        "The server's disk does not answer as it should. Nothing was saved; try again, and have the disk looked at."
    );

    private static readonly Problem IsBusy = new(
        "disk.busy",
        "The server is busy with the data. Nothing was saved; try again in a moment."
    );

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (Of(exception) is not { } problem || httpContext.Response.HasStarted)
            return false;
        log.LogError(exception, "The disk or the database refused: {Code}", problem.Code);
        await Problems.Of(problem).ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>The problem that an exception means; null for one of another kind.</summary>
    internal static Problem? Of(Exception? exception) =>
        exception switch
        {
            null => null,
            SqliteException { SqliteErrorCode: Full } => IsFull,
            SqliteException { SqliteErrorCode: ReadOnly or CantOpen } => IsClosed,
            SqliteException { SqliteErrorCode: Corrupt or NoDatabase } => IsDamaged,
            SqliteException { SqliteErrorCode: IoError } => Failed,
            SqliteException { SqliteErrorCode: Busy or Locked } => IsBusy,
            IOException { HResult: NoSpace or NoQuota } => IsFull,
            UnauthorizedAccessException => IsClosed,
            _ => Of(exception.InnerException),
        };
}
