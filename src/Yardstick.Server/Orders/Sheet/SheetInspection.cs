using Yardstick.Core.Inspections;

namespace Yardstick.Server.Orders;

/// <summary>How far an inspection of an order is.</summary>
/// <param name="Id">Key.</param>
/// <param name="Name">Name.</param>
/// <param name="IsChecklist">Points are done, not rated.</param>
/// <param name="Done">Points that are done.</param>
/// <param name="Points">Points.</param>
/// <param name="Findings">Points that are anything but good.</param>
/// <param name="Finished">It is finished.</param>
/// <param name="Read">A service writer read it.</param>
/// <param name="TechnicianId">Who is at it; null for whoever takes it.</param>
public sealed record SheetInspection(
    long Id,
    string Name,
    bool IsChecklist,
    int Done,
    int Points,
    int Findings,
    bool Finished,
    bool Read,
    long? TechnicianId
)
{
    internal static SheetInspection Of(Inspection inspection) =>
        new(
            inspection.Id,
            inspection.Name,
            inspection.IsChecklist,
            inspection.Done,
            inspection.Points.Count,
            inspection.Points.Count(p => p.IsFinding),
            inspection.FinishedAt is not null,
            inspection.ReadAt is not null,
            inspection.TechnicianId
        );
}
