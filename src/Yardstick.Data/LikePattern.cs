namespace Yardstick.Data;

/// <summary>Patterns of SQL's LIKE.</summary>
public static class LikePattern
{
    /// <summary>Finds what contains a word; what has a meaning in a pattern stands for itself, after <c>\</c>.</summary>
    public static string Containing(string word) =>
        $"%{word.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal).Replace("_", "\\_", StringComparison.Ordinal)}%";
}
