namespace Yardstick.Server.Live;

/// <summary>What a kept change tells open screens.</summary>
/// <param name="CommandId">The command that made it, by which the screen that sent it knows its own; empty for background work and
/// customers.</param>
/// <param name="Topics">What changed.</param>
public sealed record ChangeNotice(string CommandId, IReadOnlyList<Topic> Topics);
