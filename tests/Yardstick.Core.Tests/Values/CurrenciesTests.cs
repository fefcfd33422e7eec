using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Values;

public class CurrenciesTests
{
    [Theory]
    [InlineData(125000, "USD", "$1,250.00")]
    [InlineData(-500, "USD", "−$5.00")]
    [InlineData(7, "EUR", "€0.07")]
    [InlineData(9000, "SEK", "SEK\u00a090.00")]
    public void An_amount_stands_with_the_sign_of_its_currency(long cents, string currency, string text) =>
        Assert.Equal(text, new Money(cents).In(currency));
}
