using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>What a supplier's service says of a return.</summary>
/// <param name="Authorization">Its number for the return; empty before it gave one.</param>
/// <param name="State">Where it is with them.</param>
/// <param name="Credited">What they gave back; null where they did not, or do not say.</param>
/// <param name="Words">Number of the credit memo, or why they refuse.</param>
public sealed record SupplierReturnAnswer(string Authorization, SupplierReturnState State, Money? Credited, string Words);
