using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Values;

/// <summary>Figures, times, plates, VINs and phones are understood however they are typed, or refused in a sentence.</summary>
public class TypedTests
{
    private static readonly LocalDateTime Now = new(2026, 11, 23, 10, 20, 0);

    [Theory]
    [InlineData("4", 4)]
    [InlineData("1,5", 1.5)]
    [InlineData("1/2", 0.5)]
    [InlineData("1 1/2", 1.5)]
    [InlineData("4x", 4)]
    [InlineData(" 2.125 ", 2.125)]
    public void Quantities(string text, decimal value) => Assert.Equal(value, Quantity.Parse(text).Value.Value);

    [Theory]
    [InlineData("-2")]
    [InlineData("0")]
    [InlineData("many")]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("1.2345")]
    [InlineData("1/0")]
    [InlineData("99999999")]
    public void Quantities_refused(string? text) => Assert.Equal("quantity", Quantity.Parse(text).Problem!.Field);

    [Theory]
    [InlineData("1.2", 1.2)]
    [InlineData("1,25", 1.25)]
    [InlineData("1:30", 1.5)]
    [InlineData("90 min", 1.5)]
    [InlineData("2h", 2)]
    [InlineData("0.5 hrs", 0.5)]
    [InlineData("0", 0)]
    public void HoursTyped(string text, decimal value) => Assert.Equal(value, LaborHours.Parse(text).Value.Value);

    [Theory]
    [InlineData("88,412", 88_412)]
    [InlineData("88412 mi", 88_412)]
    [InlineData("1,088,412", 1_088_412)]
    [InlineData("88.4k", 88_400)]
    [InlineData("120 000 km", 120_000)]
    public void Readings(string text, int value) => Assert.Equal(value, Odometer.Parse(text).Value.Value);

    [Theory]
    [InlineData("a lot")]
    [InlineData("-5")]
    [InlineData("99,999,999")]
    public void Readings_refused(string text) => Assert.False(Odometer.Parse(text).Ok);

    [Theory]
    [InlineData("1,234.50", 1234.5)]
    [InlineData("12,50", 12.5)]
    [InlineData("$1,250", 1250)]
    public void Amounts(string text, decimal value) => Assert.Equal(value, NumberInput.Amount(text, "amount").Value);

    [Theory]
    [InlineData("3:30", "2026-11-23T15:30")]
    [InlineData("8:30", "2026-11-23T08:30")]
    [InlineData("15:30", "2026-11-23T15:30")]
    [InlineData("3pm", "2026-11-23T15:00")]
    [InlineData("noon", "2026-11-23T12:00")]
    [InlineData("tomorrow 10", "2026-11-24T10:00")]
    [InlineData("tomorrow", "2026-11-24T17:00")]
    [InlineData("fri 4", "2026-11-27T16:00")]
    [InlineData("11/24 3 pm", "2026-11-24T15:00")]
    [InlineData("2/14", "2027-02-14T17:00")]
    [InlineData("today 3:15 pm", "2026-11-23T15:15")]
    [InlineData("2026-12-01T09:45:00", "2026-12-01T09:45")]
    public void Moments(string text, string value) =>
        Assert.Equal(Times.Wall(value), DateTimeInput.Read(text, Now, "promisedAt", new LocalTime(17, 0)).Value);

    [Theory]
    [InlineData("soon")]
    [InlineData("25:00")]
    [InlineData("")]
    [InlineData("13/45")]
    [InlineData("2/30")]
    [InlineData("2/29/2027")]
    public void Moments_refused(string text) => Assert.False(DateTimeInput.Read(text, Now, "promisedAt", new LocalTime(17, 0)).Ok);

    [Theory]
    [InlineData("in 3 months", "2027-02-23")]
    [InlineData("friday", "2026-11-27")]
    [InlineData("2/14", "2027-02-14")]
    [InlineData("11/23", "2026-11-23")]
    [InlineData("2/29", "2028-02-29")]
    [InlineData("feb 29", "2028-02-29")]
    [InlineData("2/14/29", "2029-02-14")]
    [InlineData("december 3 2027", "2027-12-03")]
    public void Days(string text, string value) => Assert.Equal(Times.Day(value), DateTimeInput.Day(text, Now, "deferUntil").Value);

    [Theory]
    [InlineData("1M8GDM9AXKP042788", true)]
    [InlineData("1M8GDM9A1KP042788", false)]
    [InlineData("11111111111111111", true)]
    public void Check_digits_of_VINs(string text, bool fits) => Assert.Equal(fits, Vin.Parse(text).Value.CheckDigitFits);

    [Fact]
    public void A_VIN_with_the_letter_O_says_that_it_is_a_zero() =>
        Assert.Contains("probably 0", Vin.Parse("1M8GDM9AXKPO42788").Problem!.Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("(207) 555-0142")]
    [InlineData("207.555.0142")]
    [InlineData("+1 207 555 0142")]
    [InlineData("2075550142")]
    public void Phones_in_any_spelling(string text) => Assert.Equal("+12075550142", PhoneNumber.Parse(text).Value.E164);

    [Theory]
    [InlineData("call me")]
    [InlineData("12")]
    [InlineData("")]
    public void What_is_no_phone(string text) => Assert.Equal("phone", PhoneNumber.Parse(text).Problem!.Field);

    [Theory]
    [InlineData(" lbt  4471 ", "LBT 4471")]
    [InlineData("kda-66", "KDA-66")]
    public void Plates(string text, string plate) => Assert.Equal(plate, Plate.Parse(text).Value.Text);
}
