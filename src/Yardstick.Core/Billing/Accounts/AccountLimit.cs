using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>The most that an account may owe.</summary>
public static class AccountLimit
{
    /// <summary>
    /// Whether an invoice may be posted on an account: within its limit, or knowingly by somebody with the right. Refuses with
    /// <c>account.limit</c>.
    /// </summary>
    /// <param name="invoice">What is to be invoiced.</param>
    /// <param name="owed">Its open balances less its deposits.</param>
    /// <param name="knowingly">Chosen to go above it.</param>
    /// <param name="actor">Who posts.</param>
    public static Result May(PayerInvoice invoice, Money owed, bool knowingly, Actor actor)
    {
        if (invoice.Account?.CreditLimit is not { } limit || owed.Cents + invoice.Due.Cents <= limit.Cents)
            return Result.Done;
        if (knowingly && actor.May(Permission.ReleaseOnAccount))
            return Result.Done;
        return new Problem(
            "account.limit",
            $"With this invoice {invoice.Account.DisplayName} would owe {owed + invoice.Due}; the limit is {limit}. "
                + (
                    actor.May(Permission.ReleaseOnAccount)
                        ? "Post it knowingly, or take a payment first."
                        : "Take a payment first, or ask a manager to post it."
                )
        );
    }
}
