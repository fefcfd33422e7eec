namespace Yardstick.Core.Imports;

/// <summary>What other programs can be told of.</summary>
public enum WebhookEvent
{
    /// <summary>Somebody tries whether messages arrive.</summary>
    Ping,

    /// <summary>A repair order was begun.</summary>
    OrderOpened,

    /// <summary>A repair order went to another stage.</summary>
    OrderMoved,

    /// <summary>A customer approved, deferred or declined work.</summary>
    OrderDecided,

    /// <summary>An invoice or a credit memo was posted.</summary>
    InvoicePosted,

    /// <summary>A payment, a deposit or a refund was taken down.</summary>
    PaymentRecorded,

    /// <summary>An appointment was made.</summary>
    AppointmentMade,

    /// <summary>An appointment was moved.</summary>
    AppointmentMoved,

    /// <summary>A request came in from outside: a booking, a vehicle's trouble code.</summary>
    RequestArrived,

    /// <summary>A customer was added.</summary>
    CustomerAdded,

    /// <summary>A vehicle was added.</summary>
    VehicleAdded,
}
