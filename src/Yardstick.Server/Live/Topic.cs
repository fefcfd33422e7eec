namespace Yardstick.Server.Live;

/// <summary>Something that changed: what kind, and which one. Never its contents.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Id">Which one; 0 where the kind is one thing, or where it is about all of them.</param>
public readonly record struct Topic(TopicKind Kind, long Id = 0);
