using Yardstick.Core.Billing;
using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Vehicles;

namespace Yardstick.Server.Changes;

/// <summary>Something that other programs are told of, and where they read it.</summary>
/// <param name="Event">What.</param>
/// <param name="About">Address of what it happened to, known once that is saved.</param>
internal sealed record Happening(WebhookEvent Event, Func<string> About)
{
    /// <summary>What a new row means to others; null for nothing.</summary>
    internal static Happening? Of(object row) =>
        row switch
        {
            Order o => new(WebhookEvent.OrderOpened, () => Invariant($"/api/orders/{o.Id}")),
            StageChange s => new(WebhookEvent.OrderMoved, () => Invariant($"/api/orders/{s.OrderId}")),
            Decision d => new(WebhookEvent.OrderDecided, () => Invariant($"/api/orders/{d.OrderId}")),
            Invoice i => new(WebhookEvent.InvoicePosted, () => Invariant($"/api/invoices/{i.Id}")),
            Payment p => new(WebhookEvent.PaymentRecorded, () => AboutPayment(p)),
            Appointment a => new(WebhookEvent.AppointmentMade, () => Invariant($"/api/appointments/{a.Id}")),
            AppointmentMove m => new(WebhookEvent.AppointmentMoved, () => Invariant($"/api/appointments/{m.AppointmentId}")),
            OutsideRequest => new(WebhookEvent.RequestArrived, () => "/api/requests"),
            Customer c => new(WebhookEvent.CustomerAdded, () => Invariant($"/api/customers/{c.Id}")),
            Vehicle v => new(WebhookEvent.VehicleAdded, () => Invariant($"/api/vehicles/{v.Id}")),
            _ => null,
        };

    private static string AboutPayment(Payment payment) =>
        payment switch
        {
            { InvoiceId: { } invoice } => Invariant($"/api/invoices/{invoice}"),
            { OrderId: { } order } => Invariant($"/api/orders/{order}"),
            { CustomerId: { } customer } => Invariant($"/api/customers/{customer}"),
            _ => "",
        };
}
