using System.Net;
using System.Net.Sockets;

namespace Yardstick.Core.Imports;

/// <summary>
/// Where messages of a webhook may go. Whoever may set an address could otherwise make this machine knock on doors that only it can reach.
/// </summary>
public static class WebhookAddress
{
    private const int Longest = 300;

    private static readonly IPNetwork[] Private =
    [
        .. new[]
        {
            // Special-purpose registries of IANA (RFC 6890): this host, private, shared, loopback, link-local, tests, multicast.
            "0.0.0.0/8",
            "10.0.0.0/8",
            "100.64.0.0/10",
            "127.0.0.0/8",
            "169.254.0.0/16",
            "172.16.0.0/12",
            "192.0.0.0/24",
            "192.0.2.0/24",
            "192.168.0.0/16",
            "198.18.0.0/15",
            "198.51.100.0/24",
            "203.0.113.0/24",
            "224.0.0.0/3",
            // The same for version 6, and what carries an address of version 4 inside.
            "::/96",
            "64:ff9b::/96",
            "64:ff9b:1::/48",
            "100::/64",
            "2001::/23",
            "2001:db8::/32",
            "2002::/16",
            "fc00::/7",
            "fe80::/9",
            "ff00::/8",
        }.Select(text => IPNetwork.Parse(text)),
    ];

    /// <summary>
    /// The address as it is kept. Refuses with <c>webhook.address</c> what is no web address, has a name and password in it, is not
    /// HTTPS, or names an address of this machine or network.
    /// </summary>
    /// <param name="typed">As typed.</param>
    /// <param name="allowPrivate">The shop was started so that this machine and its network may be told too, also without HTTPS.</param>
    public static Result<Uri> Read(string? typed, bool allowPrivate)
    {
        var text = (typed ?? "").Trim();
        if (
            text.Length is 0 or > Longest
            || !Uri.TryCreate(text, UriKind.Absolute, out var address)
            || address.Scheme is not ("https" or "http")
            || address.UserInfo.Length > 0
            || address.Host.Length == 0
        )
            return Refused("Enter a web address such as https://example.com/hooks.");
        if (allowPrivate)
            return address;
        if (address.Scheme != "https")
            return Refused("The address has to begin with https://.");
        var local = address.IsLoopback || address.Host.EndsWith(".localhost", StringComparison.OrdinalIgnoreCase);
        return local || IPAddress.TryParse(address.Host.Trim('[', ']'), out var ip) && IsPrivate(ip)
            ? Refused("Messages don't go to this machine or its own network.")
            : address;
    }

    /// <summary>Whether an address is one of this machine, of a private network, or of none at all.</summary>
    public static bool IsPrivate(IPAddress address)
    {
        var plain = address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
        return plain.AddressFamily is not (AddressFamily.InterNetwork or AddressFamily.InterNetworkV6)
            || Private.Any(n => n.BaseAddress.AddressFamily == plain.AddressFamily && n.Contains(plain));
    }

    private static Problem Refused(string sentence) => new("webhook.address", sentence, "address");
}
