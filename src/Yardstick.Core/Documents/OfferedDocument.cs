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
            (order.OnJobs.Any(), new("estimate", "Estimate", "Estimate, jobs without their lines")),
            (released, new("inspection", "What was found, with photos", "What was found, without photos")),
            (order.ApprovedJobs.Any(), new("work-order", "Work order for the technician, without prices", "")),
            (order.State == OrderState.Posted, new("invoice", "Invoice", "Invoice, jobs without their lines")),
            (order.State == OrderState.Posted && !order.CounterSale, new("release-slip", "Release slip, signed when the car goes", "")),
        }
            .Where(d => d.Is)
            .Select(d => d.Document)
            .ToList();

    /// <summary>Nothing is approved: no work order.</summary>
    public static readonly Problem NothingApproved = Nothing("Nothing is approved yet, so there is nothing to work on.");

    /// <summary>No finding was released: no inspection.</summary>
    public static readonly Problem NothingReleased = Nothing("No finding was released for the customer yet.");

    /// <summary>Not posted: no release slip.</summary>
    public static readonly Problem NotPosted = Nothing("Post the invoice first: a car goes with its bill.");

    /// <summary>No invoice.</summary>
    public static readonly Problem NoInvoice = Nothing("This order has no invoice yet.");

    /// <summary>No check-in sheet.</summary>
    public static readonly Problem NotCheckedIn = Nothing("Nobody signed a check-in sheet yet.");

    private static Problem Nothing(string why) => new("document.nothing", why, "document");
}
