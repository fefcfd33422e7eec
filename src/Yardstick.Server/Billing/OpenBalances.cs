using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Data;
using Yardstick.Data.Billing;

namespace Yardstick.Server.Billing;

/// <summary>
/// Whose balance on an account of the books is not zero. Lines of the journal are only ever added, so what was added up once holds, and
/// only those that came since are read: the journal of a large shop has millions.
/// </summary>
/// <remarks>To be asked outside of a change: lines that are taken back with it would be counted as well.</remarks>
public sealed class OpenBalances : IDisposable
{
    private readonly SemaphoreSlim one = new(1, 1);
    private readonly Dictionary<LedgerAccount, Balances> accounts = [];

    private sealed class Balances
    {
        internal long Through { get; set; }
        internal Dictionary<string, long> Cents { get; } = [];

        internal void Add(string code, long cents)
        {
            if ((Cents[code] = Cents.GetValueOrDefault(code) + cents) == 0)
                Cents.Remove(code);
        }
    }

    /// <summary>Invoices of which something is owed, or too much was paid, of everybody.</summary>
    /// <param name="db">The database, outside of a change.</param>
    public async Task<List<OwedInvoice>> InvoicesAsync(ShopDb db)
    {
        var codes = await CodesAsync(db, LedgerAccount.Receivable);
        var owing = Ids(codes);
        var open = await db.Owed(db.Invoices.Where(i => i.CustomerId != null && owing.Contains(i.CustomerId.Value))).ToListAsync();
        // Nobody known: looked at only where the books say that something is open there.
        if (codes.Contains(""))
            open.AddRange(await db.Owed(db.Invoices.Where(i => i.CustomerId == null)).ToListAsync());
        return open;
    }

    /// <summary>Customers with a balance: what is owed or held is read of theirs, nobody else's.</summary>
    /// <param name="db">The database, outside of a change.</param>
    /// <param name="account">The account.</param>
    public async Task<List<long>> CustomersAsync(ShopDb db, LedgerAccount account) => Ids(await CodesAsync(db, account));

    private async Task<List<string>> CodesAsync(ShopDb db, LedgerAccount account)
    {
        await one.WaitAsync();
        try
        {
            if (accounts.TryGetValue(account, out var balances))
                await CatchUpAsync(db, account, balances);
            else
                accounts[account] = balances = await FirstAsync(db, account);
            return [.. balances.Cents.Keys];
        }
        finally
        {
            one.Release();
        }
    }

    private static async Task<Balances> FirstAsync(ShopDb db, LedgerAccount account)
    {
        // The last line is read first: what is added between the two is for the next time.
        var balances = new Balances { Through = await db.JournalLines.MaxAsync(l => (long?)l.Id) ?? 0 };
        var sums = await db
            .JournalLines.Where(l => l.Account == account && l.Id <= balances.Through)
            .GroupBy(l => l.Code)
            .Select(g => new { Code = g.Key, Cents = g.Sum(l => l.Amount.Cents) })
            .ToListAsync();
        foreach (var sum in sums)
            balances.Add(sum.Code, sum.Cents);
        return balances;
    }

    private static async Task CatchUpAsync(ShopDb db, LedgerAccount account, Balances balances)
    {
        // By the line's number alone, which is the table's own order: by the account, the database would go through all of its lines.
        var added = await db
            .JournalLines.Where(l => l.Id > balances.Through)
            .Select(l => new
            {
                l.Id,
                l.Account,
                l.Code,
                l.Amount.Cents,
            })
            .ToListAsync();
        foreach (var line in added)
        {
            if (line.Account == account)
                balances.Add(line.Code, line.Cents);
            balances.Through = Math.Max(balances.Through, line.Id);
        }
    }

    private static List<long> Ids(List<string> codes) =>
        [.. codes.Where(c => c.Length > 0).Select(c => long.Parse(c, CultureInfo.InvariantCulture))];

    /// <inheritdoc />
    public void Dispose() => one.Dispose();
}
