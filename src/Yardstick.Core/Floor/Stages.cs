namespace Yardstick.Core.Floor;

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

    /// <summary>Where a car goes that has all its parts.</summary>
    public const Stage AfterParts = Stage.ReadyForTechnician;
}
