using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>
/// A customer who asked to be forgotten: that it was asked and done, when and by whom, how much went and what has to stay until when.
/// It names nobody.
/// </summary>
public class Erasure
{
    private const int LongestRequest = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer's key, under which invoices and figures stay.</summary>
    public long CustomerId { get; init; }

    /// <summary>How and when it was asked, in the shop's words.</summary>
    public string Request { get; init; } = "";

    /// <summary>When it was done, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who did it.</summary>
    public long ById { get; init; }

    /// <summary>How many rows of each kind went or were blanked, in words.</summary>
    public IReadOnlyList<ErasedCount> Counts { get; internal set; } = [];

    /// <summary>First day on which the last invoice need not be kept any more; null where nothing had to stay.</summary>
    public LocalDate? KeptUntil { get; internal set; }

    /// <summary>When the rest went too, UTC; null while invoices are kept.</summary>
    public Instant? CompletedAt { get; internal set; }

    /// <summary>Content hashes of photos and files that are still to be removed from the disk.</summary>
    public IReadOnlyList<string> FilesLeft { get; internal set; } = [];

    /// <summary>Records that a customer was erased. Refuses with <c>erasure.request</c> what says nothing or too much.</summary>
    public static Result<Erasure> Begin(long customerId, string? request, Instant utcNow, long byId)
    {
        var typed = (request ?? "").Trim();
        return typed.Length is 0 or > LongestRequest
            ? new Problem(
                "erasure.request",
                Invariant($"Say how and when it was asked, such as \"by letter of March 3\", in at most {LongestRequest} characters."),
                "request"
            )
            : new Erasure
            {
                CustomerId = customerId,
                Request = typed,
                At = utcNow,
                ById = byId,
            };
    }

    /// <summary>What went this time, and what has to stay.</summary>
    /// <param name="counts">How much went.</param>
    /// <param name="files">Files that nothing refers to any more.</param>
    /// <param name="keptUntil">Until when the last invoice stays; null where none has to.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Went(IReadOnlyList<ErasedCount> counts, IReadOnlyList<string> files, LocalDate? keptUntil, Instant utcNow)
    {
        Counts =
        [
            .. Counts.Concat(counts).GroupBy(c => c.What).Select(g => new ErasedCount(g.Key, g.Sum(c => c.Count))).OrderBy(c => c.What),
        ];
        FilesLeft = [.. FilesLeft.Union(files)];
        KeptUntil = keptUntil;
        if (keptUntil is null)
            CompletedAt ??= utcNow;
    }

    /// <summary>Files were removed from the disk.</summary>
    public void FilesRemoved() => FilesLeft = [];
}
