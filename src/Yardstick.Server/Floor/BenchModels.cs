using System.Collections.Concurrent;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Floor;

/// <summary>A bench for each technician who looked at theirs.</summary>
public sealed class BenchModels(IServiceProvider services)
{
    private readonly ConcurrentDictionary<long, Lazy<ReadModel<Bench.BenchView>>> models = new();

    /// <summary>Somebody's bench.</summary>
    public ReadModel<Bench.BenchView> Of(long staffId) => models.GetOrAdd(staffId, id => new(() => Bench.Model(services, id))).Value;
}
