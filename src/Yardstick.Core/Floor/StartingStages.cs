namespace Yardstick.Core.Floor;

/// <summary>Stages that a kind of shop may begin with, beside the usual ones.</summary>
public static class StartingStages
{
    /// <summary>Name and meaning of each, in order; none for a kind that needs no more than the usual ones.</summary>
    /// <param name="set">Key of a starting set: general, tires or maintenance.</param>
    public static IReadOnlyList<(string Name, Stage Meaning)> Of(string set) =>
        set switch
        {
            "general" => [("Waiting for sublet", Stage.WaitingForParts)],
            "tires" => [("Tires on the way", Stage.WaitingForParts), ("Alignment", Stage.InWork)],
            "maintenance" => [("Express lane", Stage.ReadyForTechnician)],
            _ => [],
        };
}
