namespace Yardstick.Data.Imports;

/// <summary>What an archive says of itself.</summary>
/// <param name="Format">Its shape; a later one is refused.</param>
/// <param name="MadeAt">When, UTC, ISO 8601.</param>
/// <param name="Tables">Its tables in the order in which they are loaded.</param>
/// <param name="Files">Its photos and files.</param>
public sealed record ArchiveManifest(
    int Format,
    string MadeAt,
    IReadOnlyList<ArchiveManifest.Table> Tables,
    IReadOnlyList<ArchiveManifest.Kept> Files
)
{
    /// <summary>A table.</summary>
    /// <param name="Name">Its name.</param>
    /// <param name="Rows">How many rows.</param>
    /// <param name="Sha256">Of its lines, in hex.</param>
    public sealed record Table(string Name, long Rows, string Sha256);

    /// <summary>A file.</summary>
    /// <param name="Path">Where it lies, within the archive and the shop's folder.</param>
    /// <param name="Sha256">Of its content, in hex.</param>
    public sealed record Kept(string Path, string Sha256);
}
