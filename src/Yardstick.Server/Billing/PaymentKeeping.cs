using Yardstick.Core;
using Yardstick.Core.Billing;
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
