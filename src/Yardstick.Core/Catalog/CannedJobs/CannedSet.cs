namespace Yardstick.Core.Catalog;

/// <summary>Several canned jobs that are taken together.</summary>
public class CannedSet
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What it is called.</summary>
    public string Title { get; internal set; } = "";

    /// <summary>Further words by which it is found.</summary>
    public string Words { get; internal set; } = "";

    /// <summary>Keys of its canned jobs in their order.</summary>
    public IReadOnlyList<long> JobIds { get; internal set; } = [];

    /// <summary>Says what it is and what is in it. Refuses with <c>job.title</c> and <c>cannedSet.jobs</c>.</summary>
    /// <param name="title">1 to 200 characters.</param>
    /// <param name="words">Further words by which it is found.</param>
    /// <param name="jobs">Keys of its canned jobs in their order, at least one.</param>
    public Result Set(string? title, string? words, IReadOnlyList<long>? jobs)
    {
        var clean = (title ?? "").Trim();
        if (clean.Length is 0 or > 200)
            return new Problem("job.title", "A set needs a title of at most 200 characters.", "title");
        if (jobs is not { Count: > 0 })
            return new Problem("cannedSet.jobs", "Choose at least one canned job.", "jobIds");
        (Title, Words, JobIds) = (clean, (words ?? "").Trim(), [.. jobs]);
        return Result.Done;
    }
}
