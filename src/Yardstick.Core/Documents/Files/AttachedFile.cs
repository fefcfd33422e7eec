using Yardstick.Core.Values;

namespace Yardstick.Core.Documents;

/// <summary>
/// A file on a customer, a vehicle, an order or a line of one, or one that came along with a message. Its content lies beside the database
/// by its hash.
/// </summary>
public class AttachedFile
{
    /// <summary>Most bytes of a file.</summary>
    public const int MostBytes = 25 * 1024 * 1024;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What it is on.</summary>
    public RecordKind Kind { get; init; }

    /// <summary>Key of what it is on.</summary>
    public long TargetId { get; init; }

    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>What it is, told from its content.</summary>
    public required string ContentType { get; init; }

    /// <summary>SHA-256 of its content, in hex.</summary>
    public required string Hash { get; init; }

    /// <summary>Bytes.</summary>
    public long Size { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who; 0 where it came from outside by itself.</summary>
    public long ById { get; init; }

    /// <summary>Whether the customer sees it. Asked only of pictures on lines; everything else stays in the shop.</summary>
    public CustomerVisibility Release { get; internal set; }

    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>True for a picture that a browser shows.</summary>
    public bool IsPicture => ContentType == FileContent.Jpeg;

    /// <summary>Marks that make a name read in another order than it is.</summary>
    private static bool TurnsAround(char c) => c is >= '\u202A' and <= '\u202E' or >= '\u2066' and <= '\u2069' or '\u200E' or '\u200F';

    /// <summary>The name under which a file of a type is kept: what is text is never called something that a system would run.</summary>
    public static string NameFor(string clean, string contentType) =>
        contentType == "text/plain" && Path.GetExtension(clean).ToLowerInvariant() is not (".txt" or ".csv" or ".md" or ".log")
            ? clean + ".txt"
            : clean;

    /// <summary>A file's name without the path and the characters that no system likes.</summary>
    public static string CleanName(string? name)
    {
        var last = (name ?? "").Replace('\\', '/').Split('/')[^1];
        var clean = string.Concat(
                last.Where(c => !char.IsControl(c) && !TurnsAround(c) && !"<>:\"|?*".Contains(c, StringComparison.Ordinal))
            )
            .Trim(' ', '.');
        return clean.Length == 0 ? "file"
            : clean.Length > 120 ? clean[..120]
            : clean;
    }

    /// <summary>Takes it off its record, or puts it back.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void TakeOff(bool off, Instant utcNow) => RemovedAt = off ? utcNow : null;
}
