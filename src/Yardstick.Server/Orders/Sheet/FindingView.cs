using Yardstick.Core.Inspections;

namespace Yardstick.Server.Orders;

/// <summary>A finding.</summary>
public sealed record FindingView(
    long Id,
    string Text,
    decimal? Measured,
    string Unit,
    Rating Rating,
    string? PhotoHash,
    string By,
    Instant At
);
