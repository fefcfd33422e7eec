namespace Yardstick.Core.Purchasing;

/// <summary>How purchase orders reach a supplier.</summary>
public enum SupplierOrderWay
{
    /// <summary>Handed to the supplier's own service, which also says prices and stock.</summary>
    Electronic,

    /// <summary>Somebody calls; what was said is noted.</summary>
    Phone,

    /// <summary>Goes out by email as a PDF; what they answer is noted.</summary>
    Email,
}
