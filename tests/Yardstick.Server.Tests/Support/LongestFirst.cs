using Xunit.Sdk;
using Xunit.v3;
using Yardstick.Server.Tests.Support;

[assembly: TestCollectionOrderer(typeof(LongestFirst))]

namespace Yardstick.Server.Tests.Support;

/// <summary>Classes that take a minute begin first, for a long one that begins last leaves all but one core idle at the end.</summary>
public sealed class LongestFirst : ITestCollectionOrderer
{
    private static readonly string[] Long =
    [
        nameof(Processes.DrillTests),
        nameof(Messaging.BatchTests),
        nameof(FollowUp.ConnectedCarTests),
        nameof(Processes.KilledOutboxTests),
        nameof(Processes.RestoreTests),
        nameof(Processes.DurabilityTests),
        nameof(Changes.FeedTests),
        nameof(Imports.ArchiveTests),
        nameof(Processes.DemoTests),
        nameof(Safety.QueryPlanTests),
    ];

    /// <inheritdoc />
    public IReadOnlyCollection<TTestCollection> OrderTestCollections<TTestCollection>(IReadOnlyCollection<TTestCollection> testCollections)
        where TTestCollection : ITestCollection => [.. testCollections.OrderBy(c => Place(c))];

    private static int Place(ITestCollection collection)
    {
        var place = Array.FindIndex(Long, name => collection.TestCollectionDisplayName.Contains($".{name} ", StringComparison.Ordinal));
        return place < 0 ? Long.Length : place;
    }
}
