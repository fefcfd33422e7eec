namespace Yardstick.Core.Vehicles;

/// <summary>A car that was passed on to another owner. Only added to.</summary>
public class VehicleTransfer
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The car.</summary>
    public long VehicleId { get; init; }

    /// <summary>Whose it was.</summary>
    public long FromCustomerId { get; init; }

    /// <summary>Whose it is.</summary>
    public long ToCustomerId { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who wrote it down.</summary>
    public long ById { get; init; }
}
