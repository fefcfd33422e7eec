using System.Security.Cryptography;
using SkiaSharp;
using Yardstick.Core;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>What a technician finds, with a photo.</summary>
public static class RecordFinding
{
    private const int MostBytes = 20 * 1024 * 1024;
    private const int LongestSide = 1600;

    /// <summary>A finding as typed.</summary>
    public sealed record Request(string Text, string? Measured, string? Unit, Rating Rating, string? PhotoHash);
    /// <summary>A photo that was kept.</summary>
    public sealed record Kept(string Hash);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/findings", Handle).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/photos", UploadAsync).Asks(Permission.Work).DisableAntiforgery().Accepts<IFormFile>("application/octet-stream").Produces<Kept>().ProducesProblem(422);
        api.MapGet("/photos/{hash}", Photo).Asks(Permission.SeeFloor);
    }

    private static Task<IResult> Handle(long id, Request request, Commands commands) => commands.RunAsync<Changed>(async work =>
    {
        if (await work.Db.Orders.FindAsync(id) is not { } order) return new Problem("order.gone", "There is no such order.");
        if (order.State != OrderState.Open) return new Problem("order.posted", "This order is invoiced; nothing can be added to it.");
        if (!Enum.IsDefined(request.Rating)) return new Problem("finding.rating", "Rate it sound, watch, due or unsafe.", "rating");
        if (request.PhotoHash is { } hash && await work.Db.Photos.FindAsync(hash) is null) return new Problem("photo.gone", "The photo was not kept; take it again.", "photo");
        var finding = Finding.Create(id, request.Text, request.Measured, request.Unit, request.Rating, request.PhotoHash, work.Actor.StaffId, work.Actor.At);
        if (finding.Problem is { } problem) return problem;
        work.Db.Findings.Add(finding.Value);
        await work.Db.SaveChangesAsync();
        work.Touch("order", id);
        work.Touch("bench");
        return new Changed(order.Version, finding.Value.Id, 1);
    });

    private static async Task<IResult> UploadAsync(HttpRequest request, ShopFile file, WriteGate gate, TimeProvider time, HttpContext http)
    {
        using var memory = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            if (memory.Length + read > MostBytes) return Problems.Of(new Problem("photo.large", "A photo can have at most 20 MB.", "photo"));
            memory.Write(buffer, 0, read);
        }
        if (Reencode(memory.ToArray()) is not { } jpeg) return Problems.Of(new Problem("photo.unreadable", "This is not a picture that can be shown; take a JPEG or PNG.", "photo"));
        var hash = Convert.ToHexStringLower(SHA256.HashData(jpeg));
        var path = Path.Combine(file.Photos, hash + ".jpg");
        if (!File.Exists(path))
        {
            var part = path + "." + Guid.NewGuid().ToString("N");
            await File.WriteAllBytesAsync(part, jpeg);
            File.Move(part, path, overwrite: true);
        }
        await gate.RunAsync(async db =>
        {
            if (await db.Photos.FindAsync(hash) is null) db.Photos.Add(new Photo { Hash = hash, Size = jpeg.Length, At = time.GetUtcNow().UtcDateTime, ById = http.User.StaffId() });
            return await db.SaveChangesAsync();
        });
        return Results.Ok(new Kept(hash));
    }

    /// <summary>Decodes, turns upright, shrinks and encodes anew, which leaves place and camera behind. Null if it is no picture.</summary>
    internal static byte[]? Reencode(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || codec.Info.Width < 1 || (long)codec.Info.Width * codec.Info.Height > 100_000_000) return null;
        using var decoded = SKBitmap.Decode(codec);
        if (decoded is null) return null;
        var scale = Math.Min(1f, LongestSide / (float)Math.Max(decoded.Width, decoded.Height));
        var turned = codec.EncodedOrigin is SKEncodedOrigin.RightTop or SKEncodedOrigin.LeftBottom;
        var (width, height) = ((int)(decoded.Width * scale), (int)(decoded.Height * scale));
        using var surface = SKSurface.Create(new SKImageInfo(Math.Max(1, turned ? height : width), Math.Max(1, turned ? width : height)));
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        switch (codec.EncodedOrigin)
        {
            case SKEncodedOrigin.RightTop: canvas.Translate(height, 0); canvas.RotateDegrees(90); break;
            case SKEncodedOrigin.LeftBottom: canvas.Translate(0, width); canvas.RotateDegrees(270); break;
            case SKEncodedOrigin.BottomRight: canvas.Translate(width, height); canvas.RotateDegrees(180); break;
        }
        using var image = SKImage.FromBitmap(decoded);
        canvas.DrawImage(image, new SKRect(0, 0, width, height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var snapshot = surface.Snapshot();
        using var encoded = snapshot.Encode(SKEncodedImageFormat.Jpeg, 82);
        return encoded.ToArray();
    }

    private static IResult Photo(string hash, ShopFile file)
    {
        var path = Path.Combine(file.Photos, hash + ".jpg");
        return hash.Length == 64 && hash.All(char.IsAsciiHexDigitLower) && File.Exists(path) ? Results.File(path, "image/jpeg") : Results.NotFound();
    }
}
