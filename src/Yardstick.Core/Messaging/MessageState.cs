namespace Yardstick.Core.Messaging;

/// <summary>How far a message is.</summary>
public enum MessageState
{
    /// <summary>Waits in the outbox.</summary>
    Waiting,

    /// <summary>Is being handed over.</summary>
    HandingOver,

    /// <summary>Handed over to the gateway or the mail server.</summary>
    Sent,

    /// <summary>Arrived.</summary>
    Delivered,

    /// <summary>Can't be delivered.</summary>
    Failed,

    /// <summary>An email that was being handed over when the program was stopped: it may have gone out.</summary>
    MayHaveBeenSent,

    /// <summary>Came from the customer.</summary>
    Received,

    /// <summary>Taken back before it went out.</summary>
    Withdrawn,
}
