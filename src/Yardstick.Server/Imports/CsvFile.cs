using System.Text;
using CsvHelper;
using Yardstick.Core;
using Yardstick.Core.Imports;

namespace Yardstick.Server.Imports;

/// <summary>A CSV file that was read: headings and rows, whatever its signs and encoding.</summary>
/// <param name="Headings">The first row.</param>
/// <param name="Rows">The others, each with the line at which it begins.</param>
public sealed record CsvFile(IReadOnlyList<string> Headings, IReadOnlyList<(int Line, string[] Cells)> Rows)
{
    private const int MostColumns = 200,
        MostRows = 500_000;

    /// <summary>Reads a file; what is no table of text is refused in words.</summary>
    internal static Result<CsvFile> Read(byte[] content)
    {
        if (content.Length == 0)
            return NoTable("it is empty");
        if (content.AsSpan().StartsWith("PK"u8))
            return NoTable("it is a spreadsheet workbook; save it as CSV first");
        if (
            content.AsSpan().StartsWith("%PDF"u8)
            || content.AsSpan().StartsWith(new byte[] { 0x89, 0x50 })
            || content.AsSpan().StartsWith(new byte[] { 0xFF, 0xD8 })
        )
            return NoTable("it is a document or picture");
        var text = Decode(content);
        if (text.Contains('\0', StringComparison.Ordinal))
            return NoTable("it has characters that can't be read");
        if (text.TrimStart().StartsWith('<'))
            return NoTable("it is a web page; save the table as CSV first");
        return Parse(text);
    }

    private static Problem NoTable(string why) => new("import.file", $"This is not a CSV file: {why}.", "file");

    /// <summary>By its mark, else as UTF-8 where it is that, else as older Windows programs write.</summary>
    private static string Decode(byte[] content)
    {
        if (content.AsSpan().StartsWith(new byte[] { 0xEF, 0xBB, 0xBF }))
            return Encoding.UTF8.GetString(content, 3, content.Length - 3);
        if (content.AsSpan().StartsWith(new byte[] { 0xFF, 0xFE }))
            return Encoding.Unicode.GetString(content, 2, content.Length - 2);
        if (content.AsSpan().StartsWith(new byte[] { 0xFE, 0xFF }))
            return Encoding.BigEndianUnicode.GetString(content, 2, content.Length - 2);
        try
        {
            return new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(content);
        }
        catch (DecoderFallbackException)
        {
            return CodePagesEncodingProvider.Instance.GetEncoding(1252)!.GetString(content);
        }
    }

    private static Result<CsvFile> Parse(string text)
    {
        var unclosed = false;
        using var reader = CsvReader.FromText(
            text,
            new CsvReaderOptions
            {
                HasHeader = false,
                TrackLineNumbers = true,
                OnMalformedRecord = record => unclosed |= record.Reason == CsvMalformedReason.UnterminatedQuote,
            }
        );
        List<string>? headings = null;
        var rows = new List<(int, string[])>();
        try
        {
            while (reader.Read())
            {
                var cells = Enumerable.Range(0, reader.FieldCount).Select(reader.GetString).ToArray();
                if (headings is null)
                {
                    headings = cells.Select(h => h.Trim()).ToList();
                    if (headings.Count < 2)
                        return NoTable("its first row has only one column; columns are separated by commas, semicolons or tabs");
                    if (headings.Count > MostColumns)
                        return NoTable($"it has more than {MostColumns} columns");
                    continue;
                }
                if (cells.All(string.IsNullOrWhiteSpace))
                    continue;
                if (rows.Count >= MostRows)
                    return new Problem(
                        "import.large",
                        Invariant($"This file has more than {MostRows:N0} rows; split it and import the parts."),
                        "file"
                    );
                rows.Add(((int)reader.LineNumber, cells));
            }
        }
        catch (CsvFormatException)
        {
            return NoTable("one row is cut off");
        }
        if (unclosed)
            return NoTable("a quotation mark in it is never closed");
        return headings is null ? NoTable("it is empty")
            : rows.Count == 0 ? NoTable("it has no rows below the headings")
            : new CsvFile(headings, rows);
    }

    /// <summary>The rows by field.</summary>
    internal List<ImportRow> ByField(IReadOnlyList<string?> mapping) =>
        Rows.Select(row =>
            {
                var cells = new Dictionary<string, string>();
                for (var column = 0; column < row.Cells.Length && column < mapping.Count; column++)
                {
                    if (mapping[column] is { } field)
                        cells[field] = row.Cells[column];
                }
                return new ImportRow(row.Line, cells);
            })
            .ToList();

    /// <summary>
    /// Writes a table; cells that a spreadsheet would read as a formula get a sign before them that keeps it from doing so.
    /// </summary>
    internal static async Task WriteAsync(Stream target, IEnumerable<IReadOnlyList<string>> rows)
    {
        await using var csv = CsvWriter.Create(
            target,
            new CsvWriterOptions { WriteByteOrderMark = true, Injection = CsvInjection.Escape },
            leaveOpen: true
        );
        foreach (var row in rows)
            await csv.WriteRecordAsync([.. row], CancellationToken.None);
        await csv.FlushAsync(CancellationToken.None);
    }
}
