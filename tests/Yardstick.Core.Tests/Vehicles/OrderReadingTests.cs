using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Vehicles;

/// <summary>A lower reading is questioned, wherever it is typed, and a corrected one replaces what it corrects.</summary>
public class OrderReadingTests
{
    private static readonly Instant Before = Mina.At.InUtc().LocalDateTime.PlusMonths(-3).Utc();

    private static List<OdometerReading> Sixty() =>
        [
            new()
            {
                OrderId = 1,
                Reading = new(60_000),
                At = Before,
            },
        ];

    private static Result Take(List<OdometerReading> readings, int? value, bool confirmed = false, bool leaving = false) =>
        OrderReading.Take(readings, 2, leaving, value is { } shown ? new Odometer(shown) : null, confirmed, TheShop.Local, Mina);

    [Fact]
    public void A_lower_reading_has_to_be_confirmed()
    {
        var readings = Sixty();
        var asked = Take(readings, 5_000).Problem!;
        Assert.Equal(("odometer.lower", "odometerIn"), (asked.Code, asked.Field));
        Assert.Contains("60,000", asked.Message, StringComparison.Ordinal);
        Assert.Single(readings);
        Assert.True(Take(readings, 5_000, confirmed: true).Ok);
        Assert.Equal([60_000, 5_000], readings.Select(r => r.Reading.Value));
    }

    [Fact]
    public void A_correction_replaces_and_an_emptied_field_takes_back()
    {
        var readings = Sixty();
        Take(readings, 61_200);
        Take(readings, 62_100);
        Take(readings, 62_140, leaving: true);
        Assert.Equal([60_000, 62_100, 62_140], readings.Select(r => r.Reading.Value));
        // Its own reading on leaving does not question the one when it came.
        Assert.True(Take(readings, 62_000).Ok);
        Take(readings, null);
        Assert.Equal([60_000, 62_140], readings.Select(r => r.Reading.Value));
    }
}
