namespace Yardstick.Core.Messaging;

/// <summary>A text that is written often, with fields that an order fills.</summary>
public class MessageTemplate
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Name by which it is chosen.</summary>
    public required string Name { get; set; }
    /// <summary>Text or e-mail.</summary>
    public MessageChannel Channel { get; set; }
    /// <summary>Subject of an e-mail, with fields.</summary>
    public string Subject { get; set; } = "";
    /// <summary>Body, with fields.</summary>
    public required string Body { get; set; }
    /// <summary>The moment at which it is offered first: estimate, ready, receipt, or empty.</summary>
    public string Use { get; set; } = "";
    /// <summary>Taken off, UTC.</summary>
    public DateTime? RemovedAt { get; set; }
}
