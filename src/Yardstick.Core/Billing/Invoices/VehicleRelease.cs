using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A vehicle leaves: paid, or on account by somebody with the right; taken without paying it is said.</summary>
public static class VehicleRelease
{
    /// <summary>
    /// Whether a vehicle may go. Refuses with <c>release.open</c>, <c>release.gone</c>, <c>release.unpaid</c> and <c>release.reason</c>.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="customer">Its customer; one with terms takes the vehicle on account.</param>
    /// <param name="balance">What is owed on its invoices by the customer.</param>
    /// <param name="onAccount">Let go unpaid, or taken without paying.</param>
    /// <param name="reason">Why, where it goes unpaid.</param>
    /// <param name="actor">Who.</param>
    public static Result May(Order order, Customers.Customer? customer, Money balance, bool onAccount, string? reason, Actor actor)
    {
        if (order.State == OrderState.Open)
            return new Problem("release.open", "The order is not invoiced yet. Close it first, or end it without an invoice.");
        if (order.Stage == Floor.Stage.Collected)
            return new Problem("release.gone", "The vehicle is picked up already.");
        if (balance.Cents <= 0 || customer?.CreditDays is > 0)
            return Result.Done;
        if (!onAccount || !actor.May(Permission.ReleaseOnAccount))
            return new Problem(
                "release.unpaid",
                actor.May(Permission.ReleaseOnAccount)
                    ? $"{balance} is still due. Take a payment, or release the vehicle on account with a reason."
                    : $"{balance} is still due. Take a payment, or ask a manager to release the vehicle on account."
            );
        return string.IsNullOrWhiteSpace(reason)
                ? new Problem("release.reason", "Enter why the vehicle goes unpaid, or that it was taken without paying.", "reason")
            : reason.Trim().Length > 300 ? TextInput.TooLong(300, "reason", "A reason")
            : Result.Done;
    }
}
