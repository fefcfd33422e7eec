using System.Security.Cryptography;
using SkiaSharp;
using Yardstick.Core;
using Yardstick.Core.Inspections;
using Yardstick.Data;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Documents;

/// <summary>Keeps contents beside the database by their hash: pictures encoded anew, everything else as it is.</summary>
public sealed class ContentStore(ShopFile file, PictureGate pictures)
{
    private const int LongestSide = 1600;

    /// <summary>
    /// Most bytes that an upload may send; what is beyond its own limit is read and thrown away, so that the refusal is heard.
    /// </summary>
    internal const long MostSent = 512L * 1024 * 1024;

    /// <summary>Reads a body up to a length; refused beyond it.</summary>
    internal static async Task<Result<byte[]>> ReadAsync(Stream body, int most)
    {
        using var memory = new MemoryStream();
        var buffer = new byte[81920];
        long sent = 0;
        int read;
        while ((read = await body.ReadAsync(buffer)) > 0)
        {
            sent += read;
            if (sent <= most)
                memory.Write(buffer, 0, read);
        }
        return sent > most ? new Problem("file.large", $"A file can have at most {most / 1024 / 1024} MB.", "file") : memory.ToArray();
    }

    /// <summary>Keeps a picture and answers its hash.</summary>
    internal async Task<Result<string>> KeepPhotoAsync(byte[] bytes, SingleWriter gate, long byId, Instant at)
    {
        if (await ReencodeAsync(bytes) is not { } jpeg)
            return new Problem("photo.unreadable", "This picture can't be shown. Use a JPEG or PNG.", "photo");
        var hash = HashOf(jpeg);
        await WriteAsync(Path.Combine(file.Photos, hash + ".jpg"), jpeg);
        await gate.RunAsync(async db =>
        {
            if (await db.Photos.FindAsync(hash) is null)
                db.Photos.Add(
                    new Photo
                    {
                        Hash = hash,
                        Size = jpeg.Length,
                        At = at,
                        ById = byId,
                    }
                );
            return await db.SaveChangesAsync();
        });
        return hash;
    }

    /// <summary>Keeps any other content and answers its hash.</summary>
    internal async Task<string> KeepFileAsync(byte[] bytes)
    {
        var hash = HashOf(bytes);
        await WriteAsync(Path.Combine(file.Files, hash), bytes);
        return hash;
    }

    /// <summary>Where a content lies.</summary>
    internal string PathOf(string hash, bool picture) =>
        picture ? Path.Combine(file.Photos, hash + ".jpg") : Path.Combine(file.Files, hash);

    /// <summary>Removes contents that nothing refers to any more.</summary>
    internal void Remove(IEnumerable<string> hashes)
    {
        foreach (var hash in hashes)
        {
            File.Delete(PathOf(hash, picture: true));
            File.Delete(PathOf(hash, picture: false));
        }
    }

    /// <summary>A picture or file by its hash; null where there is none.</summary>
    internal byte[]? ReadOrNull(string hash) =>
        new[] { PathOf(hash, picture: true), PathOf(hash, picture: false) }.FirstOrDefault(File.Exists) is { } path
            ? File.ReadAllBytes(path)
            : null;

    private static string HashOf(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>A killed process leaves a part behind, never half of a file.</summary>
    private static async Task WriteAsync(string path, byte[] bytes)
    {
        if (File.Exists(path))
            return;
        var part = $"{path}.{Guid.NewGuid():N}.part";
        await File.WriteAllBytesAsync(part, bytes);
        File.Move(part, path, overwrite: true);
    }

    /// <summary>Decodes, turns upright, shrinks and encodes anew, which leaves place and camera behind. Null if it is no picture.</summary>
    internal Task<byte[]?> ReencodeAsync(byte[] bytes) =>
        pictures.RunAsync(
            bytes,
            (width, height) => (long)width * height <= PictureGate.MostPixels,
            codec =>
            {
                using var decoded = PictureGate.Decode(codec, LongestSide);
                if (decoded is null)
                    return null;
                var scale = Math.Min(1f, LongestSide / (float)Math.Max(decoded.Width, decoded.Height));
                var turned = codec.EncodedOrigin is SKEncodedOrigin.RightTop or SKEncodedOrigin.LeftBottom;
                var (width, height) = ((int)(decoded.Width * scale), (int)(decoded.Height * scale));
                using var surface = SKSurface.Create(
                    new SKImageInfo(Math.Max(1, turned ? height : width), Math.Max(1, turned ? width : height))
                );
                var canvas = surface.Canvas;
                canvas.Clear(SKColors.White);
                switch (codec.EncodedOrigin)
                {
                    case SKEncodedOrigin.RightTop:
                        canvas.Translate(height, 0);
                        canvas.RotateDegrees(90);
                        break;
                    case SKEncodedOrigin.LeftBottom:
                        canvas.Translate(0, width);
                        canvas.RotateDegrees(270);
                        break;
                    case SKEncodedOrigin.BottomRight:
                        canvas.Translate(width, height);
                        canvas.RotateDegrees(180);
                        break;
                }
                using var pixels = decoded.PeekPixels();
                using var image = SKImage.FromPixels(pixels);
                canvas.DrawImage(image, new SKRect(0, 0, width, height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
                using var snapshot = surface.Snapshot();
                using var encoded = snapshot.Encode(SKEncodedImageFormat.Jpeg, 82);
                return encoded.ToArray();
            }
        );
}
