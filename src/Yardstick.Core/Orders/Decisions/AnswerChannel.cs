namespace Yardstick.Core.Orders;

/// <summary>How an answer came.</summary>
public enum AnswerChannel
{
    /// <summary>Face to face.</summary>
    InPerson,

    /// <summary>By telephone.</summary>
    Phone,

    /// <summary>By text or email.</summary>
    Message,

    /// <summary>On the customer's page.</summary>
    Link,
}
