using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>What one change has saved so far and what follows once it is kept; it goes with its database context.</summary>
internal sealed class PendingChanges
{
    private static readonly ConditionalWeakTable<DbContext, PendingChanges> All = [];

    /// <summary>What changed.</summary>
    internal HashSet<Topic> Topics { get; } = [];

    /// <summary>What other programs are told of.</summary>
    internal List<Happening> Happenings { get; } = [];

    /// <summary>What follows after the commit, in this order.</summary>
    internal List<Action> AfterCommit { get; } = [];

    /// <summary>The command that makes the change; empty for background work.</summary>
    internal string CommandId { get; set; } = "";

    /// <summary>Whether the context looked for changes by itself before the save under way.</summary>
    internal bool Detects { get; set; }

    /// <summary>Rows that a save under way writes.</summary>
    internal List<object> Saving { get; } = [];

    /// <summary>That of a context.</summary>
    internal static PendingChanges Of(DbContext db) => All.GetOrCreateValue(db);
}
