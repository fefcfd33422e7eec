using Yardstick.Core.Orders;

namespace Yardstick.Core.Documents;

/// <summary>A document that an order has something for.</summary>
/// <param name="Kind">estimate, work-order, inspection, check-in, invoice or release-slip.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="Brief">What its short form is, in words; empty where it has none.</param>
public sealed record OfferedDocument(string Kind, string Words, string Brief)
{
    /// <summary>Documents that an order has something for, in the order of a visit.</summary>
    /// <param name="order">The order.</param>
    /// <param name="checkedIn">A check-in sheet was signed.</param>
    /// <param name="released">Something that was found was released for the customer.</param>
    public static IReadOnlyList<OfferedDocument> Of(Order order, bool checkedIn, bool released) =>
        new (bool Is, OfferedDocument Document)[]
        {
            (checkedIn, new("check-in", "Check-in sheet", "")),
            (order.OnJobs.Any(), new("estimate", "Estimate", "Estimate, job totals only")),
            (released, new("inspection", "Inspection report with photos", "Inspection report without photos")),
            (order.ApprovedJobs.Any(), new("work-order", "Technician's copy, no prices", "")),
            (order.State == OrderState.Posted, new("invoice", "Invoice", "Invoice, job totals only")),
            (order.State == OrderState.Posted && !order.CounterSale, new("release-slip", "Vehicle release, signed at pickup", "")),
        }
            .Where(d => d.Is)
            .Select(d => d.Document)
            .ToList();

    /// <summary>Nothing is approved: no work order.</summary>
    public static readonly Problem NothingApproved = Nothing("No jobs are approved yet. Record the customer's answer first.");

    /// <summary>No finding was released: no inspection.</summary>
    public static readonly Problem NothingReleased = Nothing("No findings are marked to show the customer yet. Review them under Send.");

    /// <summary>Not posted: no release slip.</summary>
    public static readonly Problem NotPosted = Nothing("Post the invoice first.");

    /// <summary>No invoice.</summary>
    public static readonly Problem NoInvoice = Nothing("This repair order has no invoice yet. Close it first.");

    /// <summary>No check-in sheet.</summary>
    public static readonly Problem NotCheckedIn = Nothing("No signed check-in sheet yet. Use Check in first.");

    private static Problem Nothing(string why) => new("document.nothing", why, "document");
}
