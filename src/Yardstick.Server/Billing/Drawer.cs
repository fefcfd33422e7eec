using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>The cash drawer: opened, counted, closed, with what is over or short and what goes to the bank.</summary>
public static class Drawer
{
    private const int Latest = 30;

    /// <summary>A count.</summary>
    public sealed record CountView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Opened or closed.</summary>
        public required CashCountKind Kind { get; init; }

        /// <summary>What should have been in it.</summary>
        public required decimal Expected { get; init; }

        /// <summary>What was in it.</summary>
        public required decimal Counted { get; init; }

        /// <summary>Over, or below zero short.</summary>
        public required decimal Difference { get; init; }

        /// <summary>Taken to the bank, or below zero brought from there.</summary>
        public required decimal Banked { get; init; }

        /// <summary>Checks that went along.</summary>
        public required decimal ChecksBanked { get; init; }

        /// <summary>What stayed in it.</summary>
        public required decimal Left { get; init; }

        /// <summary>A note.</summary>
        public required string Note { get; init; }

        /// <summary>When.</summary>
        public required Instant At { get; init; }

        /// <summary>Who.</summary>
        public required string By { get; init; }
    }

    /// <summary>Cash that came or went since it was opened.</summary>
    public sealed record CashMove(Instant At, string Text, decimal Amount, long? InvoiceId);

    /// <summary>The drawer as it stands.</summary>
    /// <param name="IsOpen">It was opened and not closed.</param>
    /// <param name="Expected">What should be in it.</param>
    /// <param name="Checks">Checks that are not at the bank.</param>
    /// <param name="Moves">Cash since it was opened.</param>
    /// <param name="Counts">Counts, the latest first.</param>
    public sealed record DrawerView(
        bool IsOpen,
        decimal Expected,
        decimal Checks,
        IReadOnlyList<CashMove> Moves,
        IReadOnlyList<CountView> Counts
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/drawer", ShowAsync).Asks(Permission.TakePayments).Produces<DrawerView>();
        api.MapPost("/drawer/open", (CashCountTyped typed, CommandRunner commands) => CountAsync(CashCountKind.Open, typed, commands))
            .Asks(Permission.TakePayments)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/drawer/close", (CashCountTyped typed, CommandRunner commands) => CountAsync(CashCountKind.Close, typed, commands))
            .Asks(Permission.TakePayments)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<Money> BalanceAsync(ShopDb db, LedgerAccount account) =>
        new(await db.JournalLines.Where(l => l.Account == account).SumAsync(l => l.Amount.Cents));

    private static async Task<IResult> ShowAsync(ShopDb db)
    {
        var staff = await db.Staff.ToDictionaryAsync(s => s.Id, s => s.ShortName);
        var counts = await db.CashCounts.OrderByDescending(c => c.Id).Take(Latest).ToListAsync();
        var last = counts.FirstOrDefault();
        var since = last?.At ?? Instant.MinValue;
        var moves = await db
            .Payments.Where(p => p.Method == PaymentMethod.Cash && p.At > since)
            .OrderByDescending(p => p.Id)
            .Take(200)
            .Select(p => new
            {
                p.At,
                p.Amount,
                p.InvoiceId,
                Number = db.Invoices.Where(i => i.Id == p.InvoiceId).Select(i => (long?)i.Number).FirstOrDefault(),
            })
            .ToListAsync();
        return Results.Ok(
            new DrawerView(
                last is { Kind: CashCountKind.Open },
                (await BalanceAsync(db, LedgerAccount.CashDrawer)).Amount,
                (await BalanceAsync(db, LedgerAccount.Checks)).Amount,
                moves.ConvertAll(m => new CashMove(m.At, m.Number is { } n ? $"Invoice {n}" : "Deposit", m.Amount.Amount, m.InvoiceId)),
                counts.ConvertAll(c => new CountView
                {
                    Id = c.Id,
                    Kind = c.Kind,
                    Expected = c.Expected.Amount,
                    Counted = c.Counted.Amount,
                    Difference = c.Difference.Amount,
                    Banked = c.Banked.Amount,
                    ChecksBanked = c.ChecksBanked.Amount,
                    Left = c.Left.Amount,
                    Note = c.Note,
                    At = c.At,
                    By = staff.GetValueOrDefault(c.ById, ""),
                })
            )
        );
    }

    private static Task<IResult> CountAsync(CashCountKind kind, CashCountTyped typed, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            var last = await db.CashCounts.OrderByDescending(c => c.Id).FirstOrDefaultAsync();
            var counted = CashCount.Take(
                kind,
                last,
                await BalanceAsync(db, LedgerAccount.CashDrawer),
                await BalanceAsync(db, LedgerAccount.Checks),
                typed,
                work.Actor
            );
            if (counted.Problem is { } problem)
                return problem;
            db.CashCounts.Add(counted.Value);
            return await db.BookAsync(work.Actor, counted.Value.Posting) is { } locked ? locked : new RecordChanged(counted.Value.Id, 1);
        });
}
