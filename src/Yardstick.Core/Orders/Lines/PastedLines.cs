using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Lines that were pasted: rows copied from a sheet of ours or from any spreadsheet, their cells separated by tabs.</summary>
/// <param name="Lines">The lines, in their order.</param>
/// <param name="Refused">Rows that could not be read.</param>
public sealed record PastedLines(IReadOnlyList<Line> Lines, IReadOnlyList<PastedRefusal> Refused)
{
    /// <summary>More rows than this are no estimate but a slip.</summary>
    public const int Most = 200;

    private static readonly Dictionary<string, LineKind> Kinds = new(StringComparer.OrdinalIgnoreCase)
    {
        ["labor"] = LineKind.Labor,
        ["labour"] = LineKind.Labor,
        ["part"] = LineKind.Part,
        ["parts"] = LineKind.Part,
        ["fee"] = LineKind.Fee,
        ["text"] = LineKind.Text,
        ["sublet"] = LineKind.Sublet,
    };

    /// <summary>
    /// Reads rows. The kind may stand in the first cell; the first words are what it is, the next are the number; the first figure is
    /// the quantity or the hours, the next the price of one; a row of words alone is a text, or a part where a figure follows.
    /// </summary>
    public static PastedLines Read(string? text)
    {
        var lines = new List<Line>();
        var refused = new List<PastedRefusal>();
        var rows = (text ?? "").Replace("\r\n", "\n", StringComparison.Ordinal).Replace('\r', '\n').Split('\n');
        for (var r = 0; r < rows.Length; r++)
        {
            if (string.IsNullOrWhiteSpace(rows[r]))
                continue;
            if (lines.Count + refused.Count == Most)
            {
                refused.Add(new PastedRefusal(r + 1, Begins(rows[r]), $"Paste up to {Most} rows at a time. Paste the rest next."));
                break;
            }
            var line = Row(rows[r]);
            if (line.Ok)
                lines.Add(line.Value);
            else
                refused.Add(new PastedRefusal(r + 1, Begins(rows[r]), line.Problem!.Message));
        }
        // The heads of a spreadsheet's columns are no line.
        if (refused.Count > 0 && refused[0].Row == 1 && lines.Count > 0 && refused[0].Why == Heads)
            refused.RemoveAt(0);
        return new PastedLines(lines, refused);
    }

    private const string Heads = "This looks like a header row.";

    private static Result<Line> Row(string row)
    {
        var cells = row.Split('\t').Select(c => c.Trim().Trim('"').Trim()).ToList();
        if (cells.Exists(c => c.Any(ch => char.IsControl(ch))))
            return new Problem("paste.rubbish", "It has characters that can't be read.");
        var words = cells.Where(c => c.Length > 0 && Figure(c) is null).ToList();
        if (
            words.Count >= 2
            && cells.TrueForAll(c => Figure(c) is null)
            && words.Exists(w => w.ToLowerInvariant() is "description" or "qty" or "quantity" or "price" or "hours" or "amount")
        )
            return new Problem("paste.heads", Heads);
        LineKind? kind = null;
        if (words.Count > 0 && Kinds.TryGetValue(words[0], out var named) && words.Count > 1)
        {
            kind = named;
            words.RemoveAt(0);
        }
        if (words.Count == 0)
            return new Problem("paste.words", "It has no description.");
        if (words[0].Length > 500)
            return new Problem("paste.long", "It is longer than 500 characters.");
        var figures = cells.Select(Figure).OfType<string>().ToList();
        var hours = figures.FirstOrDefault(f => f.EndsWith('h'));
        kind ??=
            hours is not null ? LineKind.Labor
            : figures.Count > 0 ? LineKind.Part
            : LineKind.Text;
        var number =
            words.Count > 1
                ? words[1].Length > 60
                    ? words[1][..60]
                    : words[1]
                : "";
        Line line = kind switch
        {
            LineKind.Labor => LaborLine.Of(words[0]),
            LineKind.Part => new PartLine { Description = words[0], Number = number },
            LineKind.Fee => new FeeLine { Description = words[0], Code = number },
            LineKind.Sublet => new SubletLine { Description = words[0] },
            _ => TextLine.Of(words[0]),
        };
        line.Origin = LineOrigin.Pasted;
        if (figures.Count == 0 || kind == LineKind.Text)
            return line;
        var first = line.Set(
            kind == LineKind.Labor ? "hours"
                : kind == LineKind.Sublet ? "unitCost"
                : "quantity",
            figures[0]
        );
        if (first.Problem is { } bad)
            return bad;
        if (
            figures.Count > 1
            && line.Set(
                kind == LineKind.Fee ? "amount"
                    : kind == LineKind.Sublet ? "price"
                    : "unitPrice",
                figures[1]
            ).Problem
                is { } badPrice
        )
            return badPrice;
        line.Version = 1;
        return line;
    }

    /// <summary>The cell where it is a figure: a quantity, hours with their unit, or an amount.</summary>
    private static string? Figure(string cell)
    {
        var trimmed = cell.TrimStart('$', '€', '£').Trim();
        if (trimmed.Length == 0 || !(char.IsAsciiDigit(trimmed[0]) || trimmed[0] is '.' or '-'))
            return null;
        var hours =
            trimmed.EndsWith('h') ? trimmed
            : trimmed.EndsWith("hrs", StringComparison.OrdinalIgnoreCase) ? trimmed[..^3].Trim() + "h"
            : null;
        if (hours is not null)
            return LaborHours.Parse(hours).Ok ? hours : null;
        if (NumberInput.Amount(trimmed, "", 4).Ok)
            return trimmed;
        return
            Quantity.Parse(trimmed).Ok
            || trimmed[0] == '-' && decimal.TryParse(trimmed, NumberStyles.Number, CultureInfo.InvariantCulture, out _)
            ? trimmed
            : null;
    }

    private static string Begins(string row) => TextInput.Short(row.Trim(), 40);
}
