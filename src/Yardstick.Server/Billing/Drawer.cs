using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>The cash drawer: opened, counted, closed, with what is over or short and what goes to the bank.</summary>
public static class Drawer
{
    private const int Latest = 30;
    private const int MostMoves = 200;

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
        var staff = await db.ShortNamesAsync();
        var counts = await db.CashCounts.OrderByDescending(c => c.Id).Take(Latest).ToListAsync();
        var last = counts.FirstOrDefault();
        var moves = await MovesAsync(db, last);
        return Results.Ok(
            new DrawerView(
                last is { Kind: CashCountKind.Open },
                (await BalanceAsync(db, LedgerAccount.CashDrawer)).Amount,
                (await BalanceAsync(db, LedgerAccount.Checks)).Amount,
                moves,
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

    /// <summary>What the journal has in the drawer's account since a count, the latest first; it adds up to what should be in it.</summary>
    private static async Task<IReadOnlyList<CashMove>> MovesAsync(ShopDb db, CashCount? since)
    {
        var entries = db.Journal.Where(e => e.Event != JournalEvent.Drawer);
        if (since is not null)
        {
            var day = (await db.Shops.SingleAsync()).Local(since.At).Date;
            entries = entries.Where(e => e.Day >= day && e.At > since.At);
        }
        var moves = await entries
            .Join(
                db.JournalLines.Where(l => l.Account == LedgerAccount.CashDrawer),
                e => e.Id,
                l => l.EntryId,
                (e, l) => new { Entry = e, l.Amount }
            )
            .OrderByDescending(m => m.Entry.Id)
            .Take(MostMoves)
            .ToListAsync();
        var payments = moves.Where(m => m.Entry.Event == JournalEvent.Payment).Select(m => m.Entry.DocumentId).ToList();
        var invoices = await db
            .Payments.Where(p => payments.Contains(p.Id))
            .Join(
                db.Invoices,
                p => p.InvoiceId,
                i => i.Id,
                (p, i) =>
                    new
                    {
                        Payment = p.Id,
                        i.Id,
                        i.Number,
                    }
            )
            .ToDictionaryAsync(f => f.Payment);
        return moves.ConvertAll(m =>
        {
            var invoice = m.Entry.Event == JournalEvent.Payment ? invoices.GetValueOrDefault(m.Entry.DocumentId ?? 0) : null;
            var text = invoice is null ? m.Entry.Text : FormattableString.Invariant($"{m.Entry.Text}, invoice {invoice.Number}");
            return new CashMove(m.Entry.At, text, m.Amount.Amount, invoice?.Id);
        });
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
