namespace Yardstick.Server.Orders;

/// <summary>What a change answers; one of an order with what it did to the sheet.</summary>
/// <param name="OrderVersion">Version of the order after it; 0 where it is about no order.</param>
/// <param name="Id">Key of what was added or changed.</param>
/// <param name="Version">Version of what was changed, to be sent with the next change or the undo.</param>
public sealed record Changed(int OrderVersion, long Id, int Version) : OrderAnswer;
