using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>
/// What billing has besides invoices that were paid: another payer with a deductible, a deposit, a line that was credited.
/// </summary>
internal static class DemoBilling
{
    internal static async Task FillAsync(ShopDb db, DemoMaker shop)
    {
        db.ChangeTracker.AutoDetectChangesEnabled = true;
        var contract = Customer
            .Create(null, null, "Coastline Contract Care", "207 555 0177", "claims@coastline.example", "US", shop.UtcNow)
            .Value;
        (contract.CreditDays, contract.Source) = (30, "Referral");
        db.Customers.Add(contract);
        await db.SaveChangesAsync();
        var order = (
            await db
                .Orders.Include(o => o.Jobs)
                    .ThenInclude(j => j.Lines)
                .Include(o => o.Jobs)
                    .ThenInclude(j => j.Companions)
                .Include(o => o.Decisions)
                .Include(o => o.Discounts)
                .Where(o => o.State == OrderState.Open && o.CustomerId != null && o.Jobs.Count(j => j.RemovedAt == null) > 1)
                .OrderByDescending(o => o.Id)
                .ToListAsync()
        ).First(o => o.ApprovedJobs.Count() > 1);
        var actor = new Actor(DemoMaker.Writer, shop.UtcNow.PlusMinutes(-25));
        order.AddPayer(contract);
        order.SetJob(order.OnJobs.Last().Id, "payer", contract.Id.ToString(CultureInfo.InvariantCulture), actor);
        order.SetPayer(contract.Id, "deductible", "100", actor);
        order.SetPayer(contract.Id, "authorizationNumber", "CC-20418", actor);
        var customer = shop.Customers.First(c => c.Id == order.CustomerId);
        OrderPricing.Refresh(order, customer, shop.Policy, shop.Today);
        await DepositAsync(db, shop, order, actor);
        await CreditAsync(db, shop);
    }

    private static async Task DepositAsync(ShopDb db, DemoMaker shop, Order order, Actor actor)
    {
        var taken = DepositMaking.Take(order, PaymentMethod.Check, "150", "3107", actor).Value;
        db.Deposits.Add(taken.Deposit);
        await db.SaveChangesAsync();
        var paid = taken.Paid(actor);
        db.Payments.Add(paid);
        await db.SaveChangesAsync();
        shop.Books.Book(db, SalePostings.Of(paid), actor);
    }

    /// <summary>Somebody came back after a week: a part of the labor was credited, and the money went back in cash.</summary>
    private static async Task CreditAsync(ShopDb db, DemoMaker shop)
    {
        var until = shop.UtcNow - Duration.FromDays(7);
        var paid = await db
            .Invoices.Include(i => i.Sale)
            .Where(i =>
                i.PostedAt < until && i.Total.Cents > 20_000 && db.Payments.Any(p => p.InvoiceId == i.Id && p.Method == PaymentMethod.Cash)
            )
            .OrderByDescending(i => i.Id)
            .Take(50)
            .ToListAsync();
        // Which one was the last hangs on the moment; some are parts alone.
        var (invoice, document, job, line) = (
            from i in paid
            let read = DocumentMaker.Read(i.DocumentJson)
            from j in read.Jobs
            from l in j.Lines
            where l is { Kind: DocumentLineKind.Labor, Index: not null }
            select (i, read, j, l)
        ).First();
        IReadOnlyList<CreditPick> picks = [new(job.Key, line.Index!.Value, 0.2m)];
        var account = new InvoiceAccount(invoice, [], await db.Payments.Where(p => p.InvoiceId == invoice.Id).ToListAsync(), [], []);
        var actor = new Actor(DemoMaker.Writer, shop.UtcNow.PlusMinutes(-50));
        var sale = account.Credit(picks).Value;
        var counter = await db.Counters.SingleAsync(c => c.Name == Counter.Invoices);
        const string reason = "Took less time than quoted";
        var local = shop.Shop.Local(actor.At);
        var text = JsonSerializer.Serialize(
            InvoiceDocuments.Credit(document, sale, picks, false, counter.Next, reason, local),
            DocumentMaker.Json
        );
        var note = account.CreditNote(sale, picks, reason, counter.Next++, text, CostsBack.None, false, local.Date, actor);
        db.Invoices.Add(note);
        await db.SaveChangesAsync();
        shop.Books.Book(db, SalePostings.Of(note), actor);
        foreach (var back in (account with { Credits = [note] }).GiveBackAsItCame(actor).Select(r => r.Paid).OfType<Payment>())
        {
            db.Payments.Add(back);
            await db.SaveChangesAsync();
            shop.Books.Book(db, SalePostings.Of(back), actor);
        }
    }
}
