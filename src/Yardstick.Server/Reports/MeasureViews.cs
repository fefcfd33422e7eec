using Microsoft.AspNetCore.Mvc;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;

namespace Yardstick.Server.Reports;

/// <summary>What is asked of every page.</summary>
public sealed record MeasuresQuery
{
    /// <summary>As typed; empty is this month.</summary>
    [FromQuery(Name = "period")]
    public string? Period { get; init; }

    /// <summary>Orders of this writer.</summary>
    [FromQuery(Name = "writerId")]
    public long? WriterId { get; init; }

    /// <summary>Orders that this technician leads or was on the clock for.</summary>
    [FromQuery(Name = "technicianId")]
    public long? TechnicianId { get; init; }

    /// <summary>Customers who came by this source.</summary>
    [FromQuery(Name = "source")]
    public string? Source { get; init; }

    /// <summary>Vehicles of this make.</summary>
    [FromQuery(Name = "make")]
    public string? Make { get; init; }

    /// <summary>Orders with this canned job.</summary>
    [FromQuery(Name = "cannedJobId")]
    public long? CannedJobId { get; init; }

    /// <summary>Invoices of this payer.</summary>
    [FromQuery(Name = "payer")]
    public Payer? Payer { get; init; }
}

/// <summary>What a figure is made of.</summary>
/// <param name="Amount">The amount.</param>
/// <param name="Of">What it is set against; null where it stands by itself.</param>
public sealed record MeasureParts(decimal Amount, decimal? Of);

/// <summary>A row behind a figure.</summary>
/// <param name="Day">Its day.</param>
/// <param name="Title">What it is.</param>
/// <param name="Plate">Plate of the vehicle; empty for none.</param>
/// <param name="Who">Customer or person.</param>
/// <param name="Link">Where it is looked at; empty for nowhere.</param>
/// <param name="Amount">What it adds.</param>
/// <param name="Of">What that is set against; null where it stands by itself.</param>
public sealed record MeasureRowView(LocalDate Day, string Title, string Plate, string Who, string Link, decimal Amount, decimal? Of);

/// <summary>A figure against its aim, the period before and the same a year ago.</summary>
public sealed record MeasureFigure
{
    /// <summary>Which.</summary>
    public required Measure Measure { get; init; }

    /// <summary>Its name.</summary>
    public required string Name { get; init; }

    /// <summary>How it is computed.</summary>
    public required string Formula { get; init; }

    /// <summary>What it is counted in.</summary>
    public required MeasureUnit Unit { get; init; }

    /// <summary>The figure; null where it is set against nothing.</summary>
    public required decimal? Value { get; init; }

    /// <summary>What it is made of: 83 of 96; null where it stands by itself.</summary>
    public required MeasureParts? Parts { get; init; }

    /// <summary>What its amounts are counted in.</summary>
    public required MeasureUnit AmountUnit { get; init; }

    /// <summary>What they are set against is counted in.</summary>
    public required MeasureUnit OfUnit { get; init; }

    /// <summary>The same of the period before.</summary>
    public required decimal? Before { get; init; }

    /// <summary>The same a year ago.</summary>
    public required decimal? YearBefore { get; init; }

    /// <summary>The difference to before: in percent, of a percentage in points; null where there is none.</summary>
    public required decimal? Change { get; init; }

    /// <summary>What it should be in the whole period; null for no aim.</summary>
    public required decimal? Aim { get; init; }

    /// <summary>The aim as it is typed, of a month where it adds up; empty for none.</summary>
    public required string AimTyped { get; init; }

    /// <summary>An aim can be set.</summary>
    public required bool TakesAim { get; init; }

    /// <summary>It is of the whole shop although the page is narrowed.</summary>
    public required bool IsWhole { get; init; }

    /// <summary>The difference to before is for the worse.</summary>
    public required bool IsWorse { get; init; }

    /// <summary>It is as it stands now.</summary>
    public required bool IsNow { get; init; }
}

/// <summary>A column of a table.</summary>
/// <param name="Name">Its head.</param>
/// <param name="Unit">What its figures are counted in; null for words.</param>
public sealed record MeasureColumn(string Name, MeasureUnit? Unit);

/// <summary>A row of a table: words and figures by column.</summary>
/// <param name="Words">Words of the columns of words, in their order.</param>
/// <param name="Figures">Figures of the others; null for none.</param>
/// <param name="Link">Where it leads; empty for nowhere.</param>
public sealed record MeasureTableRow(IReadOnlyList<string> Words, IReadOnlyList<decimal?> Figures, string Link);

/// <summary>A table. Columns of words stand first.</summary>
public sealed record MeasureTable(string Title, IReadOnlyList<MeasureColumn> Columns, IReadOnlyList<MeasureTableRow> Rows);

/// <summary>Sales of a day, week or month, and of the same stretch before.</summary>
/// <param name="From">Its first day.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Value">Sales; null where it is still to come.</param>
/// <param name="Before">Sales of the stretch before.</param>
public sealed record MeasureBucket(LocalDate From, string Label, decimal? Value, decimal? Before);

/// <summary>What waits for somebody, as it stands now.</summary>
public sealed record MeasureWaiting(string Title, int Count, decimal Amount, string Link, bool IsUrgent);

/// <summary>A page of measures.</summary>
public sealed record MeasuresView
{
    /// <summary>Which.</summary>
    public required MeasurePage Page { get; init; }

    /// <summary>What the period is called.</summary>
    public required string Period { get; init; }

    /// <summary>Its first day.</summary>
    public required LocalDate From { get; init; }

    /// <summary>Its last day that counts.</summary>
    public required LocalDate Until { get; init; }

    /// <summary>It is not over.</summary>
    public required bool IsUnderWay { get; init; }

    /// <summary>What it is compared with.</summary>
    public required string Against { get; init; }

    /// <summary>Figures.</summary>
    public required IReadOnlyList<MeasureFigure> Figures { get; init; }

    /// <summary>Tables.</summary>
    public required IReadOnlyList<MeasureTable> Tables { get; init; }

    /// <summary>Sales over the period; empty where the page shows none.</summary>
    public required IReadOnlyList<MeasureBucket> Trend { get; init; }

    /// <summary>What waits; empty where the page shows none.</summary>
    public required IReadOnlyList<MeasureWaiting> Waiting { get; init; }
}

/// <summary>What measures can be narrowed to.</summary>
public sealed record MeasureChoices(
    IReadOnlyList<MeasureChoice> Writers,
    IReadOnlyList<MeasureChoice> Technicians,
    IReadOnlyList<string> Sources,
    IReadOnlyList<string> Makes,
    IReadOnlyList<MeasureChoice> CannedJobs
);

/// <summary>A person or a canned job to choose.</summary>
public sealed record MeasureChoice(long Id, string Name);

/// <summary>The rows behind a figure and their sum.</summary>
/// <param name="Name">The figure.</param>
/// <param name="Formula">How it is computed.</param>
/// <param name="Unit">What it is counted in.</param>
/// <param name="AmountUnit">What the amounts of rows are counted in.</param>
/// <param name="OfUnit">What they are set against is counted in; null where they stand by themselves.</param>
/// <param name="Period">The period.</param>
/// <param name="Value">The figure.</param>
/// <param name="Sum">Its parts: the sums of the rows.</param>
/// <param name="Rows">The rows.</param>
public sealed record MeasureRowsView(
    string Name,
    string Formula,
    MeasureUnit Unit,
    MeasureUnit AmountUnit,
    MeasureUnit? OfUnit,
    string Period,
    decimal? Value,
    MeasureParts Sum,
    IReadOnlyList<MeasureRowView> Rows
);

/// <summary>An aim as typed; empty for none.</summary>
public sealed record MeasureAimRequest(Measure Measure, string? Value);
