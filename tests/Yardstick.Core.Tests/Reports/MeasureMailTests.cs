using Yardstick.Core.Reports;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Reports;

/// <summary>A page goes out once for a day or month, from six in the morning, and never for a time before it was set up.</summary>
public class MeasureMailTests
{
    private static readonly Actor Owner = new(1, Instant.FromUtc(2026, 3, 2, 15, 0));

    private static MeasureMail Made(MeasureMailTime time, LocalDateTime at) =>
        MeasureMail.Create(MeasurePage.Today, time, "Ana@Shop.example", [], at, Owner).Value;

    [Fact]
    public void Every_morning_once_from_six_on()
    {
        var mail = Made(MeasureMailTime.Morning, new(2026, 3, 2, 10, 0));
        Assert.Null(mail.DueFor(new(2026, 3, 2, 23, 59)));
        Assert.Null(mail.DueFor(new(2026, 3, 3, 5, 59)));
        Assert.Equal(new LocalDate(2026, 3, 3), mail.DueFor(new(2026, 3, 3, 6, 0)));
        mail.WasSent(new(2026, 3, 3));
        Assert.Null(mail.DueFor(new(2026, 3, 3, 18, 0)));
        // After days without the program one goes out, about the last of them.
        Assert.Equal(new LocalDate(2026, 3, 9), mail.DueFor(new(2026, 3, 9, 8, 0)));
        // Set up before six, the same day's is the first.
        Assert.Equal(new LocalDate(2026, 3, 2), Made(MeasureMailTime.Morning, new(2026, 3, 2, 5, 0)).DueFor(new(2026, 3, 2, 6, 0)));
    }

    [Fact]
    public void On_the_first_of_a_month_or_as_soon_as_the_program_runs_again()
    {
        var mail = Made(MeasureMailTime.Month, new(2026, 3, 1, 6, 0));
        Assert.Null(mail.DueFor(new(2026, 4, 1, 5, 59)));
        Assert.Equal(new LocalDate(2026, 4, 1), mail.DueFor(new(2026, 4, 1, 6, 0)));
        Assert.Equal(new LocalDate(2026, 4, 1), mail.DueFor(new(2026, 4, 17, 3, 0)));
        mail.WasSent(new(2026, 4, 1));
        Assert.Null(mail.DueFor(new(2026, 4, 30, 23, 0)));
        Assert.Equal("last month", mail.PeriodTyped);
    }

    [Fact]
    public void What_is_no_address_twice_the_same_or_too_many_is_refused()
    {
        var now = new LocalDateTime(2026, 3, 2, 10, 0);
        var first = Made(MeasureMailTime.Morning, now);
        string? Refused(string? address, params MeasureMail[] all) =>
            MeasureMail.Create(MeasurePage.Today, MeasureMailTime.Morning, address, all, now, Owner).Problem?.Code;
        Assert.Equal("address", MeasureMail.Create(MeasurePage.Today, MeasureMailTime.Month, "ana", [], now, Owner).Problem!.Field);
        Assert.Equal("measureMail.twice", Refused(first.Address, first));
        Assert.Null(Refused("b@shop.example", first));
        Assert.Equal("measureMail.many", Refused("b@shop.example", [.. Enumerable.Repeat(first, MeasureMail.Most)]));
    }
}
