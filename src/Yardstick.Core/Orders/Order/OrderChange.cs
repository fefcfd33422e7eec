using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What changed on an order, by whom and when. Only added to.</summary>
public class OrderChange
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The order.</summary>
    public long OrderId { get; internal set; }

    /// <summary>What changed: <c>order</c>, <c>job</c>, <c>line</c>, <c>concern</c>.</summary>
    public required string Target { get; init; }

    /// <summary>Which one.</summary>
    public long TargetId { get; internal set; }

    /// <summary>Which field; <c>added</c>, <c>removed</c>, <c>restored</c> for the whole.</summary>
    public required string Field { get; init; }

    /// <summary>What was added, which has its key only once it is saved. Not kept.</summary>
    public object? Subject { get; init; }

    /// <summary>Before, as shown.</summary>
    public string Old { get; init; } = "";

    /// <summary>After, as shown.</summary>
    public string New { get; init; } = "";

    /// <summary>Version of the target after it.</summary>
    public int Version { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; internal set; }

    /// <summary>Staff, a customer behind a link, or the program by itself.</summary>
    public ActorKind ByKind { get; init; }

    /// <summary>The browser tab that sent it, so that nobody clashes with themselves.</summary>
    public string ClientId { get; init; } = "";

    /// <summary>What it is about is new and has its key only once it is saved.</summary>
    public bool AwaitsKey => Subject is Job { Id: 0 } or Line { Id: 0 } or Concern { Id: 0 };

    /// <summary>What it is about has its key now.</summary>
    /// <param name="orderId">Key of the order.</param>
    public void Keyed(long orderId)
    {
        OrderId = orderId;
        TargetId = Subject switch
        {
            Job job => job.Id,
            Line line => line.Id,
            Concern concern => concern.Id,
            _ => TargetId,
        };
    }
}
