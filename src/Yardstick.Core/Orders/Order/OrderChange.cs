using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What changed on an order, by whom and when. Only added to.</summary>
public class OrderChange
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>What changed: <c>order</c>, <c>job</c>, <c>line</c>, <c>concern</c>.</summary>
    public required string Target { get; set; }
    /// <summary>Which one.</summary>
    public long TargetId { get; set; }
    /// <summary>Which field; <c>added</c>, <c>removed</c>, <c>restored</c> for the whole.</summary>
    public required string Field { get; set; }
    /// <summary>What was added, which has its key only once it is saved. Not kept.</summary>
    public object? Subject { get; init; }
    /// <summary>Before, as shown.</summary>
    public string Old { get; set; } = "";
    /// <summary>After, as shown.</summary>
    public string New { get; set; } = "";
    /// <summary>Version of the target after it.</summary>
    public int Version { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who.</summary>
    public long ById { get; set; }
    /// <summary>Staff, a customer behind a link, or the program by itself.</summary>
    public ActorKind ByKind { get; set; }
    /// <summary>The browser tab that sent it, so that nobody clashes with themselves.</summary>
    public string ClientId { get; set; } = "";
}
