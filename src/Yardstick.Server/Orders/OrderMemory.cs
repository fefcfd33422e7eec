using System.Collections.Concurrent;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;

namespace Yardstick.Server.Orders;

/// <summary>
/// What every screen on an order reads: computed once after a change, not once for each screen. Whatever may show on an order drops it as
/// the change is kept, before screens are told; and for what it says of the time it is good for a few seconds only.
/// </summary>
public sealed class OrderMemory
{
    private const int Most = 400;
    private static readonly TimeSpan Good = TimeSpan.FromSeconds(5);
    private readonly ConcurrentDictionary<long, Entry> orders = new();
    private readonly TimeProvider time;

    /// <summary>What is at hand of one order.</summary>
    public sealed class Entry
    {
        private long? customerId,
            vehicleId;
        private volatile bool known;
        internal ConcurrentDictionary<string, Lazy<Task<object?>>> Answers { get; } = new(StringComparer.Ordinal);
        internal Instant At { get; init; }

        /// <summary>Says whose order it is, so that changes of others leave it alone.</summary>
        public void IsOf(long? customer, long? vehicle)
        {
            (customerId, vehicleId) = (customer, vehicle);
            known = true;
        }

        internal bool Shows(Topic topic) =>
            !known || topic.Id == 0 || (topic.Kind == TopicKind.Customer ? customerId : vehicleId) == topic.Id;
    }

    /// <summary>Makes it.</summary>
    public OrderMemory(ChangeFeed feed, TimeProvider time)
    {
        this.time = time;
        feed.Published += Drop;
    }

    /// <summary>Forgets everything; for whoever changes the database beside the server.</summary>
    public void Clear() => orders.Clear();

    /// <summary>What is asked of an order; several who ask at once share one answer.</summary>
    /// <typeparam name="T">What is asked.</typeparam>
    /// <param name="id">The order.</param>
    /// <param name="what">Names the question, with whatever else it depends on.</param>
    /// <param name="compute">Answers it.</param>
    /// <param name="keep">Whether an answer is kept; null for always.</param>
    public async Task<T?> GetAsync<T>(long id, string what, Func<Entry, Task<T?>> compute, Func<T, bool>? keep = null)
        where T : class
    {
        var now = time.Now();
        if (orders.Count > Most)
            foreach (var (old, held) in orders)
                if (!IsGood(held, now))
                    orders.TryRemove(KeyValuePair.Create(old, held));
        var entry = orders.AddOrUpdate(id, _ => new Entry { At = now }, (_, held) => IsGood(held, now) ? held : new Entry { At = now });
        var lazy = entry.Answers.GetOrAdd(what, _ => new Lazy<Task<object?>>(async () => await compute(entry)));
        var kept = false;
        try
        {
            var answer = (T?)await lazy.Value;
            kept = answer is not null && (keep is null || keep(answer));
            return answer;
        }
        finally
        {
            if (!kept)
                entry.Answers.TryRemove(KeyValuePair.Create(what, lazy));
        }
    }

    private static bool IsGood(Entry held, Instant now) => now.Apart(held.At) < Good;

    private void Drop(IReadOnlyCollection<Topic> topics)
    {
        foreach (var topic in topics)
            switch (topic.Kind)
            {
                case TopicKind.Order when topic.Id != 0:
                    orders.TryRemove(topic.Id, out _);
                    break;
                case TopicKind.Customer or TopicKind.Vehicle:
                    foreach (var (id, entry) in orders)
                        if (entry.Shows(topic))
                            orders.TryRemove(KeyValuePair.Create(id, entry));
                    break;
                case TopicKind.Order
                or TopicKind.Stock
                or TopicKind.Files
                or TopicKind.Labels
                or TopicKind.Messages
                or TopicKind.Policy
                or TopicKind.Catalog
                or TopicKind.Setup
                or TopicKind.Import:
                    orders.Clear();
                    return;
                default:
                    break;
            }
    }
}
