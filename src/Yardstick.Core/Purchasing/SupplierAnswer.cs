namespace Yardstick.Core.Purchasing;

/// <summary>What a supplier says of an order.</summary>
/// <param name="Reference">The supplier's own reference.</param>
/// <param name="State">Where the order is.</param>
/// <param name="ExpectedAt">When it comes, UTC.</param>
/// <param name="Lines">What it says of each line; none where it says nothing of lines.</param>
public sealed record SupplierAnswer(
    string Reference,
    PurchaseOrderState State,
    Instant? ExpectedAt,
    IReadOnlyList<SupplierLineAnswer> Lines
);
