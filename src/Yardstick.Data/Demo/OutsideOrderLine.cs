namespace Yardstick.Data.Demo;

/// <summary>A line of an order that the supplier's stand-in has to know.</summary>
internal sealed record OutsideOrderLine(
    long Line,
    string Number,
    decimal Quantity,
    string State,
    decimal Filled,
    Instant? ExpectedAt,
    decimal UnitCost,
    decimal CoreEach
);
