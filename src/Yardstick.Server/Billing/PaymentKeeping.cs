using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Billing;

/// <summary>Keeps money that came or went, with its entries.</summary>
internal static class PaymentKeeping
{
    /// <summary>Keeps payments and books them.</summary>
    internal static Task<Problem?> KeepAsync(this CommandContext work, params Payment[] payments)
    {
        work.Db.Payments.AddRange(payments);
        return work.Db.BookAsync(work.Actor, () => payments.Select(SalePostings.Of));
    }

    /// <summary>Keeps what was paid too much on an invoice as a deposit, and says how much that is.</summary>
    internal static async Task<Result<Money>> KeepSurplusAsync(this CommandContext work, InvoiceAccount account)
    {
        var deposit = account.Keep(work.Actor);
        if (deposit.Problem is { } problem)
            return problem;
        work.Db.Deposits.Add(deposit.Value);
        await work.Db.SaveChangesAsync();
        return await work.KeepAsync(account.KeepOn(deposit.Value, work.Actor)) is { } locked ? locked : account.Surplus;
    }

    /// <summary>Keeps a deposit with its money.</summary>
    internal static async Task<Problem?> KeepAsync(this CommandContext work, DepositMaking made)
    {
        work.Db.Deposits.Add(made.Deposit);
        await work.Db.SaveChangesAsync();
        return await work.KeepAsync(made.Paid(work.Actor));
    }

    /// <summary>Keeps what goes back: at once, or handed to the terminal once it is committed.</summary>
    internal static async Task<Problem?> KeepAsync(this CommandContext work, CardTalk talk, params Refund[] refunds)
    {
        var charges = refunds.Select(r => r.Charge).OfType<CardCharge>().ToList();
        work.Db.CardCharges.AddRange(charges);
        if (await work.KeepAsync([.. refunds.Select(r => r.Paid).OfType<Payment>()]) is { } locked)
            return locked;
        foreach (var charge in charges)
            work.AfterCommit(() => talk.HandOver(charge.Id));
        return null;
    }
}
