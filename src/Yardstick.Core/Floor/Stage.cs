namespace Yardstick.Core.Floor;

/// <summary>Where a car is on its way through the shop, in order.</summary>
public enum Stage
{
    /// <summary>Not here yet.</summary>
    Expected,

    /// <summary>Arrived.</summary>
    Here,

    /// <summary>Somebody is finding out what is wrong.</summary>
    Diagnosis,

    /// <summary>The estimate is being made.</summary>
    Pricing,

    /// <summary>The customer has to say yes or no.</summary>
    WaitingForAnswer,

    /// <summary>Parts are not here yet.</summary>
    WaitingForParts,

    /// <summary>Everything is there but a technician.</summary>
    ReadyForTechnician,

    /// <summary>Being worked on.</summary>
    InWork,

    /// <summary>On a test drive.</summary>
    TestDrive,

    /// <summary>Looked over by a second person.</summary>
    Check,

    /// <summary>Done, to be collected.</summary>
    Done,

    /// <summary>Gone.</summary>
    Collected,
}
