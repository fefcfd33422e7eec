namespace Yardstick.Core.Imports;

/// <summary>Where a message to a webhook stands.</summary>
public enum WebhookMessageState
{
    /// <summary>Not there yet; it is tried, or tried again.</summary>
    Waiting,

    /// <summary>The receiver took it.</summary>
    Arrived,

    /// <summary>It was tried for a day and a half.</summary>
    GivenUp,
}
