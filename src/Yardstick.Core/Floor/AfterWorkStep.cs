namespace Yardstick.Core.Floor;

/// <summary>How far work beside the stage is.</summary>
public enum AfterWorkStep
{
    /// <summary>Nobody took the keys yet.</summary>
    Waiting,

    /// <summary>Somebody has the keys.</summary>
    Begun,

    /// <summary>It is done; the keys are still out.</summary>
    Done,

    /// <summary>The keys are back.</summary>
    KeysBack,
}
