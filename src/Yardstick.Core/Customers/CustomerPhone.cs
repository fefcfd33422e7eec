using Yardstick.Core.Messaging;

namespace Yardstick.Core.Customers;

/// <summary>A customer's telephone number.</summary>
public class CustomerPhone
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The customer.</summary>
    public long CustomerId { get; init; }

    /// <summary>E.164 form.</summary>
    public string Number { get; internal set; } = "";

    /// <summary>What it is for: mobile, work, home.</summary>
    public string Purpose { get; internal set; } = "";

    /// <summary>Whether texts may be sent; null if never asked.</summary>
    public bool? Texts { get; internal set; }

    /// <summary>Whoever answers there said whether they want texts.</summary>
    public void Heard(MessagingConsent wish) => Texts = !wish.Refused;
}
