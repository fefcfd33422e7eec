using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>A job as a customer is shown it.</summary>
/// <param name="Id">Key.</param>
/// <param name="Title">What it is, in plain words.</param>
/// <param name="Text">What else the customer reads.</param>
/// <param name="Decision">Latest decision.</param>
/// <param name="Amount">What it comes to, by itself.</param>
/// <param name="Adds">What it really adds to the total, tax and supplies included (rules, What a job adds).</param>
/// <param name="IsUnsafe">Leaving it undone is not safe.</param>
/// <param name="LinesOpen">The customer may leave lines out.</param>
/// <param name="Credit">What is credited when its repair is approved, in words; empty for nothing.</param>
/// <param name="Payer">Who pays, in words; empty for the customer.</param>
/// <param name="Lines">Its lines.</param>
public sealed record SnapshotJob(
    long Id,
    string Title,
    string Text,
    DecisionKind Decision,
    decimal Amount,
    decimal Adds,
    bool IsUnsafe,
    bool LinesOpen,
    string Credit,
    string Payer,
    IReadOnlyList<SnapshotLine> Lines
)
{
    /// <summary>Of a job with its figures.</summary>
    /// <param name="order">Its order.</param>
    /// <param name="job">The job.</param>
    /// <param name="figures">Its figures.</param>
    /// <param name="photos">Photos that were released, by line.</param>
    public static SnapshotJob Of(Order order, Job job, JobFigures figures, ILookup<long, string> photos)
    {
        var lines = new List<SnapshotLine>();
        foreach (var line in job.OnLines)
        {
            var priced = figures.Of(line);
            // A job at one price is decided as a whole (rules, What a job adds).
            lines.Add(
                new SnapshotLine(
                    line.Id,
                    line.Description,
                    DocumentRows.QuantityOf(line, priced),
                    job.FixedPrice is null ? priced?.Amount : null,
                    line.IsExcluded,
                    job.LinesOpen && job.FixedPrice is null && line.Kind is LineKind.Part or LineKind.Labor or LineKind.Sublet,
                    line.NoteVisibility == CustomerVisibility.Shown ? line.NoteForCustomer : ""
                )
                {
                    Photos = photos[line.Id].ToList(),
                }
            );
        }
        return new SnapshotJob(
            job.Id,
            job.Title,
            job.CustomerText,
            job.Decision,
            figures.Subtotal,
            figures.AddsToTotal,
            job.IsUnsafe,
            job.LinesOpen && job.FixedPrice is null,
            job.CreditWords(order),
            job.PayerWords,
            lines
        );
    }
}
