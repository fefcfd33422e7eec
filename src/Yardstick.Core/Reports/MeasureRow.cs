namespace Yardstick.Core.Reports;

/// <summary>A row behind a figure. Amounts of all rows, and what they are set against, add up to it.</summary>
/// <param name="Day">Its day.</param>
/// <param name="Title">What it is: a document, a job, a part.</param>
/// <param name="Plate">Plate of the vehicle; empty for none.</param>
/// <param name="Who">Customer or person.</param>
/// <param name="Link">Where it is looked at; empty for nowhere.</param>
/// <param name="Value">What it adds.</param>
public sealed record MeasureRow(LocalDate Day, string Title, string Plate, string Who, string Link, MeasureValue Value);
