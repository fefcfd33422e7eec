namespace Yardstick.Core.Catalog;

/// <summary>What a file would make of the shop's own labor guide.</summary>
/// <param name="Added">Operations that are new.</param>
/// <param name="Changed">Operations that are in the guide with other figures or words.</param>
/// <param name="Removed">Operations of the guide that are not in the file.</param>
public sealed record LaborGuideChange(int Added, int Changed, int Removed);
