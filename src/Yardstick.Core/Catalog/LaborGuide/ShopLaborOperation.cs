using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>An operation of the shop's own labor guide; it goes before the outside one.</summary>
public class ShopLaborOperation
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Code; one that the outside guide has too takes its place.</summary>
    public required string Code { get; init; }

    /// <summary>System of the car.</summary>
    public string System { get; init; } = "";

    /// <summary>What is done.</summary>
    public required string Title { get; init; }

    /// <summary>Further words by which it is found.</summary>
    public string Words { get; init; } = "";

    /// <summary>Skill that it needs; empty for any.</summary>
    public string Skill { get; init; } = "";

    /// <summary>Hours.</summary>
    public LaborHours Hours { get; init; }

    /// <summary>Make that it is for; empty for all.</summary>
    public string Make { get; init; } = "";

    /// <summary>Model that it is for; empty for all.</summary>
    public string Model { get; init; } = "";

    /// <summary>Codes of operations that it contains.</summary>
    public IReadOnlyList<string> Contains { get; init; } = [];

    /// <summary>Whether it is for such a car.</summary>
    public bool Fits(string make, string model) =>
        (Make.Length == 0 || string.Equals(Make, make, StringComparison.OrdinalIgnoreCase))
        && (Model.Length == 0 || string.Equals(Model, model, StringComparison.OrdinalIgnoreCase));

    /// <summary>As lines take it.</summary>
    public LaborGuideOperation Work => new(Code, Title, Hours, Skill, Contains, new Dictionary<string, LaborHours>());

    /// <summary>Columns of a file in which operations are exported and imported.</summary>
    public static IReadOnlyList<string> Columns { get; } =
    ["code", "system", "title", "words", "skill", "hours", "make", "model", "contains"];

    /// <summary>Its row of a file, cell by cell as in <see cref="Columns"/>; <see cref="Read"/> makes the same of it again.</summary>
    public IReadOnlyList<string> Row() => [Code, System, Title, Words, Skill, Hours.ToString(), Make, Model, string.Join(' ', Contains)];

    /// <summary>Reads a row of a file.</summary>
    /// <param name="value">The cell of a column: code, system, title, words, skill, hours, make, model, contains.</param>
    public static Result<ShopLaborOperation> Read(Func<string, string> value)
    {
        string Cell(string column) => value(column).Trim();
        if (Cell("title") is not { Length: > 0 and <= 200 } title)
            return new Problem("guide.title", "The title is missing or longer than 200 characters.", "title");
        var hours = LaborHours.Parse(Cell("hours"));
        if (hours.Problem is { } bad)
            return bad;
        var code =
            Cell("code") is { Length: > 0 } given ? given
            : string.Concat(title.Where(char.IsLetterOrDigit)).ToUpperInvariant() is var made && made.Length > 24 ? made[..24]
            : made;
        if (code.Length > 40 || code.Any(c => char.IsWhiteSpace(c) || c == '='))
            return new Problem("guide.code", "A code has at most 40 characters, no spaces and no equals sign.", "code");
        return new ShopLaborOperation
        {
            Code = code,
            Title = title,
            Hours = hours.Value,
            System = Cell("system"),
            Words = Cell("words"),
            Skill = Cell("skill"),
            Make = Cell("make"),
            Model = Cell("model"),
            Contains = Cell("contains").Split([' ', ',', ';'], StringSplitOptions.RemoveEmptyEntries),
        };
    }
}
