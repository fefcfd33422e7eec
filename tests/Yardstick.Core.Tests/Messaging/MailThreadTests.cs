using Yardstick.Core.Messaging;

namespace Yardstick.Core.Tests.Messaging;

public class MailThreadTests
{
    private const string Id = "0123456789abcdef0123456789abcdef";

    [Theory]
    [InlineData($"<{Id}@yardstick.local>", "")]
    [InlineData($"{Id}@yardstick.local", null)]
    [InlineData($"<first@mail.example> <{Id}@yardstick.local> <last@mail.example>", "front@shop.example")]
    [InlineData("", $"front+{Id}@shop.example")]
    [InlineData(null, "front+0123456789ABCDEF0123456789ABCDEF@shop.example")]
    public void An_answer_names_what_it_answers(string? inReplyTo, string? to) =>
        Assert.Equal([$"{Id}@yardstick.local"], MailThread.AnsweredKeys(inReplyTo, to));

    [Theory]
    [InlineData("", "front@shop.example")]
    [InlineData("<other@mail.example>", "front+sales@shop.example")]
    [InlineData($"<{Id}0@mail.example>", "")]
    public void What_names_nothing_of_the_shop_answers_nothing(string inReplyTo, string to) =>
        Assert.Empty(MailThread.AnsweredKeys(inReplyTo, to));

    [Fact]
    public void Each_email_has_an_address_of_its_own_that_leads_back_to_it()
    {
        var key = MailThread.KeyOf(Guid.NewGuid());
        Assert.Equal([key], MailThread.AnsweredKeys("", MailThread.AnswersTo("front+{key}@shop.example", key)));
    }

    [Theory]
    [InlineData("front+{key}@shop.example", true)]
    [InlineData("front@shop.example", false)]
    [InlineData("{key}{key}@shop.example", false)]
    [InlineData("front {key}", false)]
    public void A_pattern_is_an_address_with_one_place(string pattern, bool isOne) => Assert.Equal(isOne, MailThread.IsPattern(pattern));
}
