using Yardstick.Core.FollowUp;

namespace Yardstick.Core.Tests.FollowUp;

/// <summary>A message is known by the key of its link, whatever the key ends with and whatever follows it.</summary>
public class FollowUpLinkTests
{
    [Theory]
    [InlineData("AbC-_9xyz012", "\nThanks")]
    [InlineData("AbC-_9xyz01-", "\nThanks")]
    [InlineData("-----------_", ". Thanks")]
    [InlineData("------------", "")]
    public void Its_key_is_found(string key, string after) =>
        Assert.Equal(key, FollowUpLink.KeyIn($"Book here: https://shop.example/book?m={key}{after}"));

    [Theory]
    [InlineData("https://shop.example/book?m=tooShort")]
    [InlineData("https://shop.example/book?m=AbC-_9xyz012longer")]
    [InlineData("https://shop.example/book")]
    public void None_is_found_where_none_is(string body) => Assert.Equal("", FollowUpLink.KeyIn(body));
}
