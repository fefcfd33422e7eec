namespace Yardstick.Core.Purchasing;

/// <summary>Somebody who sells parts to the shop.</summary>
public class Supplier
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Short name under which its service is reached.</summary>
    public required string Code { get; set; }
    /// <summary>Name.</summary>
    public required string Name { get; set; }
    /// <summary>Telephone, for when its service does not answer.</summary>
    public string Phone { get; set; } = "";
}
