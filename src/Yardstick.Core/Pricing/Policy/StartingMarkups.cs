namespace Yardstick.Core.Pricing;

/// <summary>Part categories that a kind of shop may begin with, each with a markup table of its own.</summary>
public static class StartingMarkups
{
    private sealed record Start(string Table, string[] Categories, (string UpTo, string Multiplier)[] Rows);

    private static readonly Dictionary<string, Start[]> Sets = new()
    {
        ["general"] =
        [
            new("brakes", ["brake pads", "brake rotor"], [("25", "2.3"), ("100", "1.9"), ("", "1.6")]),
            new("battery", ["battery"], [("", "1.45")]),
        ],
        ["tires"] = [new("tires", ["tire"], [("100", "1.35"), ("200", "1.28"), ("", "1.22")])],
        ["maintenance"] = [new("fluids", ["oil", "filter", "fluid"], [("5", "3.2"), ("15", "2.6"), ("", "2.0")])],
    };

    /// <summary>Categories of a set that the form does not have yet.</summary>
    /// <param name="set">Key of a starting set: general, tires or maintenance.</param>
    /// <param name="form">The pricing rules, as typed.</param>
    public static IReadOnlyList<string> MissingIn(string set, PolicyForm form) =>
        [.. Of(set).SelectMany(s => s.Categories).Where(c => !Has(form, c))];

    /// <summary>The form with what is missing of a set. Tables and categories that are there stay as they are.</summary>
    /// <param name="set">Key of a starting set.</param>
    /// <param name="form">The pricing rules, as typed.</param>
    public static PolicyForm AddTo(string set, PolicyForm form)
    {
        foreach (var start in Of(set))
        {
            var categories = start.Categories.Where(c => !Has(form, c)).Select(c => new CategoryRow(c, start.Table)).ToList();
            if (categories.Count == 0)
                continue;
            var rows = start.Rows.Select(r => new BandRow(r.UpTo, r.Multiplier)).ToList();
            form = form with
            {
                Categories = [.. form.Categories, .. categories],
                MarkupBands = form.MarkupBands.Any(b => b.Name == start.Table)
                    ? form.MarkupBands
                    : [.. form.MarkupBands, new BandTable(start.Table, rows)],
            };
        }
        return form;
    }

    private static Start[] Of(string set) => Sets.GetValueOrDefault(set, []);

    private static bool Has(PolicyForm form, string category) =>
        form.Categories.Any(c => string.Equals(c.Name, category, StringComparison.OrdinalIgnoreCase));
}
