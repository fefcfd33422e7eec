using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Documents;

/// <summary>Files on customers, vehicles and orders.</summary>
public static class Attachments
{
    /// <summary>A file.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Name">Its name.</param>
    /// <param name="Picture">True for a picture that a browser shows.</param>
    /// <param name="Size">Bytes.</param>
    /// <param name="At">When, UTC.</param>
    /// <param name="By">Who; of what came along with an email its sender.</param>
    public sealed record AttachmentView(long Id, string Name, bool Picture, long Size, Instant At, string By);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/files/{kind}/{id:long}", ListAsync).Asks(Permission.Find).Produces<IReadOnlyList<AttachmentView>>();
        api.MapPost("/files/{kind}/{id:long}", UploadAsync)
            .Asks(Permission.WriteUp)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(ContentStore.MostSent))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapGet("/files/{id:long}/content", ContentAsync).Asks(Permission.Find);
        api.MapDelete("/files/{id:long}", (long id, CommandRunner commands) => Switch(id, off: true, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/files/{id:long}/restore", (long id, CommandRunner commands) => Switch(id, off: false, commands))
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    /// <summary>Files of a record; of an order also what came along with emails about it, for those who may read them.</summary>
    private static async Task<IResult> ListAsync(RecordKind kind, long id, ShopDb db, HttpContext http)
    {
        var readsMessages = http.User.May(Permission.SeeOrders);
        if (kind == RecordKind.Message && !readsMessages)
            return Results.Ok(new List<AttachmentView>());
        var files = await db.Files.Where(f => f.Kind == kind && f.TargetId == id && f.RemovedAt == null).ToListAsync();
        var senders = new Dictionary<long, string>();
        if (kind == RecordKind.Order && readsMessages)
        {
            senders = await db.Messages.Where(m => m.OrderId == id).ToDictionaryAsync(m => m.Id, m => m.Address);
            files.AddRange(await db.OfMessagesAsync(senders.Keys));
        }
        var names = await db.ShortNamesAsync();
        return Results.Ok(
            files.OrderByDescending(f => f.Id).Select(f => new AttachmentView(f.Id, f.Name, f.IsPicture, f.Size, f.At, By(f))).ToList()
        );

        string By(AttachedFile file) =>
            file.Kind == RecordKind.Message ? senders.GetValueOrDefault(file.TargetId, "") : names.GetValueOrDefault(file.ById, "");
    }

    /// <summary>Files that came along with messages, the oldest first.</summary>
    internal static Task<List<AttachedFile>> OfMessagesAsync(this ShopDb db, IReadOnlyCollection<long> messageIds) =>
        db
            .Files.AsNoTracking()
            .Where(f => f.Kind == RecordKind.Message && messageIds.Contains(f.TargetId) && f.RemovedAt == null)
            .OrderBy(f => f.Id)
            .ToListAsync();

    private static async Task<IResult> UploadAsync(
        RecordKind kind,
        long id,
        string name,
        HttpRequest request,
        ContentStore store,
        SingleWriter gate,
        CommandRunner commands,
        TimeProvider time
    )
    {
        var read = await ContentStore.ReadAsync(request.Body, AttachedFile.MostBytes);
        if (read.Problem is { } large)
            return Problems.Of(large);
        var clean = AttachedFile.CleanName(name);
        var type = FileContent.TypeOf(read.Value, clean);
        if (type.Problem is { } unkept)
            return Problems.Of(unkept);
        var picture = type.Value.StartsWith("image/", StringComparison.Ordinal);
        var kept = picture
            ? await store.KeepPhotoAsync(read.Value, gate, request.HttpContext.User.StaffId(), time.Now())
            : await store.KeepFileAsync(read.Value);
        if (kept.Problem is { } unreadable)
            return Problems.Of(unreadable);
        return await commands.RunAsync<RecordChanged>(async work =>
        {
            var there = kind switch
            {
                RecordKind.Customer => await work.Db.Customers.AnyAsync(c => c.Id == id),
                RecordKind.Line => await work.Db.Lines.AnyAsync(l => l.Id == id && l.RemovedAt == null),
                RecordKind.Vehicle => await work.Db.Vehicles.AnyAsync(v => v.Id == id),
                // What came along came from outside; nobody adds to it.
                RecordKind.Message => false,
                _ => await work.Db.Orders.AnyAsync(o => o.Id == id),
            };
            if (!there)
                return new Problem("record.gone", "The record for this file was removed. Reload the page.");
            var file = await AttachAsync(
                work,
                new AttachedFile
                {
                    Kind = kind,
                    TargetId = id,
                    Name = AttachedFile.NameFor(clean, type.Value),
                    ContentType = picture ? FileContent.Jpeg : type.Value,
                    Hash = kept.Value,
                    Size = read.Value.Length,
                    At = work.Actor.At,
                    ById = work.Actor.StaffId,
                }
            );
            return new RecordChanged(file.Id, 1);
        });
    }

    /// <summary>Attaches a file whose content is kept already.</summary>
    internal static async Task<AttachedFile> AttachAsync(CommandContext work, AttachedFile file)
    {
        work.Db.Files.Add(file);
        await work.Db.SaveChangesAsync();
        await NoteAsync(work, file, new FieldChange("file", "", file.Name));
        return file;
    }

    private static async Task<IResult> ContentAsync(long id, ShopDb db, ContentStore store, HttpContext http)
    {
        if (
            await db.Files.FindAsync(id) is not { RemovedAt: null } file
            || file.Kind == RecordKind.Message && !http.User.May(Permission.SeeOrders)
        )
            return Problems.Of(new Problem("file.gone", "This file no longer exists. Reload the page."));
        // Only pictures, which were encoded anew, open in the browser; everything else is saved.
        return Results.File(
            store.PathOf(file.Hash, file.IsPicture),
            file.ContentType,
            file.IsPicture ? null : file.Name,
            enableRangeProcessing: false
        );
    }

    private static Task<IResult> Switch(long id, bool off, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Files.FindAsync(id) is not { } file)
                return new Problem("file.gone", "This file no longer exists. Reload the page.");
            file.TakeOff(off, work.Actor.At);
            await NoteAsync(work, file, off ? new FieldChange("file", file.Name, "") : new FieldChange("file", "", file.Name));
            return new RecordChanged(id, 1);
        });

    private static async Task NoteAsync(CommandContext work, AttachedFile file, FieldChange change)
    {
        var kind = file.Kind.ToString().ToLowerInvariant();
        work.Record(kind, file.TargetId, 0, change);
        // The sheet shows how many photos a line has.
        if (file.Kind == RecordKind.Line)
            work.Changed(
                TopicKind.Order,
                await work
                    .Db.Jobs.Where(j => work.Db.Lines.Any(l => l.Id == file.TargetId && l.JobId == j.Id))
                    .Select(j => j.OrderId)
                    .FirstOrDefaultAsync()
            );
    }
}
