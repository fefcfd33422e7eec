using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>What a supplier says of one line of an order.</summary>
/// <param name="LineId">Key of the line, which goes out with the order and comes back with each answer.</param>
/// <param name="State">What they make of it.</param>
/// <param name="Quantity">Units that they send now; null for all of them.</param>
/// <param name="ExpectedAt">When it comes, UTC; null where they did not say.</param>
public sealed record SupplierLineAnswer(long LineId, PurchaseLineState State, Quantity? Quantity, Instant? ExpectedAt);
