using SkiaSharp;
using Yardstick.Core;
using Yardstick.Server.Files;

namespace Yardstick.Server.Approval;

/// <summary>Signatures drawn on a screen, as PNG.</summary>
internal static class Signatures
{
    private const int MostBytes = 300_000;

    /// <summary>The signature where it is a picture with something on it; null where it is not.</summary>
    internal static byte[]? Read(string? base64)
    {
        var buffer = new byte[MostBytes];
        if (string.IsNullOrEmpty(base64) || !Convert.TryFromBase64String(base64, buffer, out var length)) return null;
        using var bitmap = SKBitmap.Decode(buffer.AsSpan(0, length));
        return bitmap is { Width: > 20 and < 4000, Height: > 20 and < 4000 } && bitmap.Pixels.Any(p => p.Alpha > 40) ? buffer[..length] : null;
    }

    /// <summary>Keeps a signature and answers its hash; the empty text where none was sent.</summary>
    internal static async Task<Result<string>> KeepAsync(ContentStore store, string? base64)
    {
        if (string.IsNullOrEmpty(base64)) return "";
        return Read(base64) is { } png ? await store.KeepFileAsync(png) : new Problem("signature.unreadable", "The signature could not be read; sign in the box once more.", "signature");
    }
}
