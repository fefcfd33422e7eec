namespace Yardstick.Core.Vehicles;

/// <summary>A car that was passed on to another owner. Only added to.</summary>
public class VehicleTransfer
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The car.</summary>
    public long VehicleId { get; set; }
    /// <summary>Whose it was.</summary>
    public long FromCustomerId { get; set; }
    /// <summary>Whose it is.</summary>
    public long ToCustomerId { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who wrote it down.</summary>
    public long ById { get; set; }
}
