using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>The shop's logo, on documents and customers' pages.</summary>
public static class Logo
{
    private const int MostBytes = 5 * 1024 * 1024,
        Widest = 900,
        Highest = 300,
        SmallWidest = 240,
        SmallHighest = 72;

    private static (string Hash, byte[] Png)? smallLogo;

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        // Customers' pages show it, so it is nobody's secret.
        api.MapGet("/logo.png", ShowAsync).AllowAnonymous();
        api.MapPost("/setup/logo", KeepAsync)
            .Asks(Permission.EditSetup)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(ContentStore.MostSent))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/setup/logo/remove", (CommandRunner commands) => Change("", commands))
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>();
    }

    /// <summary>Small is for phones on slow lines: as large as a customers' page shows it on a sharp screen.</summary>
    private static async Task<IResult> ShowAsync(ShopDb db, ContentStore store, PictureGate pictures, HttpContext http, bool small = false)
    {
        if (
            await db.Shops.Select(s => s.LogoHash).SingleOrDefaultAsync() is not { Length: > 0 } hash
            || !File.Exists(store.PathOf(hash, picture: false))
        )
            return Results.NotFound();
        http.Response.Headers.CacheControl = "no-cache";
        var tag = new Microsoft.Net.Http.Headers.EntityTagHeaderValue($"\"{hash}{(small ? "-small" : "")}\"");
        var kept = await File.ReadAllBytesAsync(store.PathOf(hash, picture: false));
        if (!small)
            return Results.File(kept, "image/png", entityTag: tag);
        // Made once for each logo, however often anybody asks.
        if (smallLogo is not { } last || last.Hash != hash)
            smallLogo = last = (hash, await EncodeAsync(pictures, kept, SmallWidest, SmallHighest) ?? kept);
        return Results.File(last.Png, "image/png", entityTag: tag);
    }

    private static async Task<IResult> KeepAsync(HttpRequest request, ContentStore store, PictureGate pictures, CommandRunner commands)
    {
        var read = await ContentStore.ReadAsync(request.Body, MostBytes);
        if (read.Problem is { } large)
            return Problems.Of(large);
        return await EncodeAsync(pictures, read.Value, Widest, Highest) is { } png
            ? await Change(await store.KeepFileAsync(png), commands)
            : Problems.Of(new Problem("logo.unreadable", "This picture can't be used. Choose a PNG or JPEG.", "logo"));
    }

    private static Task<IResult> Change(string hash, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            work.Record("shop", 1, 0, shop.SetLogo(hash));
            return new RecordChanged(1, 1);
        });

    /// <summary>Decodes, shrinks and encodes anew as PNG, which keeps what is see-through. Null if it is no picture.</summary>
    private static Task<byte[]?> EncodeAsync(PictureGate pictures, byte[] bytes, int widest, int highest) =>
        pictures.RunAsync(
            bytes,
            (width, height) => (long)width * height <= PictureGate.MostPixels,
            codec =>
            {
                using var decoded = PictureGate.Decode(codec, Math.Max(widest, highest) * 2);
                if (decoded is null)
                    return null;
                var scale = Math.Min(1f, Math.Min(widest / (float)decoded.Width, highest / (float)decoded.Height));
                using var small = decoded.Resize(
                    new SKImageInfo(Math.Max(1, (int)(decoded.Width * scale)), Math.Max(1, (int)(decoded.Height * scale))),
                    new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
                );
                using var png = small?.Encode(SKEncodedImageFormat.Png, 100);
                return png?.ToArray();
            }
        );
}
