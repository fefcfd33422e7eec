using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.FollowUp;

/// <summary>Who is asked, who is left alone, and what counts as having come of it.</summary>
public class FollowUpStandingTests
{
    private static readonly LocalDate Today = new(2026, 11, 23);
    private static readonly Shop Shop = new() { TimeZone = "America/New_York" };
    private static readonly CustomerReach Reached = new() { Channel = MessageChannel.Text, Address = "+12075550147" };

    private static readonly FollowUpReason Reason = new()
    {
        Kind = FollowUpKind.Deferred,
        SourceId = 7,
        CustomerId = 3,
        VehicleId = 4,
        Title = "Front brake pads",
        On = Today.PlusDays(-2),
        Why = "deferred",
    };

    private static Instant DaysAgo(int days) => Shop.Utc(Today.PlusDays(-days).At(new LocalTime(10, 0)));

    private static FollowUpAct Wrote(int daysAgo) => FollowUpAct.Written(Reason, 1, "", new Actor(1, DaysAgo(daysAgo)));

    private static FollowUpAct Did(FollowUpActKind what, int daysAgo, LocalDate? until = null, string note = "because") =>
        FollowUpAct.Noted(Reason, what, note, until, Today.PlusDays(-daysAgo), new Actor(1, DaysAgo(daysAgo))).Value;

    private static FollowUpStanding Standing(CustomerReach reach, params FollowUpAct[] acts) =>
        FollowUpStanding.Of(Reason, acts, reach, Shop, Today);

    [Fact]
    public void Who_was_asked_is_left_alone_until_the_days_are_over()
    {
        Assert.Equal(FollowUpState.Due, Standing(Reached).State);
        var asked = Standing(Reached, Wrote(89));
        Assert.Equal((FollowUpState.Resting, Today.PlusDays(1)), (asked.State, asked.On));
        Assert.Equal("followUp.resting", asked.NoMessage?.Code);
        Assert.Equal(FollowUpState.Due, Standing(Reached, Wrote(90)).State);
        Assert.Equal(FollowUpState.Resting, Standing(Reached, Did(FollowUpActKind.LeftWord, 5)).State);
        Assert.Equal(FollowUpState.Due, Standing(Reached, Did(FollowUpActKind.NoAnswer, 5)).State);
    }

    [Fact]
    public void An_answer_a_visit_or_an_appointment_ends_the_rest()
    {
        var answered = Standing(Reached with { HeardAt = DaysAgo(3), Heard = "Yes please" }, Wrote(5));
        Assert.Equal((FollowUpState.Answered, null), (answered.State, answered.NoMessage));
        Assert.Contains("Yes please", answered.Tried, StringComparison.Ordinal);
        // What they wrote before they were asked is no answer.
        Assert.Equal(FollowUpState.Resting, Standing(Reached with { HeardAt = DaysAgo(9), Heard = "Hi" }, Wrote(5)).State);
        Assert.Equal(FollowUpState.Due, Standing(Reached with { CameAt = DaysAgo(2) }, Wrote(5)).State);
        Assert.Equal(FollowUpState.Coming, Standing(Reached with { ComesAt = Today.PlusDays(3).At(new LocalTime(8, 0)) }).State);
        Assert.Equal("followUp.coming", Standing(Reached with { HereOn = 7512 }).NoMessage?.Code);
    }

    [Fact]
    public void Put_off_it_comes_back_on_its_day_and_closed_it_stays_closed_until_that_is_taken_back()
    {
        var until = Today.PlusDays(10);
        Assert.Equal((FollowUpState.PutOff, until), (Standing(Reached, Did(FollowUpActKind.PutOff, 1, until)).State, until));
        Assert.Equal(FollowUpState.Due, FollowUpStanding.Of(Reason, [Did(FollowUpActKind.PutOff, 1, until)], Reached, Shop, until).State);
        var closed = Did(FollowUpActKind.Closed, 1);
        Assert.Equal("followUp.closed", Standing(Reached, closed).NoMessage?.Code);
        Assert.True(closed.TakeBack(true, DaysAgo(0)).Ok);
        Assert.Equal(FollowUpState.Due, Standing(Reached, closed).State);
        Assert.Equal("followUp.sent", Wrote(1).TakeBack(true, DaysAgo(0)).Problem?.Code);
    }

    [Fact]
    public void Nobody_writes_to_who_refuses_is_not_reached_not_served_or_got_enough()
    {
        Assert.Equal("message.refused", Standing(new CustomerReach { Refuses = true }).NoMessage?.Code);
        Assert.Equal("followUp.noAddress", Standing(new CustomerReach()).NoMessage?.Code);
        Assert.Equal("followUp.notServed", Standing(Reached with { IsNotServed = true }).NoMessage?.Code);
        Assert.Null(Standing(Reached with { Written = 1 }).NoMessage);
        Assert.Equal("followUp.often", Standing(Reached with { Written = 2 }).NoMessage?.Code);
    }

    [Theory]
    [InlineData(FollowUpActKind.PutOff, "x", 0, "followUp.until")]
    [InlineData(FollowUpActKind.PutOff, "x", 2000, "followUp.until")]
    [InlineData(FollowUpActKind.Closed, " ", null, "followUp.reason")]
    [InlineData(FollowUpActKind.Messaged, "x", null, "followUp.act")]
    public void What_makes_no_sense_is_refused(FollowUpActKind what, string note, int? days, string code)
    {
        var until = days is { } ahead ? Today.PlusDays(ahead) : (LocalDate?)null;
        var noted = FollowUpAct.Noted(Reason, what, note, until, Today, new Actor(1, DaysAgo(0)));
        Assert.Equal(code, noted.Problem?.Code);
    }

    private static VisitJob Visit(int daysAgo, OrderState state, string title, long? takenFrom = null) =>
        new()
        {
            JobId = 70 + daysAgo,
            OrderId = 50,
            VehicleId = 4,
            CustomerId = 3,
            OpenedAt = DaysAgo(daysAgo),
            State = state,
            Decision = DecisionKind.Approved,
            DecidedAt = DaysAgo(daysAgo),
            Subtotal = new Money(7_500),
            CannedJobId = null,
            Title = title,
            TakenFromJobId = takenFrom,
        };

    [Fact]
    public void It_counts_as_sold_only_where_the_same_work_was_invoiced_after_it()
    {
        FollowUpOutcome Of(params VisitJob[] visits) => FollowUpOutcome.Of(Wrote(10), visits, [], [], null);
        Assert.Equal(FollowUpOutcomeState.Nothing, Of().State);
        Assert.Equal(FollowUpOutcomeState.Nothing, Of(Visit(12, OrderState.Posted, "Front brake pads")).State);
        Assert.Equal(FollowUpOutcomeState.Came, Of(Visit(5, OrderState.Open, "Front brake pads")).State);
        Assert.Equal(FollowUpOutcomeState.Came, Of(Visit(5, OrderState.Posted, "Oil change")).State);
        Assert.Equal(new(FollowUpOutcomeState.Sold, 50, new Money(7_500)), Of(Visit(5, OrderState.Posted, "Front brake pads")));
        Assert.Equal(FollowUpOutcomeState.Sold, Of(Visit(5, OrderState.Posted, "Pads, both front wheels", takenFrom: 7)).State);
        Assert.Equal(FollowUpOutcomeState.Booked, FollowUpOutcome.Of(Wrote(10), [], [DaysAgo(9)], [DaysAgo(9)], null).State);
        Assert.Equal(FollowUpOutcomeState.Answered, FollowUpOutcome.Of(Wrote(10), [], [], [DaysAgo(9)], null).State);
    }

    [Fact]
    public void An_estimate_counts_what_was_agreed_to_since_on_its_own_order()
    {
        var asked = FollowUpAct.Written(Reason with { Kind = FollowUpKind.Estimate, SourceId = 50 }, 1, "", new Actor(1, DaysAgo(10)));
        var before = Visit(12, OrderState.Posted, "Front brake pads");
        FollowUpOutcome Of(VisitJob job) => FollowUpOutcome.Of(asked, [job], [], [], null);
        Assert.Equal(FollowUpOutcomeState.Nothing, Of(before).State);
        Assert.Equal(FollowUpOutcomeState.Sold, Of(before with { DecidedAt = DaysAgo(9) }).State);
        Assert.Equal(FollowUpOutcomeState.Answered, Of(before with { DecidedAt = DaysAgo(9), State = OrderState.Open }).State);
        Assert.Equal(FollowUpOutcomeState.Nothing, Of(before with { DecidedAt = DaysAgo(9), OrderId = 51 }).State);
    }

    [Fact]
    public void By_itself_goes_only_what_the_shop_wants_so_and_fell_due_lately()
    {
        Assert.True(Shop.Set("automatic.thanks", "true", inUse: true).Ok);
        Assert.Equal("shop.field", Shop.Set("automatic.none", "true", inUse: true).Problem!.Code);
        bool Goes(FollowUpKind kind, int daysAgo = 0, FollowUpState state = FollowUpState.Due, bool mayWrite = true) =>
            FollowUpRules.GoesByItself(kind, state, Today.PlusDays(-daysAgo), mayWrite, Shop, Today);
        Assert.True(Goes(FollowUpKind.Thanks));
        Assert.True(Goes(FollowUpKind.Thanks, FollowUpRules.ByItselfWithinDays));
        Assert.False(Goes(FollowUpKind.Thanks, FollowUpRules.ByItselfWithinDays + 1));
        Assert.False(Goes(FollowUpKind.Missed));
        Assert.False(Goes(FollowUpKind.Thanks, state: FollowUpState.Answered));
        Assert.False(Goes(FollowUpKind.Thanks, mayWrite: false));
        Assert.True(FollowUpRules.WritesByItself(Today.AtMidnight().PlusHours(10), Shop));
        Assert.False(FollowUpRules.WritesByItself(Today.AtMidnight().PlusHours(3), Shop));
        Shop.Set("automatic.thanks", "false", inUse: true);
        Assert.False(FollowUpRules.WritesByItself(Today.AtMidnight().PlusHours(10), Shop));
    }

    [Fact]
    public void What_comes_again_begins_anew_with_each_visit()
    {
        var reminder = Reason with { Kind = FollowUpKind.Reminder };
        var came = Reached with { CameAt = DaysAgo(5) };
        FollowUpStanding Of(FollowUpReason reason) => FollowUpStanding.Of(reason, [Did(FollowUpActKind.Closed, 9)], came, Shop, Today);
        Assert.Equal(FollowUpState.Due, Of(reminder).State);
        Assert.Equal(FollowUpState.Closed, Of(Reason).State);
    }

    [Fact]
    public void Work_put_off_to_a_reading_is_due_when_the_vehicle_gets_there()
    {
        var use = new CarUse(Today, new(60_000), 40);
        Assert.Equal(Today.PlusDays(25), FollowUpRules.DueOn(null, new Odometer(61_000), Today, use, Shop));
        Assert.Equal(Today.PlusDays(7), FollowUpRules.DueOn(Today.PlusDays(7), new Odometer(61_000), Today, use, Shop));
        Assert.Equal(Today.PlusDays(90), FollowUpRules.DueOn(null, null, Today, use, Shop));
    }

    [Fact]
    public void A_vehicle_of_which_work_is_due_is_not_also_missed()
    {
        var away = Reason with { Kind = FollowUpKind.Away };
        Assert.Equal([Reason], FollowUpRules.WithoutEchoes([away, Reason]));
        Assert.Equal([away], FollowUpRules.WithoutEchoes([away]));
    }
}
