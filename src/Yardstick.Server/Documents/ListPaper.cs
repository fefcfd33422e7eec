namespace Yardstick.Server.Documents;

/// <summary>A list on paper: columns and rows in groups, each with a heading.</summary>
internal sealed record ListPaper
{
    /// <summary>What it is called.</summary>
    public required string Name { get; init; }

    /// <summary>The shop's name, address lines and telephone.</summary>
    public required (string Name, string Address, string Contact) Shop { get; init; }

    /// <summary>Content hash of the logo; empty without one.</summary>
    public required string LogoHash { get; init; }

    /// <summary>Its date, wall time.</summary>
    public required LocalDateTime Date { get; init; }

    /// <summary>What stands under the date.</summary>
    public required string Under { get; init; }

    /// <summary>Heads of the columns, with where each begins, in points from the left edge of the text.</summary>
    public required IReadOnlyList<(string Head, float At)> Columns { get; init; }

    /// <summary>Groups of rows.</summary>
    public required IReadOnlyList<ListGroup> Groups { get; init; }

    /// <summary>What is said where there is no row at all.</summary>
    public string None { get; init; } = "";
}

/// <summary>Rows under a heading.</summary>
/// <param name="Head">The heading.</param>
/// <param name="Rows">Cells by column.</param>
internal sealed record ListGroup(string Head, IReadOnlyList<IReadOnlyList<string>> Rows);
