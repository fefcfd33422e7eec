using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Data;
using Yardstick.Data.Billing;

namespace Yardstick.Server.Billing;

/// <summary>Loads what stands on invoices and deposits.</summary>
internal static class InvoiceAccounts
{
    /// <summary>What stands on an invoice.</summary>
    internal static async Task<Result<InvoiceAccount>> AccountAsync(this ShopDb db, long id)
    {
        if (await db.Invoices.Include(i => i.Sale).FirstOrDefaultAsync(i => i.Id == id && i.Kind == InvoiceKind.Invoice) is not { } invoice)
            return Gone.Invoice;
        return new InvoiceAccount(
            invoice,
            await db.Invoices.Include(i => i.Credits).Where(i => i.CorrectsId == id).OrderBy(i => i.Id).ToListAsync(),
            await db.Payments.Where(p => p.InvoiceId == id).OrderBy(p => p.Id).ToListAsync(),
            await db.Adjustments.Where(a => a.InvoiceId == id).OrderBy(a => a.Id).ToListAsync(),
            await db.CardCharges.Where(c => c.InvoiceId == id).OrderBy(c => c.Id).ToListAsync()
        )
        {
            CustomerIds = invoice.CustomerId is { } customer ? await db.AccountRecordsAsync(customer) : [],
        };
    }

    /// <summary>What stands on an invoice that can be paid.</summary>
    internal static async Task<Result<InvoiceAccount>> PayableAsync(this ShopDb db, long id)
    {
        var found = await db.AccountAsync(id);
        return found.Ok && found.Value.Payable().Problem is { } reversed ? reversed : found;
    }

    /// <summary>What stands on a deposit.</summary>
    internal static async Task<Result<DepositAccount>> DepositAsync(this ShopDb db, long id) =>
        await db.Deposits.FindAsync(id) is { } deposit
            ? new DepositAccount(
                deposit,
                await db.Payments.Where(p => p.DepositId == id).OrderBy(p => p.Id).ToListAsync(),
                await db.CardCharges.Where(c => c.DepositId == id).OrderBy(c => c.Id).ToListAsync()
            )
            : Gone.Deposit;

    /// <summary>What stands on deposits, the oldest first.</summary>
    /// <param name="db">The database.</param>
    /// <param name="which">Which.</param>
    internal static async Task<IReadOnlyList<DepositAccount>> DepositsAsync(this ShopDb db, IQueryable<Deposit> which)
    {
        var ids = which.Select(d => d.Id);
        var deposits = await which.OrderBy(d => d.Id).ToListAsync();
        var payments = await db.Payments.Where(p => ids.Contains(p.DepositId!.Value)).OrderBy(p => p.Id).ToListAsync();
        var charges = await db.CardCharges.Where(c => ids.Contains(c.DepositId!.Value)).OrderBy(c => c.Id).ToListAsync();
        var (paid, charged) = (payments.ToLookup(p => p.DepositId), charges.ToLookup(c => c.DepositId));
        return deposits.ConvertAll(d => new DepositAccount(d, [.. paid[d.Id]], [.. charged[d.Id]]));
    }

    /// <summary>Deposits of which something is left, the oldest first.</summary>
    /// <param name="db">The database.</param>
    /// <param name="which">Which.</param>
    internal static Task<IReadOnlyList<DepositAccount>> OpenDepositsAsync(this ShopDb db, IQueryable<Deposit> which) =>
        db.DepositsAsync(
            which.Where(d =>
                db.Payments.Where(p => p.DepositId == d.Id).Sum(p => p.Method == PaymentMethod.Deposit ? -p.Amount.Cents : p.Amount.Cents)
                > 0
            )
        );
}
