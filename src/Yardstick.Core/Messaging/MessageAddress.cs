using Yardstick.Core.Values;

namespace Yardstick.Core.Messaging;

/// <summary>Where a message goes to or comes from, as people read it.</summary>
public static class MessageAddress
{
    /// <summary>A telephone number as the country writes it, an email address as it is; empty for none.</summary>
    /// <param name="channel">Text or email.</param>
    /// <param name="address">Number in E.164, or email address.</param>
    /// <param name="country">The shop's country.</param>
    public static string Shown(MessageChannel? channel, string address, string country) =>
        channel == MessageChannel.Text && address.Length > 0 ? new PhoneNumber(address).Shown(country) : address;
}
