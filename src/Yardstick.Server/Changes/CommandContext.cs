using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>One change under way: its database, who makes it, and what follows once it is kept.</summary>
/// <param name="db">The database, within the change's transaction.</param>
/// <param name="actor">Who, when, from where.</param>
/// <param name="services">Services of the request; null where the program changes something by itself.</param>
public sealed class CommandContext(ShopDb db, Actor actor, IServiceProvider? services = null)
{
    /// <summary>Services of the request; null where the program changes something by itself.</summary>
    public IServiceProvider? Services { get; } = services;

    /// <summary>The database, within the change's transaction.</summary>
    public ShopDb Db { get; } = db;

    /// <summary>Who, when, from where.</summary>
    public Actor Actor { get; } = actor;

    /// <summary>Does something once the change is kept: what is woken before that finds nothing.</summary>
    public void AfterCommit(Action follow) => PendingChanges.Of(Db).AfterCommit.Add(follow);

    /// <summary>Names what a statement over many rows changed; everything else is seen as it is saved.</summary>
    public void Changed(TopicKind kind, long id = 0) => PendingChanges.Of(Db).Topics.Add(new Topic(kind, id));
}
