namespace Yardstick.Core.Values;

/// <summary>How pressing something is that is known about a car.</summary>
public enum Urgency
{
    /// <summary>To be heeded before anything is done.</summary>
    Heed,

    /// <summary>Its time has come.</summary>
    Due,

    /// <summary>Its time comes within 30 days.</summary>
    Soon,

    /// <summary>Later, or without a time.</summary>
    Later,
}
