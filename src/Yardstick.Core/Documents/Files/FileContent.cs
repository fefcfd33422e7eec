namespace Yardstick.Core.Documents;

/// <summary>What a file is, told from its content and never from its name.</summary>
public static class FileContent
{
    /// <summary>Pictures are kept as JPEG.</summary>
    public const string Jpeg = "image/jpeg";
    private const string Zip = "application/zip";

    private static readonly (byte[] Begin, string Type)[] Beginnings =
    [
        ([0xFF, 0xD8, 0xFF], Jpeg),
        ([0x89, 0x50, 0x4E, 0x47], "image/png"),
        ([0x25, 0x50, 0x44, 0x46, 0x2D], "application/pdf"),
        ([0x50, 0x4B, 0x03, 0x04], Zip),
        ([0x47, 0x49, 0x46, 0x38], "image/gif"),
        ([0x42, 0x4D], "image/bmp"),
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
        if (content.Length == 0)
            return new Problem("file.empty", "This file is empty.", "file");
        foreach (var (begin, type) in Beginnings)
        {
            if (!content.StartsWith(begin))
                continue;
            return type == Zip
                ? Packed.TryGetValue(Path.GetExtension(name), out var packed)
                    ? packed
                    : Refused(name)
                : type;
        }
        if (content.Length > 12 && content[..4].SequenceEqual("RIFF"u8) && content[8..12].SequenceEqual("WEBP"u8))
            return "image/webp";
        return IsPlainText(content) ? "text/plain" : Refused(name);
    }

    private static Problem Refused(string name) =>
        new("file.kind", $"\"{name}\" can't be saved here. Use a photo, PDF, text, word processing or spreadsheet file.", "file");

    private static bool IsPlainText(ReadOnlySpan<byte> content)
    {
        foreach (var b in content)
        {
            if (b < 0x20 && b is not (0x09 or 0x0A or 0x0D))
                return false;
        }
        var start = System.Text.Encoding.Latin1.GetString(content[..Math.Min(content.Length, 512)]).TrimStart();
        // Markup would run in a browser, a script in a shell.
        return !start.StartsWith('<') && !start.StartsWith("#!", StringComparison.Ordinal);
    }
}
