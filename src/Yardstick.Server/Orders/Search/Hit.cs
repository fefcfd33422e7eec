namespace Yardstick.Server.Orders;

/// <summary>Something that the index knows.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">Its key.</param>
/// <param name="ContactId">The contact by whom the customer was found.</param>
internal sealed record Hit(FoundKind Kind, long Id, long? ContactId = null);
