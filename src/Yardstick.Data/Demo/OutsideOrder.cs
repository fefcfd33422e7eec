namespace Yardstick.Data.Demo;

/// <summary>What the supplier's stand-in has to know of orders that were placed before the demo begins.</summary>
internal sealed record OutsideOrder(
    string Supplier,
    string Key,
    string Reference,
    long PurchaseOrder,
    Instant TakenAt,
    Instant ExpectedAt,
    string State
);
