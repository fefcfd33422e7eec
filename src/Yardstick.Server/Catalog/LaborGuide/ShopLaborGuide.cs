using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Imports;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>The shop's own labor guide: brought in as CSV, it takes the place of the one before.</summary>
public static class ShopLaborGuide
{
    private const int MostBytes = 5 * 1024 * 1024;

    /// <summary>An operation.</summary>
    public sealed record OperationRow(string Code, string System, string Title, string Skill, decimal Hours, string Make, string Model);

    /// <summary>A row that could not be read.</summary>
    public sealed record LaborGuideRefusedRow(int Row, string Why);

    /// <summary>What came of a file, or would come of it.</summary>
    /// <param name="Operations">Operations that the file has.</param>
    /// <param name="Change">What it makes of the guide that was there before.</param>
    /// <param name="Refused">Rows that could not be read.</param>
    public sealed record LaborGuideImported(int Operations, LaborGuideChange Change, IReadOnlyList<LaborGuideRefusedRow> Refused);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/own-guide", async (ShopDb db) =>
                Results.Ok(
                    await db
                        .OwnOperations.OrderBy(o => o.System)
                        .ThenBy(o => o.Title)
                        .Select(o => new OperationRow(o.Code, o.System, o.Title, o.Skill, o.Hours.Value, o.Make, o.Model))
                        .ToListAsync()
                )
            )
            .Asks(Permission.EditSetup)
            .Produces<IReadOnlyList<OperationRow>>();
        api.MapGet("/own-guide.csv", FileAsync).Asks(Permission.EditSetup);
        MapFile(api.MapPost("/own-guide", BringInAsync));
        MapFile(api.MapPost("/own-guide/preview", LookAsync));
    }

    private static void MapFile(RouteHandlerBuilder route) =>
        route
            .Asks(Permission.EditSetup)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MostBytes))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<LaborGuideImported>()
            .ProducesProblem(422);

    private static async Task<Result<ShopLaborFile>> ReadAsync(HttpRequest request)
    {
        using var memory = new MemoryStream();
        await request.Body.CopyToAsync(memory);
        var read = CsvFile.Read(memory.ToArray());
        return read.Problem is { } unreadable ? unreadable : ShopLaborFile.Read(read.Value.Headings, read.Value.Rows);
    }

    private static LaborGuideImported Of(ShopLaborFile file, IEnumerable<ShopLaborOperation> present) =>
        new(file.Operations.Count, file.Against(present), [.. file.Refused.Select(r => new LaborGuideRefusedRow(r.Row, r.Why))]);

    /// <summary>What a file would make of the guide; nothing is kept.</summary>
    private static async Task<IResult> LookAsync(HttpRequest request, ShopDb db)
    {
        var file = await ReadAsync(request);
        return file.Problem is { } problem
            ? Problems.Of(problem)
            : Results.Ok(Of(file.Value, await db.OwnOperations.AsNoTracking().ToListAsync()));
    }

    private static async Task<IResult> FileAsync(ShopDb db)
    {
        var memory = new MemoryStream();
        var operations = await db.OwnOperations.AsNoTracking().OrderBy(o => o.System).ThenBy(o => o.Title).ToListAsync();
        await CsvFile.WriteAsync(memory, operations.Select(o => o.Row()).Prepend(ShopLaborOperation.Columns));
        return Results.File(memory.ToArray(), "text/csv", "labor guide.csv");
    }

    private static async Task<IResult> BringInAsync(HttpRequest request, CommandRunner commands)
    {
        var file = await ReadAsync(request);
        if (file.Problem is { } problem)
            return Problems.Of(problem);
        return await commands.RunAsync<LaborGuideImported>(async work =>
        {
            var came = Of(file.Value, await work.Db.OwnOperations.AsNoTracking().ToListAsync());
            await work.Db.OwnOperations.ExecuteDeleteAsync();
            work.Db.OwnOperations.AddRange(file.Value.Operations);
            await work.Db.SaveChangesAsync();
            return came;
        });
    }
}
