using Yardstick.Core.Approval;
using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Approval;

/// <summary>Links that customers get: tokens, how long they are good, what is said when they are not, and who reads along.</summary>
public class LinkTests
{
    private static readonly Message Text = Message.Write(MessageChannel.Text, "+15055550101", null, "Here", Mina, Mina.At).Value;

    private static DocumentLink Sent() => DocumentLink.With(1, Text, "token", "hash", "Estimate 3001", null, Mina);

    [Fact]
    public void A_token_cannot_be_told_from_its_hash_and_fits_an_address()
    {
        var tokens = Enumerable.Range(0, 200).Select(_ => LinkToken.New()).ToList();
        Assert.Equal(200, tokens.Distinct().Count());
        Assert.All(tokens, t => Assert.Equal((22, t), (t.Length, Uri.EscapeDataString(t))));
        Assert.Equal(64, LinkToken.HashOf(tokens[0]).Length);
        Assert.DoesNotContain(tokens[0], LinkToken.HashOf(tokens[0]), StringComparison.OrdinalIgnoreCase);
        Assert.Equal(LinkToken.HashOf("token"), Sent().TokenHash);
    }

    [Fact]
    public void A_document_is_there_for_ninety_days_and_says_when_it_was()
    {
        var link = Sent();
        // In the shop it is five hours earlier: the last day ends there.
        string SentenceAt(double days) => link.SentenceAt(Mina.At.PlusDays(days), utc => utc.PlusHours(-20).InUtc().LocalDateTime);
        Assert.Equal("", SentenceAt(89.99));
        Assert.True(link.IsGoodAt(Mina.At.PlusDays(89.99)));
        Assert.Equal("This link was good until February 20. Call us and we will send it again.", SentenceAt(90));
        Assert.False(link.IsGoodAt(Mina.At.PlusDays(90)));
        link.WithdrawnAt = Mina.At;
        Assert.Equal("This document is no longer available. Call us if you need it.", SentenceAt(1));
        Assert.False(link.IsGoodAt(Mina.At.PlusDays(1)));
    }

    [Fact]
    public void Each_state_of_a_link_has_its_own_sentence_and_only_an_open_one_has_none()
    {
        var link = new ApprovalLink { TokenHash = "x", ExpiresAt = Mina.At.PlusDays(14) };
        string Of(LinkState state, bool newer = false) => link.SentenceOf(state, utc => utc.PlusHours(-5).InUtc().LocalDateTime, newer);
        Assert.Equal("", Of(LinkState.Open));
        Assert.Contains("until December 7.", Of(LinkState.Expired), StringComparison.Ordinal);
        var sentences = Enum.GetValues<LinkState>()
            .Where(s => s != LinkState.Open)
            .Select(s => Of(s))
            .Append(Of(LinkState.Changed, newer: true))
            .ToList();
        Assert.Equal(5, sentences.Distinct().Count());
        Assert.All(sentences, s => Assert.EndsWith(".", s, StringComparison.Ordinal));
        Assert.Contains("a new link", Of(LinkState.Changed, newer: true), StringComparison.Ordinal);
    }

    [Fact]
    public void The_first_time_that_it_was_opened_stays()
    {
        var link = Sent();
        link.WasOpened(Mina.At.PlusHours(1));
        link.WasOpened(Mina.At.PlusHours(9));
        Assert.Equal((Mina.At.PlusHours(1), 2), (link.OpenedAt!.Value, link.Opened));
    }

    [Theory]
    [InlineData("", "", null)]
    [InlineData("ewa@example.com", "+15055550142", "ewa@example.com")]
    [InlineData("", "+15055550142", "+15055550142")]
    [InlineData("boss@example.com", "", null)]
    [InlineData("ewa@example.com", "boss@example.com", null)]
    public void A_copy_goes_where_they_can_be_reached_unless_the_message_went_there(string email, string phone, string? to)
    {
        var contact = new CustomerContact
        {
            Name = "Ewa",
            Email = email,
            Phone = phone,
            Copied = true,
        };
        Assert.Equal(to, contact.CopyOf("boss@example.com")?.Address);
        if (to is not null)
            Assert.Equal(
                to.Contains('@', StringComparison.Ordinal) ? MessageChannel.Email : MessageChannel.Text,
                contact.CopyOf("boss@example.com")!.Value.Channel
            );
        contact.Copied = false;
        Assert.Null(contact.CopyOf("boss@example.com"));
    }

    [Fact]
    public void A_copy_of_what_is_asked_names_who_answers_and_asks_nobody_else()
    {
        var words = DocumentLink.CopyWords("Lantern Bay", "Estimate 3001", "Tideline Bakery");
        Assert.Equal("Lantern Bay: for your information, the estimate 3001 sent to Tideline Bakery for approval.", words);
        Assert.Contains("sent to the customer for", DocumentLink.CopyWords("Lantern Bay", "Estimate 3001", ""), StringComparison.Ordinal);
        var asked = Message
            .Write(MessageChannel.Email, "boss@example.com", "Your van", "Tap to answer: https://x/approve/abc", Mina, Mina.At)
            .Value;
        asked.Attach("hash", "estimate.pdf");
        var copy = asked.CopyTo(MessageChannel.Text, "+15055550142", "", Mina, Mina.At, words).Value;
        Assert.Equal((words, "hash"), (copy.Body, copy.AttachmentHash));
    }
}
