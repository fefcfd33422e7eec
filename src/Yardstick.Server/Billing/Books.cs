using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>The books: journal, trial balance, what is held for others, and what is done about it.</summary>
public static class Books
{
    private const int MostEntries = 200;

    /// <summary>A line of an entry: one of the two amounts.</summary>
    public sealed record JournalLineView(string Number, string Name, decimal Debit, decimal Credit);

    /// <summary>An entry.</summary>
    public sealed record JournalEntryView(
        long Id,
        LocalDate Day,
        JournalEvent Event,
        long? DocumentId,
        string Text,
        string By,
        IReadOnlyList<JournalLineView> Lines
    );

    /// <summary>A page of the journal, the latest first.</summary>
    /// <param name="Entries">The entries.</param>
    /// <param name="Before">Key from which the next page goes on; null at the end.</param>
    /// <param name="Debits">Sum of the whole range's debits; the same as its credits.</param>
    public sealed record JournalView(IReadOnlyList<JournalEntryView> Entries, long? Before, decimal Debits);

    /// <summary>An account with its balance.</summary>
    public sealed record BalanceView(LedgerAccount Account, string Code, string Number, string Name, decimal Debit, decimal Credit);

    /// <summary>The trial balance through a day.</summary>
    public sealed record TrialBalanceView(
        LocalDate Through,
        IReadOnlyList<BalanceView> Accounts,
        decimal Debits,
        decimal Credits,
        LocalDate? LockedUntil
    );

    /// <summary>A tax, or a fee held for others, in a period.</summary>
    /// <param name="Base">What the tax is on.</param>
    /// <param name="Exempt">What an exemption freed of it in the period; null for fees.</param>
    /// <param name="Untaxed">What was charged in the period without it because it is never on it; null for fees.</param>
    /// <param name="Charged">What was charged in the period.</param>
    /// <param name="Held">What is held of it through the last day, remittances taken off.</param>
    public sealed record HeldView(
        LedgerAccount Account,
        string Code,
        string Name,
        decimal Base,
        decimal? Exempt,
        decimal? Untaxed,
        decimal Charged,
        decimal Held
    );

    /// <summary>What is held for others.</summary>
    public sealed record HeldForOthers(LocalDate From, LocalDate Through, IReadOnlyList<HeldView> Amounts, decimal Sales);

    /// <summary>A remittance, as typed.</summary>
    public sealed record RemitRequest(LedgerAccount Account, string Code, string? Through, string? Amount, string? Reference);

    /// <summary>What arrived at the bank, as typed.</summary>
    public sealed record BankTransferRequest(LedgerAccount From, string? Amount, string? Reference);

    /// <summary>Through which day the books are locked; empty unlocks them.</summary>
    public sealed record LockRequest(string? Until);

    /// <summary>How an account is called.</summary>
    public sealed record NameRequest(LedgerAccount Account, string Code, string? Number, string? Name);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/books/journal", JournalAsync).Asks(Permission.KeepBooks).Produces<JournalView>().ProducesProblem(422);
        api.MapGet("/books/trial-balance", TrialBalanceAsync).Asks(Permission.KeepBooks).Produces<TrialBalanceView>().ProducesProblem(422);
        api.MapGet("/books/held", HeldAsync).Asks(Permission.KeepBooks).Produces<HeldForOthers>().ProducesProblem(422);
        // Reads everything there is: asked for, never by itself.
        api.MapPost("/books/check", CheckAsync).Asks(Permission.KeepBooks).Produces<IReadOnlyList<string>>();
        api.MapPost("/books/remittances", Remit).Asks(Permission.KeepBooks).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/books/transfers", Transfer).Asks(Permission.KeepBooks).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/books/lock", Lock).Asks(Permission.KeepBooks).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/books/accounts", NameAccount).Asks(Permission.KeepBooks).Produces<RecordChanged>().ProducesProblem(422);
    }

    /// <summary>A period as typed: this month where nothing is.</summary>
    internal static async Task<Result<(LocalDate From, LocalDate Through)>> PeriodAsync(
        ShopDb db,
        string? from,
        string? through,
        Instant now
    )
    {
        var local = (await db.Shops.SingleAsync()).Local(now);
        var first = string.IsNullOrWhiteSpace(from) ? local.Date.With(DateAdjusters.StartOfMonth) : DateTimeInput.Day(from, local, "from");
        if (first.Problem is { } noFirst)
            return noFirst;
        var last = string.IsNullOrWhiteSpace(through) ? local.Date : DateTimeInput.Day(through, local, "through");
        if (last.Problem is { } noLast)
            return noLast;
        return last.Value < first.Value
            ? new Problem("books.period", "The last day is before the first.", "through")
            : (first.Value, last.Value);
    }

    internal static async Task<LedgerChart> ChartAsync(ShopDb db) => new(await db.LedgerNames.ToListAsync());

    private static async Task<IResult> JournalAsync(
        string? from,
        string? through,
        string? account,
        string? code,
        long? before,
        ShopDb db,
        TimeProvider time
    )
    {
        var period = await PeriodAsync(db, from, through, time.Now());
        if (period.Problem is { } problem)
            return Problems.Of(problem);
        var (first, last) = period.Value;
        var wanted = db.Journal.Where(e => e.Day >= first && e.Day <= last);
        if (Enum.TryParse<LedgerAccount>(account, out var one))
            wanted = wanted.Where(e => e.Lines.Any(l => l.Account == one && (code == null || code == "" || l.Code == code)));
        var debits = await wanted.SelectMany(e => e.Lines).Where(l => l.Amount.Cents > 0).SumAsync(l => l.Amount.Cents);
        var at = await db.Journal.Where(e => e.Id == before).Select(e => (LocalDate?)e.Day).FirstOrDefaultAsync();
        var entries = await wanted
            .Where(e => at == null || e.Day < at || (e.Day == at && e.Id < before))
            .OrderByDescending(e => e.Day)
            .ThenByDescending(e => e.Id)
            .Take(MostEntries + 1)
            .Include(e => e.Lines)
            .ToListAsync();
        var more = entries.Count > MostEntries;
        if (more)
            entries.RemoveAt(MostEntries);
        var (chart, names) = (await ChartAsync(db), await CodeNames.OfAsync(db, entries.SelectMany(e => e.Lines)));
        var staff = await db.ShortNamesAsync();
        return Results.Ok(
            new JournalView(
                entries.ConvertAll(e => new JournalEntryView(
                    e.Id,
                    e.Day,
                    e.Event,
                    e.DocumentId,
                    e.Text,
                    staff.GetValueOrDefault(e.ById, "Automatic"),
                    [
                        .. e
                            .Lines.OrderBy(l => l.Amount.Cents < 0)
                            .ThenBy(l => l.Account)
                            .Select(l => new JournalLineView(
                                chart.NumberOf(l.Account, l.Code),
                                names.NameOf(chart, l.Account, l.Code),
                                l.Amount.Cents > 0 ? l.Amount.Amount : 0,
                                l.Amount.Cents < 0 ? -l.Amount.Amount : 0
                            )),
                    ]
                )),
                more ? entries[^1].Id : null,
                debits / 100m
            )
        );
    }

    /// <summary>Balances through a day; taxes and fees by code, the rest as a whole.</summary>
    internal static async Task<IReadOnlyList<BalanceView>> BalancesAsync(ShopDb db, LocalDate through)
    {
        var chart = await ChartAsync(db);
        // All of it comes from the index of sums alone; what was booked since that day is taken off.
        var accounts = LedgerChart.Accounts;
        var all = await db
            .JournalLines.Where(l => accounts.Contains(l.Account))
            .GroupBy(l => new { l.Account, l.Code })
            .Select(g => new
            {
                g.Key.Account,
                g.Key.Code,
                Cents = g.Sum(l => l.Amount.Cents),
            })
            .ToListAsync();
        var later = await db
            .JournalLines.Where(l => db.Journal.Where(e => e.Day > through).Select(e => e.Id).Contains(l.EntryId))
            .Select(l => new
            {
                l.Account,
                l.Code,
                Cents = -l.Amount.Cents,
            })
            .ToListAsync();
        var sums = all.Concat(later).ToList();
        return sums.GroupBy(s => (s.Account, Code: LedgerChart.HasCodes(s.Account) ? s.Code : ""))
            .Select(g => (g.Key.Account, g.Key.Code, Balance: new Money(g.Sum(s => s.Cents))))
            .Where(b => b.Balance.Cents != 0)
            .OrderBy(b => b.Account)
            .ThenBy(b => b.Code, StringComparer.Ordinal)
            .Select(b => new BalanceView(
                b.Account,
                b.Code,
                chart.NumberOf(b.Account, b.Code),
                chart.NameOf(b.Account, b.Code),
                b.Balance.Cents > 0 ? b.Balance.Amount : 0,
                b.Balance.Cents < 0 ? -b.Balance.Amount : 0
            ))
            .ToList();
    }

    private static async Task<IResult> TrialBalanceAsync(string? through, ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var local = shop.Local(time.Now());
        var day = string.IsNullOrWhiteSpace(through) ? local.Date : DateTimeInput.Day(through, local, "through");
        if (day.Problem is { } problem)
            return Problems.Of(problem);
        var balances = await BalancesAsync(db, day.Value);
        return Results.Ok(
            new TrialBalanceView(day.Value, balances, balances.Sum(b => b.Debit), balances.Sum(b => b.Credit), shop.BooksLockedUntil)
        );
    }

    private static async Task<IResult> HeldAsync(string? from, string? through, ShopDb db, TimeProvider time)
    {
        var period = await PeriodAsync(db, from, through, time.Now());
        if (period.Problem is { } problem)
            return Problems.Of(problem);
        var shop = await db.Shops.SingleAsync();
        var (first, last) = period.Value;
        var (begin, end) = (shop.Utc(first.AtMidnight()), shop.Utc(last.PlusDays(1).AtMidnight()));
        var chart = await ChartAsync(db);
        var charged = await (
            from amount in db.InvoiceAmounts
            join invoice in db.Invoices on amount.InvoiceId equals invoice.Id
            where invoice.PostedAt >= begin && invoice.PostedAt < end
            group amount by new { amount.Account, amount.Code } into g
            select new
            {
                g.Key.Account,
                g.Key.Code,
                Base = g.Sum(a => a.Base.Cents),
                Cents = g.Sum(a => a.Amount.Cents),
            }
        ).ToDictionaryAsync(x => (x.Account, x.Code));
        var held = (await BalancesAsync(db, last)).Where(b => LedgerChart.HasCodes(b.Account)).ToDictionary(b => (b.Account, b.Code));
        var sales = await db
            .Invoices.Where(i => i.PostedAt >= begin && i.PostedAt < end)
            .SumAsync(i => i.Sums.Labor.Cents + i.Sums.Parts.Cents + i.Sums.Sublet.Cents + i.Sums.Fees.Cents + i.Sums.Supplies.Cents);
        // What the shop itself pays is no sale.
        var net = await db
            .Invoices.Where(i => i.PostedAt >= begin && i.PostedAt < end && i.Payer != Payer.Shop)
            .SumAsync(i => i.Total.Cents - i.Tax.Cents);
        var exempt = await ExemptReading.SumsAsync(db, begin, end);
        return Results.Ok(
            new HeldForOthers(
                first,
                last,
                [
                    .. charged
                        .Keys.Union(held.Keys)
                        .OrderBy(k => k.Account)
                        .ThenBy(k => k.Code, StringComparer.Ordinal)
                        .Select(k => new HeldView(
                            k.Account,
                            k.Code,
                            chart.NameOf(k.Account, k.Code),
                            charged.TryGetValue(k, out var c) ? c.Base / 100m : 0,
                            k.Account == LedgerAccount.SalesTax ? exempt.GetValueOrDefault(k.Code) / 100m : null,
                            k.Account == LedgerAccount.SalesTax ? (net - (c?.Base ?? 0) - exempt.GetValueOrDefault(k.Code)) / 100m : null,
                            charged.TryGetValue(k, out var d) ? d.Cents / 100m : 0,
                            held.TryGetValue(k, out var h) ? h.Credit - h.Debit : 0
                        )),
                ],
                sales / 100m
            )
        );
    }

    private static async Task<IResult> CheckAsync(ShopDb db)
    {
        await using var moment = await db.Database.BeginTransactionAsync();
        return Results.Ok(await new BooksCheck(db).RunAsync());
    }

    private static Task<IResult> Remit(RemitRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var local = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            var through = string.IsNullOrWhiteSpace(request.Through) ? local.Date : DateTimeInput.Day(request.Through, local, "through");
            if (through.Problem is { } noDay)
                return noDay;
            var held = (await BalancesAsync(work.Db, through.Value))
                .Where(b => b.Account == request.Account && b.Code == request.Code)
                .Sum(b => b.Credit - b.Debit);
            // What was remitted since is not held any more, whatever day is named.
            var now = (await BalancesAsync(work.Db, local.Date))
                .Where(b => b.Account == request.Account && b.Code == request.Code)
                .Sum(b => b.Credit - b.Debit);
            var made = Remittance.Make(
                request.Account,
                request.Code,
                through.Value,
                Money.Of(Math.Min(held, now)),
                request.Amount,
                request.Reference,
                work.Actor
            );
            if (made.Problem is { } problem)
                return problem;
            work.Db.Remittances.Add(made.Value);
            return await work.Db.BookAsync(work.Actor, made.Value.Posting) is { } locked ? locked : new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Transfer(BankTransferRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var there = new Money(await work.Db.JournalLines.Where(l => l.Account == request.From).SumAsync(l => l.Amount.Cents));
            var made = BankTransfer.Make(request.From, there, request.Amount, request.Reference, work.Actor);
            if (made.Problem is { } problem)
                return problem;
            work.Db.BankTransfers.Add(made.Value);
            return await work.Db.BookAsync(work.Actor, made.Value.Posting) is { } locked ? locked : new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Lock(LockRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            var local = shop.Local(work.Actor.At);
            var until =
                string.IsNullOrWhiteSpace(request.Until) ? (Result<LocalDate?>)(LocalDate?)null
                : DateTimeInput.Day(request.Until, local, "until") is { Ok: true } day ? (LocalDate?)day.Value
                : DateTimeInput.Day(request.Until, local, "until").Problem!;
            if (until.Problem is { } noDay)
                return noDay;
            var changed = shop.LockBooks(until.Value, local.Date);
            if (changed.Problem is { } problem)
                return problem;
            work.Record("shop", shop.Id, shop.Version, changed.Value);
            return new RecordChanged(shop.Id, shop.Version);
        });

    private static Task<IResult> NameAccount(NameRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (!Enum.IsDefined(request.Account))
                return new Problem("ledger.account", "There is no such account. Reload the page.");
            var named = await work.Db.LedgerNames.FirstOrDefaultAsync(n => n.Account == request.Account && n.Code == request.Code)
                ?? work.Db.LedgerNames.Add(new LedgerName { Account = request.Account, Code = request.Code }).Entity;
            if (named.Set(request.Number, request.Name).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new RecordChanged(named.Id, 1);
        });
}
