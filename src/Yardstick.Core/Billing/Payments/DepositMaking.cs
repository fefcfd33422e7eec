using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A deposit that is being taken for an order.</summary>
/// <param name="Deposit">The deposit.</param>
/// <param name="Amount">How much.</param>
/// <param name="Method">How.</param>
/// <param name="CheckNumber">Number of the check; empty otherwise.</param>
public sealed record DepositMaking(Deposit Deposit, Money Amount, PaymentMethod Method, string CheckNumber)
{
    /// <summary>
    /// Takes a deposit for an open order. Refuses with <c>order.posted</c> and its siblings, <c>deposit.nobody</c>, <c>payment.amount</c>,
    /// <c>payment.check</c> and codes of figures.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="method">Cash, check or card.</param>
    /// <param name="amount">As typed.</param>
    /// <param name="checkNumber">As typed.</param>
    /// <param name="actor">Who.</param>
    public static Result<DepositMaking> Take(Order order, PaymentMethod method, string? amount, string? checkNumber, Actor actor)
    {
        if (order.IsOpen().Problem is { } closed)
            return closed;
        if (order.CustomerId is not { } customer)
            return new Problem("deposit.nobody", "A deposit needs a customer. Add one to the order first.");
        if (method == PaymentMethod.Deposit || string.IsNullOrWhiteSpace(amount))
            return new Problem("payment.amount", "Enter an amount above zero.", "amount");
        var typed = PaymentInput.Amount(amount, Money.Zero, "amount");
        if (typed.Problem is { } bad)
            return bad;
        var check = method == PaymentMethod.Check ? Payment.CheckNumberOf(checkNumber) : "";
        if (check.Problem is { } noNumber)
            return noNumber;
        var deposit = new Deposit
        {
            CustomerId = customer,
            OrderId = order.Id,
            Origin = Invariant($"paid for order {order.Number}"),
            At = actor.At,
            ById = actor.StaffId,
        };
        return new DepositMaking(deposit, typed.Value, method, check.Value);
    }

    /// <summary>The money, once the deposit has its key.</summary>
    /// <param name="actor">Who.</param>
    public Payment Paid(Actor actor) => Payment.For(Deposit, Method, Amount, actor, CheckNumber);
}
