using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Values;

public class ContrastInkTests
{
    [Theory]
    [InlineData("#1b4965", "#ffffff")]
    [InlineData("#ffd400", "#000000")]
    [InlineData("#ff0000", "#000000")]
    [InlineData("#0000ff", "#ffffff")]
    [InlineData("#767676", "#000000")]
    [InlineData("#757575", "#ffffff")]
    [InlineData("#707070", "#ffffff")]
    [InlineData("#000000", "#ffffff")]
    public void What_is_read_better_stands_on_it(string color, string ink) => Assert.Equal(ink, ContrastInk.On(color));

    [Theory]
    [InlineData("", "")]
    [InlineData("1B4965", "#1b4965")]
    [InlineData("#1b4965", "#1b4965")]
    [InlineData("#1b496", null)]
    [InlineData("teal", null)]
    [InlineData("#1b4965; background: url(x)", null)]
    public void A_color_is_six_digits(string typed, string? read)
    {
        var color = ContrastInk.Read(typed, "pageColor");
        Assert.Equal(read, color.Ok ? color.Value : null);
        Assert.Equal(read is null ? "shop.color" : null, color.Problem?.Code);
    }
}
