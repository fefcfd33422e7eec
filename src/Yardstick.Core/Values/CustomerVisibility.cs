namespace Yardstick.Core.Values;

/// <summary>Whether the customer sees something that the shop wrote or photographed.</summary>
public enum CustomerVisibility
{
    /// <summary>Nobody said yet, so it does not go out.</summary>
    ToBeDecided,

    /// <summary>The customer sees it.</summary>
    Shown,

    /// <summary>It stays in the shop.</summary>
    KeptInside,
}
