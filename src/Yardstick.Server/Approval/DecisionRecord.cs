using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Every answer that was given on an order, with the frozen copy of what was shown and the signature under it.</summary>
public static class DecisionRecord
{
    /// <summary>An answer as it is on record.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Job">The job.</param>
    /// <param name="Kind">What was decided.</param>
    /// <param name="DecidedBy">Who decided.</param>
    /// <param name="Channel">How the answer came.</param>
    /// <param name="At">When, UTC.</param>
    /// <param name="AskedBy">Who asked.</param>
    /// <param name="AmountAgreed">Total over all approved jobs that was agreed to with it.</param>
    /// <param name="Note">A note.</param>
    /// <param name="DeferUntil">Put off to this day.</param>
    /// <param name="DeferAtReading">Put off to this reading.</param>
    /// <param name="LeftOut">Lines that were left out, in words.</param>
    /// <param name="Acknowledged">What was acknowledged.</param>
    /// <param name="Signed">There is a signature.</param>
    /// <param name="ShownId">The frozen copy; null for answers from before copies were kept.</param>
    /// <param name="ShownHash">Its SHA-256, in hex.</param>
    /// <param name="Intact">The copy still has that hash.</param>
    public sealed record DecisionView(
        long Id,
        string Job,
        DecisionKind Kind,
        string DecidedBy,
        AnswerChannel Channel,
        Instant At,
        string AskedBy,
        decimal AmountAgreed,
        string Note,
        LocalDate? DeferUntil,
        int? DeferAtReading,
        string LeftOut,
        string Acknowledged,
        bool Signed,
        long? ShownId,
        string ShownHash,
        bool Intact
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/decisions", AllAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<DecisionView>>();
        api.MapGet("/shown-copies/{id:long}/estimate.pdf", PdfAsync).Asks(Permission.SeeOrders);
        api.MapGet("/decisions/{id:long}/signature.png", SignatureAsync).Asks(Permission.SeeOrders);
    }

    private static async Task<IResult> AllAsync(long id, ShopDb db)
    {
        var names = await db.ShortNamesAsync();
        var titles = await db.Jobs.Where(j => j.OrderId == id).ToDictionaryAsync(j => j.Id, j => j.Title);
        var decisions = await db.Decisions.Where(d => d.OrderId == id).OrderByDescending(d => d.Id).AsNoTracking().ToListAsync();
        var shown = decisions.Select(d => d.ShownId).OfType<long>().Distinct().ToList();
        var copies = (await db.StoredSnapshots.Where(c => shown.Contains(c.Id)).AsNoTracking().ToListAsync()).ToDictionary(
            c => c.Id,
            c => (c.Hash, Intact: EstimateSnapshot.HashOf(c.Json) == c.Hash)
        );
        return Results.Ok(
            decisions.ConvertAll(d =>
            {
                var (hash, intact) = d.ShownId is { } copy ? copies[copy] : ("", true);
                return new DecisionView(
                    d.Id,
                    titles.GetValueOrDefault(d.JobId, ""),
                    d.Kind,
                    d.DecidedBy,
                    d.Channel,
                    d.At,
                    names.GetValueOrDefault(d.AskedById, ""),
                    d.AmountAgreed.Amount,
                    d.Note,
                    d.DeferUntil,
                    d.DeferAtReading?.Value,
                    d.LeftOut,
                    d.Acknowledged,
                    d.SignatureHash.Length > 0,
                    d.ShownId,
                    hash,
                    intact
                );
            })
        );
    }

    private static async Task<IResult> PdfAsync(long id, ShopDb db, DocumentPdfs pdfs)
    {
        if (await db.StoredSnapshots.Where(c => c.Id == id).Select(c => c.Json).FirstOrDefaultAsync() is not { } json)
            return Problems.Of(new Problem("shown.gone", "This copy no longer exists. Reload the page."));
        return Results.File(pdfs.Draw(EstimateSnapshot.FromJson(json).Document), "application/pdf", $"as-shown-{id}.pdf");
    }

    private static async Task<IResult> SignatureAsync(long id, ShopDb db, ContentStore store)
    {
        var hash = await db.Decisions.Where(d => d.Id == id).Select(d => d.SignatureHash).FirstOrDefaultAsync();
        return string.IsNullOrEmpty(hash)
            ? Problems.Of(new Problem("signature.gone", "This answer has no signature."))
            : Results.File(store.PathOf(hash, picture: false), "image/png");
    }
}
