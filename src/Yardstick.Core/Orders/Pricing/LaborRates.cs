using System.Globalization;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Labor rates as people set them on lines, jobs and orders: the name of one, or a number.</summary>
public static class LaborRates
{
    /// <summary>Reads a rate as it was typed; empty for the usual one. Whether a name is known is for the policy to say.</summary>
    public static Result<string> Typed(string? text, string field)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0 || !char.IsAsciiDigit(typed.TrimStart('$', ' ')[..1].FirstOrDefault()))
            return typed.Length <= 60 ? typed : TextInput.TooLong(60, field, "A rate's name");
        var number = Values.NumberInput.Amount(typed, field, 4);
        return number.Problem is { } problem ? problem : number.Value.ToString("0.####", CultureInfo.InvariantCulture);
    }

    /// <summary>As pricing takes it; null for the usual rate.</summary>
    public static RateChoice? Choice(string rate) =>
        rate.Length == 0 ? null
        : decimal.TryParse(rate, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) ? RateChoice.Of(number)
        : RateChoice.Named(rate);
}
