using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Approval;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>The check-in sheet: what would be signed, the signing, and the sheets that were signed.</summary>
public static class CheckIn
{
    /// <summary>A signed sheet.</summary>
    public sealed record CheckInSigned(long Id, string SignedBy, Instant At, string By);

    /// <summary>What would be signed now, and what was.</summary>
    public sealed record CheckInView(CheckInDocument Document, IReadOnlyList<CheckInSigned> Signed);

    /// <summary>The signature as PNG in base 64, who signs, marks seen on the car, photos of it.</summary>
    public sealed record CheckInRequest(string? SignedBy, string? SignaturePng, string? Condition, IReadOnlyList<string>? PhotoHashes);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/check-in", ShowAsync).Asks(Permission.SeeOrders).Produces<CheckInView>().ProducesProblem(404);
        api.MapPost("/orders/{id:long}/check-in", Sign).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapGet("/check-in-sheets/{id:long}/check-in.pdf", PdfAsync).Asks(Permission.SeeOrders);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.LoadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var names = await db.ShortNamesAsync();
        var sheets = await db.CheckInSheets.Where(c => c.OrderId == id).OrderByDescending(c => c.Id).ToListAsync();
        return Results.Ok(
            new CheckInView(
                await DocumentAsync(db, order, time.Now()),
                sheets.ConvertAll(s => new CheckInSigned(s.Id, s.SignedBy, s.At, names[s.ById]))
            )
        );
    }

    private static async Task<CheckInDocument> DocumentAsync(ShopDb db, Order order, Instant utcNow)
    {
        var shop = await db.Shops.SingleAsync();
        var parties = await db.PartiesAsync(order);
        var document = DocumentMaker.OfCheckIn(order, parties, shop, shop.Local(utcNow));
        return parties.Vehicle is { PhotoHash.Length: > 0 } car ? document with { PhotoHashes = [car.PhotoHash] } : document;
    }

    private sealed record Drawn(int OrderVersion, CheckInDocument Document, string Hash);

    /// <summary>
    /// The sheet is drawn before the change begins, so that nobody waits behind it; an order that changes meanwhile is drawn again.
    /// </summary>
    private static async Task<IResult> Sign(
        long id,
        CheckInRequest request,
        ShopDb read,
        CommandRunner commands,
        Signatures signatures,
        ContentStore store,
        TimeProvider time
    )
    {
        for (; ; )
        {
            var drawn = await DrawAsync(read, id, request, signatures, store, time.Now());
            if (drawn.Problem is { } problem)
                return Problems.Of(problem);
            var stale = false;
            var answer = await commands.RunAsync<Changed>(async work =>
            {
                var kept = await KeepAsync(work, id, drawn.Value);
                stale = kept.Problem?.Code == CheckInSheet.Changing.Code;
                return kept;
            });
            if (!stale)
                return answer;
            read.ChangeTracker.Clear();
        }
    }

    private static async Task<Result<Drawn>> DrawAsync(
        ShopDb db,
        long id,
        CheckInRequest request,
        Signatures signatures,
        ContentStore store,
        Instant utcNow
    )
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return Gone.Order;
        var hashes = (request.PhotoHashes ?? []).Distinct().ToList();
        if (CheckInSheet.MaySign(order, request.SignedBy, request.Condition, hashes.Count).Problem is { } refused)
            return refused;
        if (await signatures.ReadAsync(request.SignaturePng) is not { } signature)
            return CheckInSheet.NoSignature;
        if (await db.Photos.CountAsync(p => hashes.Contains(p.Hash)) != hashes.Count)
            return new Problem("photo.gone", "One photo was not saved. Take it again.", "photos");

        var document = await DocumentAsync(db, order, utcNow) with
        {
            SignedBy = request.SignedBy!.Trim(),
            Condition = request.Condition?.Trim() ?? "",
            PhotoHashes = hashes,
        };
        var photos = hashes.ConvertAll(h => File.ReadAllBytes(store.PathOf(h, picture: true)));
        return new Drawn(
            order.Version,
            document,
            await store.KeepFileAsync(CheckInPages.Draw(document, signature, photos, store.ReadOrNull(document.LogoHash)))
        );
    }

    private static async Task<Result<Changed>> KeepAsync(CommandContext work, long id, Drawn drawn)
    {
        var db = work.Db;
        if (await db.Orders.FindAsync(id) is not { } order)
            return Gone.Order;
        var signed = CheckInSheet.Sign(
            order,
            drawn.OrderVersion,
            drawn.Document.SignedBy,
            JsonSerializer.Serialize(drawn.Document, DocumentMaker.Json),
            drawn.Hash,
            work.Actor
        );
        if (signed.Problem is { } refused)
            return refused;
        var sheet = signed.Value;
        db.CheckInSheets.Add(sheet);
        db.AddRecord(order);
        await db.SaveChangesAsync();
        return new Changed(order.Version, sheet.Id, 1);
    }

    private static async Task<IResult> PdfAsync(long id, ShopDb db, ContentStore store)
    {
        if (await db.CheckInSheets.Where(c => c.Id == id).Select(c => c.FileHash).FirstOrDefaultAsync() is not { } hash)
            return Problems.Of(new Problem("checkIn.gone", "That check-in sheet was not found."));
        return Results.File(store.PathOf(hash, picture: false), "application/pdf");
    }
}
