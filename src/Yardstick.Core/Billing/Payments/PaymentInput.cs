using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Amounts as they are typed for payments.</summary>
internal static class PaymentInput
{
    /// <summary>An amount above zero, two decimals at most; nothing typed means the usual one.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="usual">What it is when nothing is typed.</param>
    /// <param name="field">The field.</param>
    internal static Result<Money> Amount(string? text, Money usual, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
            return usual;
        var amount = NumberInput.Amount(text, field, 2);
        if (amount.Problem is { } problem)
            return problem;
        return amount.Value > 0 ? Money.Of(amount.Value) : new Problem("payment.amount", "Enter an amount above zero.", field);
    }
}
