namespace Yardstick.Server.Changes;

/// <summary>What a change of a record answers.</summary>
/// <param name="Id">Key of the record.</param>
/// <param name="Version">Its version, to be sent with the next change.</param>
public sealed record RecordChanged(long Id, int Version);
