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

/// <summary>Names of stages.</summary>
public static class Stages
{
    private static readonly Dictionary<Stage, string> Names = new()
    {
        [Stage.Expected] = "Expected",
        [Stage.Here] = "Here",
        [Stage.Diagnosis] = "Being diagnosed",
        [Stage.Pricing] = "Being priced",
        [Stage.WaitingForAnswer] = "Waiting for answer",
        [Stage.WaitingForParts] = "Waiting for parts",
        [Stage.ReadyForTechnician] = "Ready for a technician",
        [Stage.InWork] = "Being worked on",
        [Stage.TestDrive] = "On a test drive",
        [Stage.Check] = "Being checked",
        [Stage.Done] = "Done, to be collected",
        [Stage.Collected] = "Collected",
    };

    /// <summary>All stages in order.</summary>
    public static IReadOnlyList<Stage> All { get; } = Enum.GetValues<Stage>();

    /// <summary>What people call it.</summary>
    public static string Name(Stage stage) => Names[stage];
}

/// <summary>A car moved from one stage to another. Only added to.</summary>
public class StageChange
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>Where it was.</summary>
    public Stage From { get; set; }
    /// <summary>Where it went.</summary>
    public Stage To { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who moved it.</summary>
    public long ById { get; set; }
    /// <summary>Why it moved by itself; empty when a person moved it.</summary>
    public string Because { get; set; } = "";
}
