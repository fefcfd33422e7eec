namespace Yardstick.Core.Inspections;

/// <summary>What a finding means, in words with a measure.</summary>
public enum Rating
{
    /// <summary>As it should be.</summary>
    Good,

    /// <summary>Look again next time.</summary>
    Watch,

    /// <summary>Has to be done.</summary>
    Due,

    /// <summary>Must not go on the road.</summary>
    Unsafe,
}
