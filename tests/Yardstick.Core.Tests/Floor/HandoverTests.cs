using Yardstick.Core.Floor;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Floor;

/// <summary>Handovers, work beside the stage, and clocks that are forgotten or corrected.</summary>
public class HandoverTests
{
    private static readonly Actor Ana = new(6, Mina.At),
        Noor = new(8, Mina.At);

    [Fact]
    public void It_is_taken_by_whom_it_was_handed_to_once()
    {
        Assert.Equal("handover.self", Handover.Offer(1, 6, "", null, Ana).Problem!.Code);
        var handover = Handover.Offer(1, 8, " Half done ", 4, Ana).Value;
        Assert.Equal(("Half done", true), (handover.Note, handover.IsOpen));
        Assert.Equal("handover.notYours", handover.Take(Mina).Problem!.Code);
        Assert.Equal("handover.notYours", handover.Withdraw(Mina).Problem!.Code);
        Assert.True(handover.Take(Noor).Ok);
        Assert.Equal("handover.over", handover.Take(Noor).Problem!.Code);
        Assert.Equal("handover.over", handover.Withdraw(Ana).Problem!.Code);
    }

    [Fact]
    public void Either_of_both_may_end_it_and_a_later_one_takes_its_place()
    {
        var back = Handover.Offer(1, 8, null, null, Ana).Value;
        Assert.True(back.Withdraw(Ana).Ok);
        var refused = Handover.Offer(1, 8, null, null, Ana).Value;
        Assert.True(refused.Withdraw(Noor).Ok);
        Assert.Equal(8, refused.WithdrawnById);
        var first = Handover.Offer(1, 8, null, null, Ana).Value;
        first.GiveWay(Mina);
        Assert.False(first.IsOpen);
    }

    [Fact]
    public void A_wash_goes_step_by_step_and_whoever_took_the_keys_stays_written_down()
    {
        var wash = AfterWork.Ask(1, "Wash", []).Value;
        Assert.Equal("afterWork.twice", AfterWork.Ask(1, "wash", [wash]).Problem!.Code);
        Assert.Equal("afterWork.title", AfterWork.Ask(1, " ", []).Problem!.Code);
        wash.Go(AfterWorkStep.Begun, Ana);
        wash.Go(AfterWorkStep.Done, Noor);
        Assert.Equal((AfterWorkStep.Done, 6L), (wash.Step, wash.ById!.Value));
        wash.Go(AfterWorkStep.KeysBack, Noor);
        Assert.False(wash.IsOpen);
        // One step back undoes it.
        wash.Go(AfterWorkStep.Done, Noor);
        Assert.True(wash.IsOpen);
        wash.Remove(true, Mina.At);
        Assert.Equal("afterWork.over", wash.Go(AfterWorkStep.Begun, Ana).Problem!.Code);
    }

    [Theory]
    [InlineData("07:30", 17, 59, false)]
    [InlineData("07:30", 18, 31, true)]
    [InlineData("19:00", 23, 0, false)]
    public void A_clock_is_forgotten_half_an_hour_after_closing(string began, int hour, int minute, bool forgotten)
    {
        var shop = new Shop { TimeZone = "America/New_York", Hours = WeekHours.Same(new DayHours(new(7, 30), new(18, 0)), 7) };
        var day = new LocalDate(2026, 11, 23);
        var start = shop.Utc(day + LocalTime.FromTimeOnly(TimeOnly.Parse(began, System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(forgotten, TimeClock.IsForgotten(start, shop.Utc(day + new LocalTime(hour, minute)), shop));
        // Over night every clock is, and the hour that comes twice changes nothing.
        Assert.True(TimeClock.IsForgotten(start, shop.Utc(day.PlusDays(1) + new LocalTime(7, 40)), shop));
    }

    [Fact]
    public void Forgotten_clocks_of_one_person_are_told_in_one_sentence_and_once()
    {
        var shop = new Shop { TimeZone = "America/New_York" };
        var start = shop.Utc(new LocalDate(2026, 11, 23) + new LocalTime(7, 58));
        var present = new Attendance { StaffId = 8, Start = start };
        var job = new TimeEntry { StaffId = 8, Start = start.Plus(Duration.FromHours(1)) };
        var both = new ForgottenClocks("Noor", present, job, "Front brakes");
        Assert.StartsWith("Noor is still clocked in since Mon 7:58", both.Sentence(shop), StringComparison.Ordinal);
        Assert.Contains("and on \"Front brakes\".", both.Sentence(shop), StringComparison.Ordinal);
        Assert.StartsWith(
            "Noor is still on \"Front brakes\" since Mon 8:58",
            (both with { Present = null }).Sentence(shop),
            StringComparison.Ordinal
        );
        Assert.True(both.IsNew);
        both.Tell(start.Plus(Duration.FromHours(12)));
        Assert.False(both.IsNew);
        Assert.Equal(start.Plus(Duration.FromHours(12)), job.ToldAt);
    }

    [Fact]
    public void A_time_is_corrected_with_a_reason_and_what_it_was_is_kept()
    {
        var start = Mina.At.Minus(Duration.FromHours(20));
        var entry = new TimeEntry
        {
            Id = 3,
            StaffId = 6,
            Start = start,
        };
        var to = new CorrectedTime(start, start.Plus(Duration.FromHours(2)), "Forgot to stop");
        Assert.Equal("time.reason", entry.Correct(to with { Reason = " " }, [], Mina).Problem!.Code);
        Assert.Equal("time.order", entry.Correct(to with { End = start }, [], Mina).Problem!.Code);
        Assert.Equal("time.future", entry.Correct(to with { End = Mina.At.Plus(Duration.FromHours(1)) }, [], Mina).Problem!.Code);
        var other = new TimeEntry
        {
            Id = 4,
            StaffId = 6,
            Start = start.Plus(Duration.FromHours(1)),
        };
        Assert.Equal("time.overlap", entry.Correct(to, [entry, other], Mina).Problem!.Code);
        var kept = entry.Correct(to, [entry], Mina).Value;
        Assert.Equal((start, null, to.End, 7L), (kept.OldStart, kept.OldEnd, kept.NewEnd!.Value, kept.ById));
        Assert.Equal(2, entry.Hours(Mina.At));
    }
}
