using Yardstick.Core.Orders;

namespace Yardstick.Core.Billing;

/// <summary>A document that an order has something for.</summary>
/// <param name="Kind">estimate, work-order, inspection, check-in, invoice or release-slip.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="HasBrief">There is a short form: jobs with their amounts, without their lines.</param>
/// <param name="ForCustomer">It may be sent to the customer.</param>
public sealed record OfferedDocument(string Kind, string Words, bool HasBrief, bool ForCustomer)
{
    /// <summary>Documents that an order has something for, in the order of a visit.</summary>
    /// <param name="order">The order.</param>
    /// <param name="checkedIn">A check-in sheet was signed.</param>
    /// <param name="released">Something that was found was released for the customer.</param>
    public static IReadOnlyList<OfferedDocument> Of(Order order, bool checkedIn, bool released) => new (bool Is, OfferedDocument Document)[]
    {
        (checkedIn, new("check-in", "Check-in sheet", false, true)),
        (order.OnJobs.Any(), new("estimate", "Estimate", true, true)),
        (released, new("inspection", "What was found, with photos", true, true)),
        (order.ApprovedJobs.Any(), new("work-order", "Work order for the technician, without prices", false, false)),
        (order.State == OrderState.Posted, new("invoice", "Invoice", true, true)),
        (order.State == OrderState.Posted && !order.CounterSale, new("release-slip", "Release slip, signed when the car goes", false, true)),
    }.Where(d => d.Is).Select(d => d.Document).ToList();
}
