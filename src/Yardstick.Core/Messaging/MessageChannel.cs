namespace Yardstick.Core.Messaging;

/// <summary>By what a message goes.</summary>
public enum MessageChannel
{
    /// <summary>A text to a telephone.</summary>
    Text,

    /// <summary>Email.</summary>
    Email,

    /// <summary>Written on the customer's page; only ever received.</summary>
    Page,
}
