namespace Yardstick.Core.Setup;

/// <summary>How far a new shop is set up.</summary>
/// <param name="Done">Steps that are done.</param>
/// <param name="Skipped">Steps that somebody ticked off or left out.</param>
public sealed record GettingStarted(IReadOnlySet<StartStep> Done, IReadOnlyList<StartStep> Skipped)
{
    /// <summary>All steps in their order.</summary>
    public static IReadOnlyList<StartStep> All { get; } = Enum.GetValues<StartStep>();

    /// <summary>Steps that are still to be done, in their order.</summary>
    public IEnumerable<StartStep> Left => All.Where(s => !Done.Contains(s) && !Skipped.Contains(s));

    /// <summary>The step that comes next; null where nothing is left and the list goes away.</summary>
    public StartStep? Next => Left.Any() ? Left.First() : null;

    /// <summary>How far a shop is.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="policies">Versions of its pricing rules that were published, that of the beginning among them.</param>
    /// <param name="people">People who are here.</param>
    /// <param name="cannedJobs">Whether any canned job is offered.</param>
    /// <param name="suppliers">Whether there is anybody to order from.</param>
    /// <param name="imports">Whether a file was imported.</param>
    /// <param name="orders">Whether there is a repair order.</param>
    public static GettingStarted Of(Shop shop, int policies, int people, bool cannedJobs, bool suppliers, bool imports, bool orders)
    {
        (StartStep Step, bool Done)[] steps =
        [
            (StartStep.Address, shop.Address.Length > 0 && shop.Phone.Length > 0),
            (StartStep.Hours, shop.Hours != WeekHours.Usual),
            (StartStep.Pricing, policies > 1),
            (StartStep.People, people > 1),
            (StartStep.CannedJobs, cannedJobs),
            (StartStep.Suppliers, suppliers),
            (StartStep.Import, imports),
            (StartStep.FirstOrder, orders),
        ];
        return new(steps.Where(s => s.Done).Select(s => s.Step).ToHashSet(), shop.SkippedSteps);
    }
}
