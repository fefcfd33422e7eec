namespace Yardstick.Core.Imports;

/// <summary>Events of webhooks by name, as receivers read them, and in words.</summary>
public static class WebhookEvents
{
    private static readonly Dictionary<WebhookEvent, (string Name, string Words)> All = new()
    {
        [WebhookEvent.Ping] = ("ping", "A test message"),
        [WebhookEvent.OrderOpened] = ("order.opened", "A repair order was begun"),
        [WebhookEvent.OrderMoved] = ("order.moved", "A repair order went to another stage"),
        [WebhookEvent.OrderDecided] = ("order.decided", "A customer approved, deferred or declined work"),
        [WebhookEvent.InvoicePosted] = ("invoice.posted", "An invoice or a credit memo was posted"),
        [WebhookEvent.PaymentRecorded] = ("payment.recorded", "A payment, a deposit or a refund was recorded"),
        [WebhookEvent.AppointmentMade] = ("appointment.made", "An appointment was made"),
        [WebhookEvent.AppointmentMoved] = ("appointment.moved", "An appointment was moved"),
        [WebhookEvent.RequestArrived] = ("request.arrived", "A booking or another request came in"),
        [WebhookEvent.CustomerAdded] = ("customer.added", "A customer was added"),
        [WebhookEvent.VehicleAdded] = ("vehicle.added", "A vehicle was added"),
    };

    /// <summary>Those that a webhook can be told of.</summary>
    public static IEnumerable<WebhookEvent> Chosen => All.Keys.Where(e => e != WebhookEvent.Ping);

    /// <summary>Name as it stands in a message: <c>invoice.posted</c>.</summary>
    public static string NameOf(WebhookEvent happened) => All[happened].Name;

    /// <summary>In words, as Setup shows it.</summary>
    public static string WordsOf(WebhookEvent happened) => All[happened].Words;
}
