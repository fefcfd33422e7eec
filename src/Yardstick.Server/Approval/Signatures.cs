using Yardstick.Core;
using Yardstick.Server.Documents;

namespace Yardstick.Server.Approval;

/// <summary>Signatures drawn on a screen, as PNG.</summary>
public sealed class Signatures(PictureGate pictures, ContentStore store)
{
    private const int MostBytes = 300_000,
        Smallest = 20,
        Longest = 4000;
    private const long MostPixels = 4_000_000;
    private static readonly byte[] Png = [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];

    /// <summary>The signature where it is a picture with something on it; null where it is not.</summary>
    internal async Task<byte[]?> ReadAsync(string? base64)
    {
        if (string.IsNullOrEmpty(base64) || base64.Length > MostBytes / 3 * 4 + 4)
            return null;
        var buffer = new byte[MostBytes];
        if (!Convert.TryFromBase64String(base64, buffer, out var length) || !buffer.AsSpan(0, length).StartsWith(Png))
            return null;
        return await pictures.RunAsync(buffer.AsMemory(0, length), Fits, codec =>
        {
            using var bitmap = PictureGate.Decode(codec, Longest);
            return bitmap is not null && bitmap.Pixels.Any(p => p.Alpha > 40) ? buffer[..length] : null;
        });
    }

    /// <summary>Keeps a signature and answers its hash; the empty text where none was sent.</summary>
    internal async Task<Result<string>> KeepAsync(string? base64)
    {
        if (string.IsNullOrEmpty(base64))
            return "";
        return await ReadAsync(base64) is { } png
            ? await store.KeepFileAsync(png)
            : new Problem("signature.unreadable", "The signature could not be read; sign in the box again.", "signature");
    }

    private static bool Fits(int width, int height) =>
        width is > Smallest and < Longest && height is > Smallest and < Longest && (long)width * height <= MostPixels;
}
