using System.Security.Cryptography;
using System.Text;

namespace Yardstick.Server.Safety;

/// <summary>
/// Secrets that are told once, to whoever makes them. Each follows from the command's id under a key that lives as long as this process,
/// so that a repeat of a command whose answer was lost tells the same one, and nothing in the database does.
/// </summary>
internal static class CommandSecret
{
    private const int TokenBytes = 16;
    private static readonly byte[] Key = RandomNumberGenerator.GetBytes(32);

    /// <summary>The secret of a command: 128 bits, as 32 hexadecimal digits.</summary>
    internal static string TokenOf(HttpContext http) =>
        Convert.ToHexStringLower(
            HMACSHA256.HashData(Key, Encoding.UTF8.GetBytes(http.Request.Headers["X-Command-Id"].ToString()))[..TokenBytes]
        );
}
