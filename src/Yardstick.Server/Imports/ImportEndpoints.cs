using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Imports;

/// <summary>Bringing files in: look at one, say which column is which, bring it in, take it back.</summary>
public static class ImportEndpoints
{
    private const int MostBytes = 30 * 1024 * 1024,
        MostShown = 200,
        Samples = 8;

    /// <summary>An import.</summary>
    public sealed record ImportRunView(
        long Id,
        ImportKind Kind,
        ImportState State,
        string FileName,
        int Rows,
        int RowsDone,
        int Made,
        int OnFile,
        int Bad,
        Instant At,
        string By,
        string Remark
    );

    /// <summary>A field that a column can hold.</summary>
    public sealed record ImportFieldChoice(string Name, string Label, bool Needed);

    /// <summary>A column of the file.</summary>
    public sealed record ImportColumn(string Heading, string? Field, IReadOnlyList<string> Samples);

    /// <summary>A row that can't be brought in.</summary>
    public sealed record ImportBadRow(int Row, string Words, string Reason);

    /// <summary>What would come in.</summary>
    /// <param name="Run">The import.</param>
    /// <param name="Fields">Fields to choose from.</param>
    /// <param name="Columns">Columns as they are understood.</param>
    /// <param name="Missing">Needed fields that no column holds.</param>
    /// <param name="Good">Records that would be made.</param>
    /// <param name="OnFile">Rows that are on file already.</param>
    /// <param name="Bad">Rows that can't be brought in: how many.</param>
    /// <param name="BadRows">The first of them, with the reason.</param>
    /// <param name="GoodSamples">The first records that would be made, in few words.</param>
    public sealed record ImportPreview(
        ImportRunView Run,
        IReadOnlyList<ImportFieldChoice> Fields,
        IReadOnlyList<ImportColumn> Columns,
        IReadOnlyList<string> Missing,
        int Good,
        int OnFile,
        int Bad,
        IReadOnlyList<ImportBadRow> BadRows,
        IReadOnlyList<string> GoodSamples
    );

    /// <summary>Which field each column holds; empty for none.</summary>
    public sealed record ImportMappingRequest(IReadOnlyList<string> Fields);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/imports", ListAsync).Asks(Permission.BringIn).Produces<IReadOnlyList<ImportRunView>>();
        api.MapPost("/imports/{kind}", UploadAsync)
            .Asks(Permission.BringIn)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(ContentStore.MostSent))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapGet("/imports/{id:long}", PreviewAsync).Asks(Permission.BringIn).Produces<ImportPreview>().ProducesProblem(404);
        api.MapGet("/imports/{id:long}/progress", ProgressAsync).Asks(Permission.BringIn).Produces<ImportRunView>().ProducesProblem(404);
        api.MapGet("/imports/{id:long}/bad.csv", BadAsync).Asks(Permission.BringIn);
        api.MapPost("/imports/{id:long}/mapping", MapColumns).Asks(Permission.BringIn).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/imports/{id:long}/run", (long id, CommandRunner commands, ImportWorker worker) =>
                Turn(id, ImportState.Running, commands, worker)
            )
            .Asks(Permission.BringIn)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/imports/{id:long}/stop", (long id, CommandRunner commands, ImportWorker worker) =>
                Turn(id, ImportState.Stopped, commands, worker)
            )
            .Asks(Permission.BringIn)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/imports/{id:long}/undo", (long id, CommandRunner commands, ImportWorker worker) =>
                Turn(id, ImportState.Undoing, commands, worker)
            )
            .Asks(Permission.BringIn)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<ImportRunView> ViewAsync(ShopDb db, ImportRun run) =>
        new(
            run.Id,
            run.Kind,
            run.State,
            run.FileName,
            run.Rows,
            run.RowsDone,
            run.Made,
            run.OnFile,
            run.Bad,
            run.At,
            StaffMember.ShortNameOf((await db.Staff.FindAsync(run.ById))!.Name),
            run.Remark
        );

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var views = new List<ImportRunView>();
        foreach (var run in await db.ImportRuns.AsNoTracking().OrderByDescending(r => r.Id).Take(40).ToListAsync())
            views.Add(await ViewAsync(db, run));
        return Results.Ok(views);
    }

    private static async Task<IResult> UploadAsync(
        ImportKind kind,
        string name,
        HttpRequest request,
        ContentStore store,
        CommandRunner commands
    )
    {
        var read = await ContentStore.ReadAsync(request.Body, MostBytes);
        if (read.Problem is { } large)
            return Problems.Of(large);
        var file = CsvFile.Read(read.Value);
        if (file.Problem is { } noTable)
            return Problems.Of(noTable);
        var hash = await store.KeepFileAsync(read.Value);
        return await commands.RunAsync<RecordChanged>(async work =>
        {
            var run = ImportRun.Look(kind, AttachedFile.CleanName(name), hash, file.Value.Headings, file.Value.Rows.Count, work.Actor);
            work.Db.ImportRuns.Add(run);
            await work.Db.SaveChangesAsync();
            return new RecordChanged(run.Id, 1);
        });
    }

    private sealed record Looked(ImportRun Run, CsvFile File, IReadOnlyList<string?> Mapping, List<ImportVerdict> Verdicts);

    /// <summary>Judges every row as the import would; of a file that was brought in only where that is asked for.</summary>
    private static async Task<Looked?> LookAsync(long id, ShopDb db, ContentStore store, TimeProvider time, bool always = false)
    {
        if (await db.ImportRuns.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id) is not { } run)
            return null;
        var file = CsvFile.Read(await File.ReadAllBytesAsync(store.PathOf(run.Hash, picture: false))).Value;
        var mapping = run.Mapping;
        if (run.State != ImportState.Previewed && !always)
            return new Looked(run, file, mapping, []);
        var importer = await Importer.OfAsync(db, run.Kind, await db.Shops.SingleAsync(), time.Now());
        return new Looked(run, file, mapping, importer.Units(file.ByField(mapping)).Select(importer.Judge).ToList());
    }

    private static async Task<IResult> PreviewAsync(long id, ShopDb db, ContentStore store, TimeProvider time)
    {
        if (await LookAsync(id, db, store, time) is not { } looked)
            return Problems.Of(Gone.Import);
        var (run, file, mapping, verdicts) = looked;
        var fields = ImportFields.Of(run.Kind);
        var bad = verdicts.Where(v => v.Reason is not null).ToList();
        return Results.Ok(
            new ImportPreview(
                await ViewAsync(db, run),
                fields.Select(f => new ImportFieldChoice(f.Name, f.Label, f.Needed)).ToList(),
                file.Headings.Select(
                        (h, c) =>
                            new ImportColumn(
                                h,
                                mapping[c],
                                file.Rows.Select(r => c < r.Cells.Length ? r.Cells[c].Trim() : "").Where(t => t.Length > 0).Take(3).ToList()
                            )
                    )
                    .ToList(),
                fields.Where(f => f.Needed && !mapping.Contains(f.Name)).Select(f => f.Label).ToList(),
                verdicts.Count(v => v.Make is not null),
                verdicts.Count(v => v.OnFile),
                bad.Count,
                bad.Take(MostShown).Select(v => new ImportBadRow(v.Row, v.Words, v.Reason!)).ToList(),
                verdicts.Where(v => v.Make is not null).Take(Samples).Select(v => v.Words).ToList()
            )
        );
    }

    private static async Task<IResult> ProgressAsync(long id, ShopDb db) =>
        await db.ImportRuns.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id) is { } run
            ? Results.Ok(await ViewAsync(db, run))
            : Problems.Of(Gone.Import);

    /// <summary>The rows that can't be brought in, as they are in the file, with the reason; mended, they come in by themselves.</summary>
    private static async Task<IResult> BadAsync(long id, ShopDb db, ContentStore store, TimeProvider time)
    {
        if (await LookAsync(id, db, store, time, always: true) is not { } looked)
            return Problems.Of(Gone.Import);
        var reasons = looked.Verdicts.Where(v => v.Reason is not null).ToDictionary(v => v.Row, v => v.Reason!);
        var memory = new MemoryStream();
        await CsvFile.WriteAsync(
            memory,
            looked
                .File.Rows.Where(r => reasons.ContainsKey(r.Line))
                .Select(r => (IReadOnlyList<string>)[.. r.Cells, reasons[r.Line]])
                .Prepend([.. looked.File.Headings, "Problem"])
        );
        return Results.File(memory.ToArray(), "text/csv", $"not imported, {looked.Run.FileName}");
    }

    private static Task<IResult> MapColumns(long id, ImportMappingRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.ImportRuns.FindAsync(id) is not { } run)
                return Gone.Import;
            if (run.MapColumns(request.Fields).Problem is { } refused)
                return refused;
            return new RecordChanged(id, 1);
        });

    private static Task<IResult> Turn(long id, ImportState to, CommandRunner commands, ImportWorker worker) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.ImportRuns.FindAsync(id) is not { } run)
                return Gone.Import;
            if (run.Turn(to).Problem is { } refused)
                return refused;
            work.AfterCommit(() => worker.Wake(id));
            return new RecordChanged(id, 1);
        });
}
