using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Setup;

/// <summary>What a token may be given, and what is left of it when its person may less.</summary>
public class AccessTokenTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 30, 15, 0);
    private static readonly Permission[] All = Enum.GetValues<Permission>();

    private static Result<AccessToken> Make(string name, int days, params Permission[] rights) =>
        AccessToken.Make(7, All, new AccessTokenWish(name, rights, days), "yard_1", Now);

    [Theory]
    [InlineData("", 30, "name")]
    [InlineData("Books", 0, "days")]
    [InlineData("Books", 367, "days")]
    public void Name_and_days_are_asked(string name, int days, string field) =>
        Assert.Equal(field, Make(name, days, Permission.SeeOrders).Problem!.Field);

    [Fact]
    public void It_has_no_right_that_outlasts_it_or_that_its_person_has_not()
    {
        Assert.Equal("rights", Make("Books", 30).Problem!.Field);
        foreach (var right in new[] { Permission.EditStaff, Permission.EnrollTerminals, Permission.ConnectPrograms })
            Assert.Equal("rights", Make("Books", 30, right).Problem!.Field);
        var wish = new AccessTokenWish("Books", [Permission.PostInvoices], 30);
        Assert.Equal("rights", AccessToken.Make(7, [Permission.SeeOrders], wish, "yard_1", Now).Problem!.Field);
    }

    [Fact]
    public void It_may_what_it_was_given_as_far_as_its_person_still_may()
    {
        var token = Make("Books", 30, Permission.SeeOrders, Permission.Find, Permission.Find).Value;
        Assert.Equal(LinkToken.HashOf("yard_1"), token.TokenHash);
        Assert.Equal(Now + Duration.FromDays(30), token.EndsAt);
        Assert.Equal([Permission.SeeOrders, Permission.Find], token.Granted(All));
        Assert.Equal([Permission.Find], token.Granted([Permission.Find, Permission.PostInvoices]));
    }
}
