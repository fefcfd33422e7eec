using Yardstick.Core.Billing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static System.FormattableString;

namespace Yardstick.Data.Demo;

/// <summary>The books of the demo's years: what the program itself books, and what somebody does with the money afterwards.</summary>
internal sealed class DemoBooks(Shop shop, Instant utcNow)
{
    private static readonly Money Float = new(20_000);
    private readonly List<JournalEntry> entries = [];
    private readonly List<CashCount> counts = [];
    private readonly List<BankTransfer> transfers = [];
    private readonly List<Remittance> remittances = [];

    /// <summary>Books an entry on the day of its actor.</summary>
    internal void Book(JournalDraft draft, Actor actor)
    {
        if (draft.Close(shop.Local(actor.At).Date, actor, entries.Count + 1) is { } entry)
            entries.Add(entry);
    }

    /// <summary>Books an entry in the database, after the years.</summary>
    internal void Book(ShopDb db, JournalDraft draft, Actor actor)
    {
        db.SaveChanges();
        if (draft.Close(shop.Local(actor.At).Date, actor) is { } entry)
            db.Journal.Add(entry);
        db.SaveChanges();
    }

    /// <summary>
    /// Each evening the cash beyond the float goes to the bank, cards arrive there two days later, checks at the end of the week; taxes and
    /// fees held are remitted on the 20th of the month after.
    /// </summary>
    internal void Close(IReadOnlyCollection<Payment> payments, IEnumerable<(Instant At, InvoiceAmount Amount)> held)
    {
        var today = shop.Local(utcNow).Date;
        var first = payments.Min(p => shop.Local(p.At).Date);
        Count(CashCountKind.Open, Money.Zero, Float, -Float, shop.Utc(first + new LocalTime(7, 0)));
        foreach (var day in payments.GroupBy(p => shop.Local(p.At).Date).Where(d => d.Key < today).OrderBy(d => d.Key))
        {
            var cash = new Money(day.Where(p => p.Method == PaymentMethod.Cash).Sum(p => p.Amount.Cents));
            if (cash.Cents > 0)
            {
                var evening = shop.Utc(day.Key + new LocalTime(18, 5));
                // Now and then a dollar is missing, or there.
                var off = new Money(day.Key.DayOfYear % 61 == 0 ? (day.Key.DayOfYear % 2 == 0 ? -100 : 100) : 0);
                Count(CashCountKind.Close, Float + cash, Float + cash + off, cash + off, evening);
                Count(CashCountKind.Open, Float, Float, Money.Zero, evening.PlusHours(13));
            }
            Transfer(LedgerAccount.CardClearing, day.Where(p => p.Method == PaymentMethod.Card), day.Key.PlusDays(2), today);
            Transfer(LedgerAccount.Checks, day.Where(p => p.Method == PaymentMethod.Check), day.Key.PlusDays(4), today);
        }
        foreach (
            var month in held.GroupBy(h => (shop.Local(h.At).Date.With(DateAdjusters.EndOfMonth), h.Amount.Account, h.Amount.Code))
                .OrderBy(g => g.Key.Item1)
        )
            Remit(month.Key.Item1, month.Key.Account, month.Key.Code, new Money(month.Sum(h => h.Amount.Amount.Cents)), today);
    }

    private void Count(CashCountKind kind, Money expected, Money counted, Money banked, Instant at)
    {
        var count = new CashCount
        {
            Id = counts.Count + 1,
            Kind = kind,
            Expected = banked.Cents < 0 ? expected - banked : expected,
            Counted = counted,
            Banked = banked,
            At = at,
            ById = DemoMaker.Writer,
        };
        if (at >= utcNow)
            return;
        counts.Add(count);
        Book(count.Posting(), new Actor(DemoMaker.Writer, at));
    }

    private void Transfer(LedgerAccount from, IEnumerable<Payment> payments, LocalDate on, LocalDate today)
    {
        var amount = new Money(payments.Sum(p => p.Amount.Cents + p.Tip.Cents));
        if (amount.Cents <= 0 || on >= today)
            return;
        var at = shop.Utc(on + new LocalTime(9, 0));
        var transfer = new BankTransfer
        {
            Id = transfers.Count + 1,
            From = from,
            Amount = amount,
            At = at,
            ById = DemoMaker.Writer,
        };
        transfers.Add(transfer);
        Book(transfer.Posting(), new Actor(DemoMaker.Writer, at));
    }

    private void Remit(LocalDate through, LedgerAccount account, string code, Money amount, LocalDate today)
    {
        var on = through.PlusDays(20);
        if (on >= today || amount.Cents <= 0)
            return;
        var at = shop.Utc(on + new LocalTime(10, 0));
        var remittance = new Remittance
        {
            Id = remittances.Count + 1,
            Account = account,
            Code = code,
            Through = through,
            Amount = amount,
            Reference = Invariant($"{through:yyyy-MM}"),
            At = at,
            ById = DemoMaker.Writer,
        };
        remittances.Add(remittance);
        Book(remittance.Posting(), new Actor(DemoMaker.Writer, at));
    }

    internal void Insert(BulkInsert into)
    {
        into.Add(entries);
        into.Add(entries.SelectMany(e => e.Lines));
        into.Add(counts);
        into.Add(transfers);
        into.Add(remittances);
    }
}
