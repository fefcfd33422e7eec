namespace Yardstick.Core.Floor;

/// <summary>The shop's own stages in their order, and which of them an order is in.</summary>
public sealed class StageList
{
    private readonly List<ShopStage> stages;

    /// <summary>The list.</summary>
    /// <param name="stages">All stages of the shop, in any order, at least one.</param>
    public StageList(IEnumerable<ShopStage> stages) => this.stages = [.. stages.OrderBy(s => s.Position).ThenBy(s => s.Id)];

    /// <summary>All of them in order, retired ones too.</summary>
    public IReadOnlyList<ShopStage> All => stages;

    /// <summary>
    /// The stage that somebody moved a car to; else, where the program moved it, the first that means that, or what stands in for it.
    /// </summary>
    /// <param name="meaning">What it means.</param>
    /// <param name="id">The stage that somebody chose; null where the program moved it.</param>
    public ShopStage Of(Stage meaning, long? id = null) =>
        stages.Find(s => s.Id == id && s.Meaning == meaning) ?? First(meaning) ?? First(Stages.StandIn(meaning)) ?? stages[0];

    /// <summary>A stage by its key; null where there is none.</summary>
    public ShopStage? Find(long id) => stages.Find(s => s.Id == id);

    /// <summary>Those that are offered, and retired ones in which vehicles still are.</summary>
    /// <param name="used">Keys of the stages in which there are vehicles.</param>
    public IEnumerable<ShopStage> Shown(IReadOnlySet<long> used) => stages.Where(s => s.RetiredAt is null || used.Contains(s.Id));

    private ShopStage? First(Stage meaning) => stages.Find(s => s.RetiredAt is null && s.Meaning == meaning);
}
