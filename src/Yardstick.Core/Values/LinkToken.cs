using System.Security.Cryptography;
using System.Text;

namespace Yardstick.Core.Values;

/// <summary>What stands in a link, or in a cookie, and lets whoever has it in. Only its hash is kept.</summary>
public static class LinkToken
{
    private const int Bytes = 16;

    /// <summary>A new one of 128 random bits, as it stands in a link.</summary>
    public static string New() =>
        Convert.ToBase64String(RandomNumberGenerator.GetBytes(Bytes)).TrimEnd('=').Replace('+', '-').Replace('/', '_');

    /// <summary>SHA-256 in hex: the hash by which it is found.</summary>
    public static string HashOf(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
