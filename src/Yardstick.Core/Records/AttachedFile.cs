using Yardstick.Core.Approval;

namespace Yardstick.Core.Records;

/// <summary>What a file, a label or an extra field is on.</summary>
public enum RecordKind
{
    /// <summary>A customer.</summary>
    Customer,
    /// <summary>A vehicle.</summary>
    Vehicle,
    /// <summary>An order.</summary>
    Order,
    /// <summary>A line of an order.</summary>
    Line,
}

/// <summary>A file on a customer, a vehicle or an order. Its content lies beside the database by its hash.</summary>
public class AttachedFile
{
    /// <summary>Most bytes of a file.</summary>
    public const int MostBytes = 25 * 1024 * 1024;

    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What it is on.</summary>
    public RecordKind Kind { get; set; }
    /// <summary>Key of what it is on.</summary>
    public long TargetId { get; set; }
    /// <summary>Its name.</summary>
    public required string Name { get; set; }
    /// <summary>What it is, told from its content.</summary>
    public required string ContentType { get; set; }
    /// <summary>SHA-256 of its content, in hex.</summary>
    public required string Hash { get; set; }
    /// <summary>Bytes.</summary>
    public long Size { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who.</summary>
    public long ById { get; set; }
    /// <summary>Whether the customer sees it. Asked only of pictures on lines; everything else stays in the shop.</summary>
    public Release Release { get; set; }
    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public DateTime? RemovedAt { get; set; }

    /// <summary>True for a picture that a browser shows.</summary>
    public bool IsPicture => ContentType == FileContent.Jpeg;

    /// <summary>Marks that make a name read in another order than it is.</summary>
    private static bool TurnsAround(char c) => c is >= '\u202A' and <= '\u202E' or >= '\u2066' and <= '\u2069' or '\u200E' or '\u200F';

    /// <summary>The name under which a file of a type is kept: what is text is never called something that a system would run.</summary>
    public static string NameFor(string clean, string contentType) => contentType == "text/plain" && Path.GetExtension(clean).ToLowerInvariant() is not (".txt" or ".csv" or ".md" or ".log")
        ? clean + ".txt" : clean;

    /// <summary>A file's name without the path and the characters that no system likes.</summary>
    public static string CleanName(string? name)
    {
        var last = (name ?? "").Replace('\\', '/').Split('/')[^1];
        var clean = string.Concat(last.Where(c => !char.IsControl(c) && !TurnsAround(c) && !"<>:\"|?*".Contains(c, StringComparison.Ordinal))).Trim(' ', '.');
        return clean.Length == 0 ? "file" : clean.Length > 120 ? clean[..120] : clean;
    }
}

/// <summary>What a file is, told from its content and never from its name.</summary>
public static class FileContent
{
    /// <summary>Pictures are kept as JPEG.</summary>
    public const string Jpeg = "image/jpeg";
    private const string Zip = "application/zip";

    private static readonly (byte[] Begin, string Type)[] Beginnings =
    [
        ([0xFF, 0xD8, 0xFF], Jpeg), ([0x89, 0x50, 0x4E, 0x47], "image/png"), ([0x25, 0x50, 0x44, 0x46, 0x2D], "application/pdf"), ([0x50, 0x4B, 0x03, 0x04], Zip),
        ([0x47, 0x49, 0x46, 0x38], "image/gif"), ([0x42, 0x4D], "image/bmp"),
    ];

    private static readonly Dictionary<string, string> Packed = new(StringComparer.OrdinalIgnoreCase)
    {
        [".docx"] = "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
        [".xlsx"] = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        [".odt"] = "application/vnd.oasis.opendocument.text",
        [".ods"] = "application/vnd.oasis.opendocument.spreadsheet",
        [".zip"] = Zip,
    };

    /// <summary>The type of a file that is kept; refused for anything that a browser or a system would run.</summary>
    /// <param name="content">Its bytes.</param>
    /// <param name="name">Its name, which tells packed documents apart.</param>
    public static Result<string> TypeOf(ReadOnlySpan<byte> content, string name)
    {
        if (content.Length == 0) return new Problem("file.empty", "This file is empty.", "file");
        foreach (var (begin, type) in Beginnings)
        {
            if (!content.StartsWith(begin)) continue;
            return type == Zip ? Packed.TryGetValue(Path.GetExtension(name), out var packed) ? packed : Refused(name) : type;
        }
        if (content.Length > 12 && content[..4].SequenceEqual("RIFF"u8) && content[8..12].SequenceEqual("WEBP"u8)) return "image/webp";
        return IsPlainText(content) ? "text/plain" : Refused(name);
    }

    private static Problem Refused(string name) =>
        new("file.kind", $"\"{name}\" is not a kind of file that is kept here. Pictures, PDF, plain text, and documents of word processors and spreadsheets are.", "file");

    private static bool IsPlainText(ReadOnlySpan<byte> content)
    {
        foreach (var b in content)
        {
            if (b < 0x20 && b is not (0x09 or 0x0A or 0x0D)) return false;
        }
        var start = System.Text.Encoding.Latin1.GetString(content[..Math.Min(content.Length, 512)]).TrimStart();
        // Markup would run in a browser, a script in a shell.
        return !start.StartsWith('<') && !start.StartsWith("#!", StringComparison.Ordinal);
    }
}
