using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Fees that the shop charges by name, and the parts that are offered every day.</summary>
public static class NamedFees
{
    /// <summary>A fee.</summary>
    public sealed record FeeView(
        long Id,
        string Code,
        string Label,
        decimal Amount,
        decimal CostEach,
        bool PassThrough,
        bool Taxable,
        bool Retired
    );

    /// <summary>A part that is offered before anything is typed.</summary>
    public sealed record EverydayPart(long Id, string Number, string Description);

    /// <summary>Both lists.</summary>
    public sealed record NamedFeesView(IReadOnlyList<FeeView> Fees, IReadOnlyList<EverydayPart> EverydayParts);

    /// <summary>A fee as it is typed; without a key a new one.</summary>
    public sealed record FeeRequest(
        long? Id,
        string? Code,
        string? Label,
        string? Amount,
        string? CostEach,
        bool PassThrough,
        bool Taxable
    );

    /// <summary>Takes a fee out of use, or back into it.</summary>
    public sealed record NamedFeesRetireRequest(bool Retired);

    /// <summary>Puts a part on the everyday list or takes it off, by its number.</summary>
    public sealed record EverydayRequest(string? Number, bool On);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/named-fees", AllAsync).Asks(Permission.EditSetup).Produces<NamedFeesView>();
        api.MapPost("/named-fees", Save).Asks(Permission.EditSetup).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/named-fees/{id:long}/retire", Retire).Asks(Permission.EditSetup).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/everyday-parts", SetEveryday).Asks(Permission.EditSetup).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> AllAsync(ShopDb db) =>
        Results.Ok(
            new NamedFeesView(
                await db
                    .Fees.OrderBy(f => f.Label)
                    .Select(f => new FeeView(
                        f.Id,
                        f.Code,
                        f.Label,
                        f.Amount.Value,
                        f.CostEach.Value,
                        f.PassThrough,
                        f.Taxable,
                        f.RemovedAt != null
                    ))
                    .ToListAsync(),
                await db
                    .Parts.Where(p => p.Everyday && p.WithdrawnAt == null)
                    .OrderBy(p => p.Description)
                    .Select(p => new EverydayPart(p.Id, p.Number, p.Description))
                    .ToListAsync()
            )
        );

    private static Task<IResult> Save(FeeRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var code = FeeItem.CodeOf(request.Code);
            var taken = await work.Db.Fees.AnyAsync(f => f.Code == code && f.Id != (request.Id ?? 0));
            var fee = request.Id is { } id ? await work.Db.Fees.FindAsync(id) : new FeeItem();
            if (fee is null)
                return Gone.Fee;
            if (
                fee.Set(code, request.Label, request.Amount, request.CostEach, request.PassThrough, request.Taxable, taken).Problem is
                { } refused
            )
                return refused;
            if (fee.Id == 0)
                work.Db.Fees.Add(fee);
            await work.Db.SaveChangesAsync();
            return new Changed(0, fee.Id, 1);
        });

    private static Task<IResult> Retire(long id, NamedFeesRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.Fees.FindAsync(id) is not { } fee)
                return Gone.Fee;
            fee.Retire(request.Retired, work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });

    private static Task<IResult> SetEveryday(EverydayRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var number = (request.Number ?? "").Trim();
            if (await work.Db.Parts.FirstOrDefaultAsync(p => p.Number == number && p.WithdrawnAt == null) is not { } part)
                return new Problem("part.gone", $"There is no part \"{number}\" in the catalog.", "number");
            part.OnShortList(request.On);
            await work.Db.SaveChangesAsync();
            return new Changed(0, part.Id, 1);
        });
}
