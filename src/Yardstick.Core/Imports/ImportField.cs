namespace Yardstick.Core.Imports;

/// <summary>A field that a column can hold.</summary>
/// <param name="Name">Stable name.</param>
/// <param name="Label">Its heading in files that are taken out, and on screen.</param>
/// <param name="Aliases">Other headings by which it is known, in small letters without signs.</param>
/// <param name="Needed">True where a row without it can't be brought in.</param>
public sealed record ImportField(string Name, string Label, string Aliases = "", bool Needed = false);
