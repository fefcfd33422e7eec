using System.Globalization;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Server.Documents;
using static Yardstick.Server.Reports.Measures;

namespace Yardstick.Server.Reports;

/// <summary>A page of measures on paper: its figures, then its tables.</summary>
internal static class MeasurePaper
{
    private const float First = 190,
        Step = 50;
    private const int Most = 7;

    /// <summary>Sets it.</summary>
    internal static ListPaper Of(MeasuresView view, Shop shop, LocalDateTime now) =>
        new()
        {
            Name = $"Measures: {NameOf(view.Page)}",
            Shop = (shop.Name, shop.Address, shop.Contact),
            LogoHash = shop.LogoHash,
            Date = now,
            Under = $"{view.Period}{(view.IsUnderWay ? " so far" : "")}, {view.Against.Replace(" (dotted)", "", StringComparison.Ordinal)}",
            Columns = [("", 0), .. Enumerable.Range(0, Most).Select(i => ("", First + i * Step))],
            None = "Nothing in this period.",
            Groups =
            [
                new ListGroup(
                    "Figures",
                    [
                        Cells(["", "Now", "Before", "Year ago", "Change", "Aim"]),
                        .. view.Figures.Select(f =>
                            Cells([
                                f.Name,
                                Shown(f.Value, f.Unit),
                                Shown(f.Before, f.Unit),
                                Shown(f.YearBefore, f.Unit),
                                f.Change is { } change
                                    ? string.Create(
                                        CultureInfo.InvariantCulture,
                                        $"{change:+0.#;-0.#;0}{(f.Unit == MeasureUnit.Percent ? " pt" : "%")}"
                                    )
                                    : "",
                                Shown(f.Aim, f.Unit),
                            ])
                        ),
                    ]
                ),
                .. view.Tables.Where(t => t.Rows.Count > 0).Select(GroupOf),
            ],
        };

    /// <summary>Its figures as an email says them, a line each.</summary>
    internal static string InWords(MeasuresView view) =>
        string.Join(
            '\n',
            [
                $"{view.Period}, {view.Against.Replace(" (dotted)", "", StringComparison.Ordinal)}",
                "",
                .. view.Figures.Select(f =>
                    f.Value is null ? $"{f.Name}: none"
                    : f.Before is null ? $"{f.Name}: {Shown(f.Value, f.Unit)}"
                    : $"{f.Name}: {Shown(f.Value, f.Unit)} (before {Shown(f.Before, f.Unit)})"
                ),
                "",
                "The tables are attached. Emails like this one are stopped under Measures, By email.",
            ]
        );

    /// <summary>What a page is called.</summary>
    internal static string NameOf(MeasurePage page) =>
        page switch
        {
            MeasurePage.Approval => "approval and deferred work",
            MeasurePage.Parts => "parts and stock",
            _ => page.ToString().ToLowerInvariant(),
        };

    private static ListGroup GroupOf(MeasureTable table)
    {
        var units = table.Columns.Select(c => c.Unit).OfType<MeasureUnit>().ToList();
        return new ListGroup(
            table.Title,
            [
                Cells([.. table.Columns.Select(c => c.Name)]),
                .. table.Rows.Select(r => Cells([string.Join(", ", r.Words), .. r.Figures.Select((f, i) => Shown(f, units[i]))])),
            ]
        );
    }

    /// <summary>As many cells as the paper has columns.</summary>
    private static IReadOnlyList<string> Cells(IReadOnlyList<string> cells) =>
        [.. cells.Take(Most + 1), .. Enumerable.Repeat("", Math.Max(0, Most + 1 - cells.Count))];

    private static string Shown(decimal? value, MeasureUnit unit) =>
        value is not { } figure
            ? ""
            : unit switch
            {
                MeasureUnit.Money when Math.Abs(figure) >= 10_000 => figure.ToString("N0", CultureInfo.InvariantCulture),
                MeasureUnit.Money or MeasureUnit.MoneyPerHour => figure.ToString("N2", CultureInfo.InvariantCulture),
                MeasureUnit.Percent => figure.ToString("N1", CultureInfo.InvariantCulture) + "%",
                MeasureUnit.Hours => figure.ToString("0.##", CultureInfo.InvariantCulture) + " h",
                _ => figure.ToString("#,0.##", CultureInfo.InvariantCulture),
            };
}
