namespace Yardstick.Core.Billing;

/// <summary>What comes next for a vehicle.</summary>
public enum NextWorkKind
{
    /// <summary>Found by a technician, without a price yet.</summary>
    Advice,

    /// <summary>A reminder of the vehicle.</summary>
    Service,
}
