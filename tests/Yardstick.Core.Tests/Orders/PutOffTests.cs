using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Until when work is put off, as somebody types it while talking.</summary>
public class PutOffTests
{
    private static readonly Answer Later = new(DecisionKind.Deferred, "Vesa", AnswerChannel.Phone, "After the trip");

    private static Result<Answer> Until(string? day, string? reading = null) => Later.PutOff(day, reading, Now);

    [Theory]
    [InlineData("tomorrow", "2026-11-24")]
    [InlineData("2/14", "2027-02-14")]
    [InlineData("2027-02-14", "2027-02-14")]
    [InlineData("in 3 months", "2027-02-23")]
    public void A_day_is_read_as_it_is_said(string typed, string day) => Assert.Equal(day, $"{Until(typed).Value.DeferUntil:yyyy-MM-dd}");

    [Theory]
    [InlineData("today", null, "deferUntil", "decision.defer")]
    [InlineData("2026-11-22", null, "deferUntil", "decision.defer")]
    [InlineData("when it rains", null, "deferUntil", null)]
    [InlineData(null, "a lot", "deferAtReading", null)]
    [InlineData("tomorrow", "-5", "deferAtReading", null)]
    public void What_is_past_or_can_not_be_read_is_refused_at_its_field(string? day, string? reading, string field, string? code)
    {
        var refused = Until(day, reading).Problem!;
        Assert.Equal(field, refused.Field);
        if (code is not null)
            Assert.Equal(code, refused.Code);
        Assert.EndsWith(".", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_reading_alone_or_beside_a_day_counts_and_the_rest_of_the_answer_stays()
    {
        Assert.Equal((null, 95_000), (Until(null, "95,000").Value.DeferUntil, Until(null, "95,000").Value.DeferAtReading?.Value));
        var both = Until("in 3 months", "95000").Value;
        Assert.Equal(
            (new LocalDate(2027, 2, 23), 95_000, "Vesa", "After the trip"),
            (both.DeferUntil!.Value, both.DeferAtReading!.Value.Value, both.DecidedBy, both.Note)
        );
        // Neither is left to the order, which says what is missing.
        Assert.Equal(Later, Until(" ", "").Value);
    }
}
