namespace Yardstick.Core.Pricing;

/// <summary>A case that can't be priced: where it is wrong, and why in a sentence.</summary>
public sealed class CaseException(string path, string message) : Exception(message)
{
    /// <summary>Path of the bad value, such as <c>jobs[0].lines[2].hours</c>; empty for the whole.</summary>
    public string Path { get; } = path;

    /// <summary>The same problem seen from one level up.</summary>
    internal CaseException Under(string parent) =>
        new(
            Path.Length == 0 ? parent
                : Path[0] == '[' ? parent + Path
                : $"{parent}.{Path}",
            Message
        );
}
