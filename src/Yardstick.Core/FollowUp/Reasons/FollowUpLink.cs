using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text.RegularExpressions;

namespace Yardstick.Core.FollowUp;

/// <summary>The booking page's address as a follow-up message carries it: with a key of its own, so that an opened link is known.</summary>
public static partial class FollowUpLink
{
    /// <summary>Longest key.</summary>
    public const int KeyLength = 12;

    /// <summary>The address with a new key; empty stays empty.</summary>
    /// <param name="bookingPage">Address of the booking page.</param>
    public static string Of(string bookingPage) =>
        bookingPage.Length == 0 ? "" : $"{bookingPage}?m={Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(KeyLength / 4 * 3))}";

    /// <summary>The key in a message; empty where it has none.</summary>
    /// <param name="body">What it says.</param>
    public static string KeyIn(string body) => Key().Match(body) is { Success: true } found ? found.Groups[1].Value : "";

    [GeneratedRegex(@"/book\?m=([\w-]{12})(?![\w-])")]
    private static partial Regex Key();
}
