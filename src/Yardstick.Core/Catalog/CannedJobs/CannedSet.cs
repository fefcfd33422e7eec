namespace Yardstick.Core.Catalog;

/// <summary>Several canned jobs that are taken together.</summary>
public class CannedSet
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What it is called.</summary>
    public required string Title { get; set; }
    /// <summary>Further words by which it is found.</summary>
    public string Words { get; set; } = "";
    /// <summary>Keys of its canned jobs in their order, separated by spaces.</summary>
    public string JobIds { get; set; } = "";

    /// <summary>Keys of its canned jobs in their order.</summary>
    public IReadOnlyList<long> Ids => [.. JobIds.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(t => long.TryParse(t, out var id) ? id : 0).Where(id => id > 0)];
}
