namespace Yardstick.Server.Changes;

/// <summary>What a change on an order answers.</summary>
/// <param name="OrderVersion">Version of the order after it.</param>
/// <param name="Id">Key of what was added or changed.</param>
/// <param name="Version">Version of what was changed, to be sent with the next change or the undo.</param>
public sealed record Changed(int OrderVersion, long Id, int Version);
