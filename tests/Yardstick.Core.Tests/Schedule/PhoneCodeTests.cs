using Yardstick.Core.Schedule;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Schedule;

public class PhoneCodeTests
{
    private static readonly Instant Now = Instant.FromUtc(2027, 3, 1, 10, 0);
    private static readonly PhoneNumber Phone = new("+12075550171");

    private static PhoneCode Issued(string code = "042917") => PhoneCode.Issue(Phone, code, 0, 0, Now).Value;

    [Theory]
    [InlineData("042917", 0, "")]
    [InlineData(" 042 917 ", 600, "")]
    [InlineData("042-917", 1, "")]
    [InlineData("042918", 1, "bookingCode.wrong")]
    [InlineData("42917", 1, "bookingCode.wrong")]
    [InlineData("", 1, "bookingCode.wrong")]
    [InlineData(null, 1, "bookingCode.wrong")]
    [InlineData("042917", 601, "bookingCode.wrong")]
    public void It_is_entered_as_it_was_texted_within_ten_minutes(string? typed, int seconds, string code) =>
        Assert.Equal(code, Issued().Enter(typed, "key", Now + Duration.FromSeconds(seconds)).Problem?.Code ?? "");

    [Fact]
    public void After_five_wrong_tries_the_right_one_is_wrong_as_well()
    {
        var (four, five) = (Issued(), Issued());
        for (var i = 0; i < 4; i++)
            Assert.False(four.Enter("111111", "key", Now).Ok);
        for (var i = 0; i < 5; i++)
            Assert.False(five.Enter("111111", "key", Now).Ok);
        Assert.True(four.Enter("042917", "key", Now).Ok);
        Assert.Equal("bookingCode.wrong", five.Enter("042917", "key", Now).Problem!.Code);
    }

    [Fact]
    public void It_lets_in_once_and_for_an_hour()
    {
        var code = Issued();
        Assert.False(code.IsKnown(Now));
        Assert.True(code.Enter("042917", "key", Now).Ok);
        // A repeat of the same is answered the same; somebody else with the code is not let in by it any more.
        Assert.True(code.Enter("042917", "key", Now + Duration.FromMinutes(20)).Ok);
        Assert.False(code.Enter("042917", "another", Now).Ok);
        Assert.True(code.IsKnown(Now + Duration.FromHours(1)));
        Assert.False(code.IsKnown(Now + Duration.FromSeconds(3601)));
        Assert.False(code.Enter("042917", "key", Now + Duration.FromSeconds(3601)).Ok);
    }

    [Theory]
    [InlineData(4, 39, "")]
    [InlineData(5, 0, "bookingCode.many")]
    [InlineData(0, 40, "bookingCode.many")]
    public void So_many_are_sent_and_no_more(int ofPhone, int lately, string code) =>
        Assert.Equal(code, PhoneCode.Issue(Phone, "042917", ofPhone, lately, Now).Problem?.Code ?? "");

    [Fact]
    public void Neither_the_code_nor_the_key_is_kept()
    {
        var code = Issued();
        code.Enter("042917", "key", Now);
        Assert.DoesNotContain("042917", code.CodeHash, StringComparison.Ordinal);
        Assert.NotEqual("key", code.KnownHash);
        Assert.NotEqual(code.CodeHash, PhoneCode.Issue(new("+12075550172"), "042917", 0, 0, Now).Value.CodeHash);
        Assert.All(Enumerable.Range(0, 50), _ => Assert.Matches("^[0-9]{6}$", PhoneCode.New()));
        Assert.Equal("042 917 is your code for booking at Quay. It is valid for ten minutes.", PhoneCode.Words("042917", "Quay"));
    }
}
