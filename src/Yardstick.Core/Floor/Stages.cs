namespace Yardstick.Core.Floor;

/// <summary>What is to be known of each meaning of a stage.</summary>
public static class Stages
{
    private static readonly Dictionary<Stage, string> Names = new()
    {
        [Stage.Expected] = "Scheduled",
        [Stage.Here] = "Arrived",
        [Stage.Diagnosis] = "In diagnosis",
        [Stage.Pricing] = "Building estimate",
        [Stage.WaitingForAnswer] = "Waiting for approval",
        [Stage.WaitingForParts] = "Waiting for parts",
        [Stage.ReadyForTechnician] = "Ready for technician",
        [Stage.InWork] = "In progress",
        [Stage.TestDrive] = "Test drive",
        [Stage.Check] = "Quality check",
        [Stage.Done] = "Ready for pickup",
        [Stage.Collected] = "Picked up",
    };

    /// <summary>All meanings in order.</summary>
    public static IReadOnlyList<Stage> All { get; } = Enum.GetValues<Stage>();

    /// <summary>What people call it where the shop has no name of its own.</summary>
    public static string Name(Stage stage) => Names[stage];

    /// <summary>Whether cars in it are with nobody just now: they are expected, wait for something, or are done.</summary>
    public static bool IsWaiting(Stage stage) =>
        stage is Stage.Expected or Stage.WaitingForAnswer or Stage.WaitingForParts or Stage.ReadyForTechnician or Stage.Done;

    /// <summary>Whether every shop needs a stage that means this; for the others one of those stands in.</summary>
    public static bool IsNeeded(Stage stage) => StandIn(stage) == stage;

    /// <summary>The meaning that stands in where a shop has no stage for one: it is here, or being worked on.</summary>
    public static Stage StandIn(Stage stage) =>
        stage switch
        {
            Stage.Diagnosis or Stage.Pricing => Stage.Here,
            Stage.ReadyForTechnician or Stage.TestDrive or Stage.Check => Stage.InWork,
            _ => stage,
        };

    /// <summary>Where a car goes that has all its parts.</summary>
    public const Stage AfterParts = Stage.ReadyForTechnician;
}
