using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Suppliers' credit memos: for returns by themselves, for disputed amounts of bills as typed; used against what is paid.</summary>
public static class SupplierCredits
{
    private const int Latest = 40;

    /// <summary>A credit memo.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Supplier">The supplier.</param>
    /// <param name="Number">The supplier's number.</param>
    /// <param name="DatedOn">Its date.</param>
    /// <param name="Total">What they give back.</param>
    /// <param name="For">What for, in words.</param>
    /// <param name="UsedAt">When it was used; null while it is open.</param>
    /// <param name="UsedHow">How.</param>
    public sealed record SupplierCreditView(
        long Id,
        string Supplier,
        string Number,
        LocalDate DatedOn,
        decimal Total,
        string For,
        LocalDateTime? UsedAt,
        string UsedHow
    );

    /// <summary>A credit memo for what was disputed on a bill, as typed.</summary>
    public sealed record CreditOfBillRequest(string? Number, string? DatedOn, string? Amount);

    /// <summary>That it was used.</summary>
    /// <param name="How">The check that was the smaller, a refund.</param>
    public sealed record UseCreditRequest(string? How);

    /// <summary>The memo afterwards.</summary>
    public sealed record SupplierCreditChanged(long Id, decimal Total, bool Used);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/supplier-credits", ListAsync).Asks(Permission.SeeParts).Produces<IReadOnlyList<SupplierCreditView>>();
        api.MapPost("/supplier-bills/{id:long}/credits", Enter)
            .Asks(Permission.OrderParts)
            .Produces<SupplierCreditChanged>()
            .ProducesProblem(422);
        api.MapPost("/supplier-credits/{id:long}/use", Use)
            .Asks(Permission.PaySuppliers)
            .Produces<SupplierCreditChanged>()
            .ProducesProblem(422);
        api.MapPost("/supplier-credits/{id:long}/unuse", Unuse)
            .Asks(Permission.PaySuppliers)
            .Produces<SupplierCreditChanged>()
            .ProducesProblem(422);
    }

    /// <summary>What a return brought becomes a credit memo, once.</summary>
    internal static async Task FollowAsync(ShopDb db, PartReturn made, Instant utcNow)
    {
        if (made.State != PartReturnState.Credited || await db.SupplierCredits.AnyAsync(c => c.PartReturnId == made.Id))
            return;
        var today = (await db.Shops.SingleAsync()).Local(utcNow).Date;
        if (SupplierCredit.OfReturn(made, today, utcNow) is { } credit)
            db.SupplierCredits.Add(credit);
    }

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var shop = await db.Shops.SingleAsync();
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var credits = await db.SupplierCredits.Where(c => c.UsedAt == null).OrderBy(c => c.Id).ToListAsync();
        credits.AddRange(await db.SupplierCredits.Where(c => c.UsedAt != null).OrderByDescending(c => c.UsedAt).Take(Latest).ToListAsync());
        var billIds = credits.Select(c => c.SupplierBillId).OfType<long>().ToList();
        var returnIds = credits.Select(c => c.PartReturnId).OfType<long>().ToList();
        var bills = await db.SupplierBills.Where(b => billIds.Contains(b.Id)).ToDictionaryAsync(b => b.Id, b => b.Number);
        var returns = await db.PartReturns.Where(r => returnIds.Contains(r.Id)).ToDictionaryAsync(r => r.Id, r => r.Number);
        return Results.Ok(
            credits.ConvertAll(c => new SupplierCreditView(
                c.Id,
                suppliers[c.SupplierId],
                c.Number,
                c.DatedOn,
                c.Total.Amount,
                c.SupplierBillId is { } bill ? $"disputed on bill {bills[bill]}"
                    : c.PartReturnId is { } made ? $"return {returns[made]}"
                    : "",
                c.UsedAt is { } at ? shop.Local(at) : null,
                c.UsedHow
            ))
        );
    }

    private static Task<IResult> Enter(long id, CreditOfBillRequest request, CommandRunner commands) =>
        commands.RunAsync<SupplierCreditChanged>(async work =>
        {
            var db = work.Db;
            if (await db.SupplierBills.FindAsync(id) is not { } bill)
                return Gone.SupplierBill;
            var number = (request.Number ?? "").Trim();
            var credits = await db.SupplierCredits.Where(c => c.SupplierId == bill.SupplierId).ToListAsync();
            var before = credits.Where(c => c.SupplierBillId == id).Aggregate(Money.Zero, (sum, c) => sum + c.Total);
            var entered = SupplierCredit.OfBill(
                bill,
                before,
                credits.Exists(c => c.Number == number),
                request.Number,
                request.DatedOn,
                request.Amount,
                (await db.Shops.SingleAsync()).Local(work.Actor.At),
                work.Actor.At
            );
            if (entered.Problem is { } problem)
                return problem;
            db.SupplierCredits.Add(entered.Value);
            await db.SaveChangesAsync();
            return Told(entered.Value);
        });

    private static Task<IResult> Use(long id, UseCreditRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (credit, at) => credit.Use(request.How, at), back: false);

    private static Task<IResult> Unuse(long id, CommandRunner commands) =>
        ChangeAsync(
            id,
            commands,
            (credit, _) =>
            {
                credit.TakeBack();
                return Result.Done;
            },
            back: true
        );

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<SupplierCredit, Instant, Result> change, bool back) =>
        commands.RunAsync<SupplierCreditChanged>(async work =>
        {
            if (await work.Db.SupplierCredits.FindAsync(id) is not { } credit)
                return Gone.SupplierCredit;
            var wasUsed = credit.UsedAt is not null;
            if (change(credit, work.Actor.At).Problem is { } problem)
                return problem;
            // Taking back what was not used changes nothing.
            if (back && !wasUsed)
                return Told(credit);
            return await work.Db.BookAsync(work.Actor, () => PurchasePostings.Used(credit, back)) is { } locked ? locked : Told(credit);
        });

    private static SupplierCreditChanged Told(SupplierCredit credit) => new(credit.Id, credit.Total.Amount, credit.UsedAt is not null);
}
