using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Setup;
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

    /// <summary>What came of a file.</summary>
    public sealed record LaborGuideImported(int Operations, IReadOnlyList<LaborGuideRefusedRow> Refused);

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
        api.MapPost("/own-guide", BringInAsync)
            .Asks(Permission.EditSetup)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MostBytes))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<LaborGuideImported>()
            .ProducesProblem(422);
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
        using var memory = new MemoryStream();
        await request.Body.CopyToAsync(memory);
        var read = CsvFile.Read(memory.ToArray());
        if (read.Problem is { } unreadable)
            return Problems.Of(unreadable);
        return await commands.RunAsync<LaborGuideImported>(async work =>
        {
            var guide = ShopLaborFile.Read(read.Value.Headings, read.Value.Rows);
            if (guide.Problem is { } problem)
                return problem;
            await work.Db.OwnOperations.ExecuteDeleteAsync();
            work.Db.OwnOperations.AddRange(guide.Value.Operations);
            await work.Db.SaveChangesAsync();
            return new LaborGuideImported(
                guide.Value.Operations.Count,
                [.. guide.Value.Refused.Select(r => new LaborGuideRefusedRow(r.Row, r.Why))]
            );
        });
    }
}
