namespace Yardstick.Core.Values;

/// <summary>How distances are read.</summary>
public enum DistanceUnit
{
    /// <summary>Miles.</summary>
    Miles,

    /// <summary>Kilometers.</summary>
    Kilometers,
}
