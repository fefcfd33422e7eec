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

    /// <summary>Whether cars in it are with nobody just now: they are expected, wait for something, or are done.</summary>
    public static bool IsWaiting(Stage stage) =>
        stage is Stage.Expected or Stage.WaitingForAnswer or Stage.WaitingForParts or Stage.ReadyForTechnician or Stage.Done;

    /// <summary>Where a car goes that has all its parts.</summary>
    public const Stage AfterParts = Stage.ReadyForTechnician;
}
