using System.Security.Cryptography;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Setup;

/// <summary>
/// What the first owner of an empty shop has to type: whoever started the server reads it where it was started, and nobody who
/// only reaches the page does.
/// </summary>
public sealed class FirstRunCode(ServerOptions options)
{
    private const string Letters = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

    /// <summary>The code, as it is printed: two groups of four.</summary>
    public string Text { get; } =
        options.FirstRunCode.Length > 0
            ? options.FirstRunCode
            : RandomNumberGenerator.GetString(Letters, 4) + "-" + RandomNumberGenerator.GetString(Letters, 4);

    /// <summary>Whether it was typed right, in any case, with or without the dash.</summary>
    public bool Fits(string? typed) =>
        CryptographicOperations.FixedTimeEquals(
            System.Text.Encoding.UTF8.GetBytes(Plain(typed)),
            System.Text.Encoding.UTF8.GetBytes(Plain(Text))
        );

    private static string Plain(string? text) => string.Concat((text ?? "").Where(char.IsAsciiLetterOrDigit)).ToUpperInvariant();
}
