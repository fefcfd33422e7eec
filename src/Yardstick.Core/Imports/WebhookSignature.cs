using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace Yardstick.Core.Imports;

/// <summary>
/// Signs messages to webhooks: HMAC with SHA-256 (RFC 2104) over id, time and body, each apart by a full stop, in base 64 behind the
/// version of the scheme. A receiver computes the same, and refuses what is older than a few minutes.
/// </summary>
public static class WebhookSignature
{
    /// <summary>The value of the header <c>webhook-signature</c>, such as <c>v1,Kd3…=</c>.</summary>
    /// <param name="secret">The secret as it was shown.</param>
    /// <param name="id">The message.</param>
    /// <param name="seconds">Seconds since 1970, UTC, as in the header <c>webhook-timestamp</c>.</param>
    /// <param name="body">The body, exactly as sent.</param>
    public static string Of(string secret, Guid id, long seconds, string body) =>
        "v1,"
        + Convert.ToBase64String(
            HMACSHA256.HashData(
                Encoding.UTF8.GetBytes(secret),
                Encoding.UTF8.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{id}.{seconds}.{body}"))
            )
        );
}
