using System.Text.RegularExpressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Messaging;

/// <summary>
/// How an answer to an email finds what it answers: by the Message-ID that the customer's mail program repeats (RFC 5322, In-Reply-To and
/// References), or by the address that it was written to (a subaddress as RFC 5233 has them).
/// </summary>
public static partial class MailThread
{
    private const string Place = "{key}",
        Domain = "@yardstick.local";

    /// <summary>Name of an email of the shop, its Message-ID without brackets.</summary>
    /// <param name="id">What tells it from all others: 32 hexadecimal digits.</param>
    public static string KeyOf(Guid id) => $"{id:N}{Domain}";

    /// <summary>Whether a pattern has an address with one place for the name: <c>front+{key}@shop.example</c>.</summary>
    /// <param name="pattern">The pattern.</param>
    public static bool IsPattern(string pattern) =>
        pattern.Split(Place).Length == 2 && EmailAddress.Parse(pattern.Replace(Place, "0", StringComparison.Ordinal)).Ok;

    /// <summary>The address to which answers to one email go.</summary>
    /// <param name="pattern">The shop's address with a place for the name.</param>
    /// <param name="key">Name of the email.</param>
    public static string AnswersTo(string pattern, string key) =>
        pattern.Replace(Place, key.Replace(Domain, "", StringComparison.Ordinal), StringComparison.Ordinal);

    /// <summary>Names of emails of the shop that an answer may be about; none where it says nothing of them.</summary>
    /// <param name="inReplyTo">In-Reply-To or References: Message-IDs, with or without brackets.</param>
    /// <param name="to">Addresses that it was written to.</param>
    public static IReadOnlyList<string> AnsweredKeys(string? inReplyTo, string? to) =>
        [.. Ids().Matches($"{inReplyTo} {to}").Select(m => m.Value.ToLowerInvariant() + Domain).Distinct().TakeLast(20)];

    [GeneratedRegex("(?<![0-9a-fA-F])[0-9a-fA-F]{32}(?![0-9a-fA-F])")]
    private static partial Regex Ids();
}
