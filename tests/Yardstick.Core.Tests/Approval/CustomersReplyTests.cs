using Yardstick.Core.Approval;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Approval;

/// <summary>A customer's whole answer on their page, and the copies that others get of what is written.</summary>
public class CustomersReplyTests
{
    private static Order Made()
    {
        var order = new Order { Id = 1, Number = 3001 };
        foreach (var title in new[] { "Brakes", "Belt", "Wipers", "Lamp" })
            order.AddJob(new Job { Id = order.Jobs.Count + 11, Title = title }, Mina);
        order.Jobs[1].IsUnsafe = true;
        order.Jobs[3].Decision = DecisionKind.Approved;
        return order;
    }

    private static JobAnswer Said(long job, DecisionKind kind, bool acknowledged = false, DeferralTerm? later = null) =>
        new(job, kind, [101], acknowledged, later);

    private static readonly JobAnswer[] All =
    [
        Said(11, DecisionKind.Approved),
        Said(12, DecisionKind.Declined, acknowledged: true),
        Said(13, DecisionKind.Deferred, later: DeferralTerm.HalfYear),
    ];

    private static Result<IReadOnlyList<(long JobId, Answer Answer)>> Read(
        IReadOnlyList<JobAnswer>? said,
        string? name = " Vesa Aalto ",
        string? note = " After four ",
        string signature = "abc"
    ) => ApprovalReply.Read(Made(), said, name, note, signature, "I know.", Today);

    [Fact]
    public void It_is_about_every_open_job_and_no_other()
    {
        // What was decided already is not asked; what is said of it is not heard.
        var answers = Read([.. All, Said(14, DecisionKind.Declined)]).Value;
        Assert.Equal([11L, 12L, 13L], answers.Select(a => a.JobId));
        Assert.All(answers, a =>
            Assert.Equal(
                ("Vesa Aalto", AnswerChannel.Link, "After four", "abc"),
                (a.Answer.DecidedBy, a.Answer.Channel, a.Answer.Note, a.Answer.SignatureHash)
            )
        );
        Assert.Equal(["", "I know.", ""], answers.Select(a => a.Answer.Acknowledged));
        Assert.Equal([null, null, new LocalDate(2027, 5, 23)], answers.Select(a => a.Answer.DeferUntil));
        Assert.Equal([101L], answers[0].Answer.LinesOut);
    }

    [Fact]
    public void What_is_missing_is_said_at_its_place()
    {
        (string, string?) Of(Result<IReadOnlyList<(long, Answer)>> read) => (read.Problem!.Code, read.Problem.Field);
        Assert.Equal(("answer.signature", "signature"), Of(Read(All, signature: "")));
        Assert.Equal(("answer.name", "name"), Of(Read(All, name: "  ")));
        Assert.Equal(("answer.name", "name"), Of(Read(All, name: new string('x', 121))));
        Assert.Equal(("answer.note", "note"), Of(Read(All, note: new string('x', 2001))));
        Assert.Equal(("answer.open", "job:12"), Of(Read([All[0], All[2]])));
        Assert.Equal(("answer.open", "job:11"), Of(Read(null)));
        Assert.Equal(("answer.kind", "job:11"), Of(Read([Said(11, DecisionKind.AnotherVisit), All[1], All[2]])));
        Assert.Equal(("answer.unsafe", "job:12"), Of(Read([All[0], Said(12, DecisionKind.Declined), All[2]])));
    }

    [Fact]
    public void An_acknowledgement_counts_only_where_something_unsafe_is_declined()
    {
        var answers = Read([Said(11, DecisionKind.Declined, acknowledged: true), Said(12, DecisionKind.Deferred), All[2]]).Value;
        Assert.Equal(["", "", ""], answers.Select(a => a.Answer.Acknowledged));
    }

    [Theory]
    [InlineData(DeferralTerm.Month, "2026-12-23")]
    [InlineData(DeferralTerm.Quarter, "2027-02-23")]
    [InlineData(DeferralTerm.HalfYear, "2027-05-23")]
    [InlineData(null, "2027-02-23")]
    public void Later_is_a_day(DeferralTerm? term, string day) => Assert.Equal(Times.Day(day), DeferralTerms.After(term, Today));

    [Fact]
    public void A_copy_says_the_same_under_a_name_of_its_own()
    {
        var text = Message.Write(MessageChannel.Text, "+15055550101", null, "It is ready", Mina, Mina.At).Value;
        (text.CustomerId, text.OrderId) = (3, 4);
        text.Attach("hash", "invoice-1.pdf");
        var copy = text.CopyTo(MessageChannel.Email, "fleet@example.com", "Copy of a text from the shop", Mina, Mina.At).Value;
        Assert.Equal(
            ("It is ready", "Copy of a text from the shop", 3L, 4L, "hash", "invoice-1.pdf"),
            (copy.Body, copy.Subject, copy.CustomerId!.Value, copy.OrderId!.Value, copy.AttachmentHash, copy.AttachmentName)
        );
        Assert.NotEqual(text.Key, copy.Key);
        Assert.Equal(MessageState.Waiting, copy.State);
        // What fits an email need not fit a text.
        var mail = Message.Write(MessageChannel.Email, "a@example.com", "About your car", new string('x', 1500), Mina, Mina.At).Value;
        Assert.Equal("message.long", mail.CopyTo(MessageChannel.Text, "+15055550101", "", Mina, Mina.At).Problem!.Code);
        Assert.Equal("About your car", mail.CopyTo(MessageChannel.Email, "b@example.com", "Copy", Mina, Mina.At).Value.Subject);
    }
}
