namespace Yardstick.Data;

/// <summary>A series of numbers.</summary>
public class Counter
{
    /// <summary>Name of the series.</summary>
    public required string Name { get; set; }

    /// <summary>The number that comes next.</summary>
    public long Next { get; set; }

    /// <summary>Numbers of orders.</summary>
    public const string Orders = "orders";

    /// <summary>Numbers of invoices and credit notes.</summary>
    public const string Invoices = "invoices";

    /// <summary>Numbers of purchase orders.</summary>
    public const string PurchaseOrders = "purchaseOrders";

    /// <summary>Numbers of returns to suppliers.</summary>
    public const string PartReturns = "partReturns";

    /// <summary>The last text or email that the gateway told of.</summary>
    public const string PostSeen = "postSeen";

    /// <summary>The last report of a connected vehicle that its service told of.</summary>
    public const string CarsSeen = "carsSeen";
}
