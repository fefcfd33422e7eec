namespace Yardstick.Core.Setup;

/// <summary>What a person on staff is.</summary>
public enum Role
{
    /// <summary>Writes cars up and sells work.</summary>
    Writer,

    /// <summary>Works on cars.</summary>
    Technician,

    /// <summary>Orders and receives parts.</summary>
    Parts,

    /// <summary>Washes and moves vehicles.</summary>
    Porter,

    /// <summary>Runs the shop.</summary>
    Manager,

    /// <summary>Owns the shop.</summary>
    Owner,
}
