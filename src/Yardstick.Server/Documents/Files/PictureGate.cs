using SkiaSharp;

namespace Yardstick.Server.Documents;

/// <summary>
/// Decodes pictures that strangers may have made: judged by their head before a pixel is unpacked, taken apart at a reduced size,
/// and few at a time, so that a small file never becomes half of the machine's memory.
/// </summary>
public sealed class PictureGate : IDisposable
{
    /// <summary>Most pixels of a photo: more than any telephone makes.</summary>
    public const long MostPixels = 50_000_000;
    private const int AtOnce = 2;
    private readonly SemaphoreSlim gate = new(AtOnce, AtOnce);

    /// <summary>Runs work on a picture in its turn.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="fits">Whether width and height, as the head tells them, are to be decoded at all.</param>
    /// <param name="work">The work; null where it is no picture.</param>
    public async Task<T?> RunAsync<T>(ReadOnlyMemory<byte> bytes, Func<int, int, bool> fits, Func<SKCodec, T?> work)
        where T : class
    {
        if (!IsPicture(bytes.Span))
            return null;
        await gate.WaitAsync();
        try
        {
            using var data = SKData.CreateCopy(bytes.Span);
            using var codec = SKCodec.Create(data);
            return codec is not null && codec.Info is { Width: > 0, Height: > 0 } head && fits(head.Width, head.Height)
                ? work(codec)
                : null;
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>The bitmap at about the size that is wanted, or a little larger; the codec shrinks while it unpacks where it can.</summary>
    /// <param name="codec">The picture.</param>
    /// <param name="longest">Longest side that is wanted, in pixels.</param>
    public static SKBitmap? Decode(SKCodec codec, int longest)
    {
        var full = codec.Info;
        var size = Enumerable
            .Range(1, 8)
            .Select(eighths => codec.GetScaledDimensions(eighths / 8f))
            .FirstOrDefault(s => Math.Max(s.Width, s.Height) >= longest, full.Size);
        var info = new SKImageInfo(
            size.Width,
            size.Height,
            SKColorType.Rgba8888,
            full.AlphaType == SKAlphaType.Opaque ? SKAlphaType.Opaque : SKAlphaType.Premul
        );
        var bitmap = new SKBitmap();
        if (
            bitmap.TryAllocPixels(info)
            && codec.GetPixels(info, bitmap.GetPixels()) is SKCodecResult.Success or SKCodecResult.IncompleteInput
        )
            return bitmap;
        bitmap.Dispose();
        return null;
    }

    /// <summary>JPEG, PNG, WebP or GIF by its first bytes; nothing else is handed to a decoder.</summary>
    private static bool IsPicture(ReadOnlySpan<byte> bytes) =>
        bytes.StartsWith(new byte[] { 0xFF, 0xD8, 0xFF })
        || bytes.StartsWith(new byte[] { 0x89, 0x50, 0x4E, 0x47 })
        || bytes.StartsWith("GIF8"u8)
        || bytes.Length > 12 && bytes[..4].SequenceEqual("RIFF"u8) && bytes[8..12].SequenceEqual("WEBP"u8);

    /// <inheritdoc />
    public void Dispose() => gate.Dispose();
}
