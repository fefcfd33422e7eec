namespace Yardstick.Server.Orders;

/// <summary>The invoice of a posted order.</summary>
public sealed record SheetInvoice(
    long Id,
    long Number,
    Instant PostedAt,
    decimal Total,
    decimal Paid,
    decimal Balance,
    IReadOnlyList<SheetOtherInvoice> Others
);

/// <summary>The invoice of another payer.</summary>
public sealed record SheetOtherInvoice(long Id, long Number);
