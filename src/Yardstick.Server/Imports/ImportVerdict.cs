namespace Yardstick.Server.Imports;

/// <summary>What becomes of a row.</summary>
/// <param name="Row">Line of the file.</param>
/// <param name="Words">What it says, in few words.</param>
/// <param name="Reason">Why it can't be brought in; null where it can.</param>
/// <param name="OnFile">It is on file already and stays as it is.</param>
/// <param name="Make">Makes the record; null where it can't be brought in or is on file.</param>
internal sealed record ImportVerdict(int Row, string Words, string? Reason, bool OnFile, object? Make);
