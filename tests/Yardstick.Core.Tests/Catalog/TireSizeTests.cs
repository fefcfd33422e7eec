using Yardstick.Core.Catalog;

namespace Yardstick.Core.Tests.Catalog;

public class TireSizeTests
{
    [Theory]
    [InlineData("205/55R16", "2055516")]
    [InlineData("205 55 16", "2055516")]
    [InlineData("r17", "17")]
    [InlineData("5", "")]
    [InlineData("oil 5w30", "")]
    [InlineData("BP-1", "")]
    public void A_size_is_known_however_it_is_typed(string typed, string digits) => Assert.Equal(digits, TireSize.DigitsOf(typed));

    [Theory]
    [InlineData("17", true)]
    [InlineData("22545", true)]
    [InlineData("16", false)]
    [InlineData("45", false)]
    public void Two_digits_are_the_rim_and_more_the_beginning(string digits, bool fits) =>
        Assert.Equal(fits, TireSize.Fits("All-season 225/45 R17", digits));
}
