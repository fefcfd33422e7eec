namespace Yardstick.Core.Purchasing;

/// <summary>Somebody who sells parts to the shop.</summary>
public class Supplier
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Short name under which its service is reached.</summary>
    public required string Code { get; init; }

    /// <summary>Name.</summary>
    public required string Name { get; init; }

    /// <summary>Telephone, for when its service does not answer.</summary>
    public string Phone { get; init; } = "";
}
