namespace Yardstick.Core.Values;

/// <summary>How amounts of a currency are written for a customer.</summary>
public static class Currencies
{
    /// <summary>
    /// An amount with its sign or, where readers would not know the sign, its code: <c>$1,250.00</c>, <c>−$5.00</c>, <c>SEK 90.00</c>.
    /// </summary>
    /// <param name="money">The amount.</param>
    /// <param name="currency">Code by ISO 4217, in capitals.</param>
    public static string In(this Money money, string currency) =>
        $"{(money.Cents < 0 ? "−" : "")}{Sign(currency)}{new Money(Math.Abs(money.Cents))}";

    /// <summary>What stands before an amount; a code is followed by a space that does not break.</summary>
    public static string Sign(string currency) =>
        currency switch
        {
            "USD" => "$",
            "EUR" => "€",
            "GBP" => "£",
            "CAD" => "CA$",
            _ => $"{currency}\u00a0",
        };
}
