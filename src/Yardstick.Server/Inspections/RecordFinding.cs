using Yardstick.Core;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>What a technician finds, with a photo.</summary>
public static class RecordFinding
{
    private const int MostBytes = 20 * 1024 * 1024;

    /// <summary>A finding as typed.</summary>
    public sealed record RecordFindingRequest(string Text, string? Measured, string? Unit, Rating Rating, string? PhotoHash);

    /// <summary>A photo that was kept.</summary>
    public sealed record RecordFindingKept(string Hash);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/findings", Handle).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/photos", UploadAsync)
            .Asks(Permission.SeeFloor)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(ContentStore.MostSent))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<RecordFindingKept>()
            .ProducesProblem(422);
        api.MapGet("/photos/{hash}", Photo).Asks(Permission.SeeFloor);
    }

    private static Task<IResult> Handle(long id, RecordFindingRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.Orders.FindAsync(id) is not { } order)
                return Gone.Order;
            if (order.IsOpen().Problem is { } closed)
                return closed;
            if (request.PhotoHash is { } hash && await work.Db.Photos.FindAsync(hash) is null)
                return new Problem("photo.gone", "The photo was not saved. Take it again.", "photo");
            var finding = Finding.Create(
                id,
                request.Text,
                request.Measured,
                request.Unit,
                request.Rating,
                request.PhotoHash,
                work.Actor.StaffId,
                work.Actor.At
            );
            if (finding.Problem is { } problem)
                return problem;
            work.Db.FindingRecords.Add(finding.Value);
            await Phrases.UsedAsync(work.Db, PhraseUse.Finding, request.Text, work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(order.Version, finding.Value.Id, 1);
        });

    private static async Task<IResult> UploadAsync(
        HttpRequest request,
        ContentStore store,
        SingleWriter gate,
        TimeProvider time,
        HttpContext http
    )
    {
        var read = await ContentStore.ReadAsync(request.Body, MostBytes);
        if (read.Problem is { } large)
            return Problems.Of(large with { Field = "photo" });
        var kept = await store.KeepPhotoAsync(read.Value, gate, http.User.StaffId(), time.Now());
        return kept.Problem is { } problem ? Problems.Of(problem) : Results.Ok(new RecordFindingKept(kept.Value));
    }

    private static IResult Photo(string hash, ShopFile file)
    {
        var path = Path.Combine(file.Photos, hash + ".jpg");
        return hash.Length == 64 && hash.All(char.IsAsciiHexDigitLower) && File.Exists(path)
            ? Results.File(path, "image/jpeg")
            : Results.NotFound();
    }
}
