using Yardstick.Core.FollowUp;

namespace Yardstick.Core.Tests.FollowUp;

/// <summary>A set of reminders is read as it is typed.</summary>
public sealed class ReminderSetTests
{
    [Fact]
    public void Lines_are_read_as_people_type_them_and_shown_the_same_again()
    {
        var set = new ReminderSet();
        Assert.True(set.Fill("Diesel pickup", "Oil change, every 6 mo, 7,500 mi\n\nBrake fluid: 3 years\nFuel filter 15000 miles").Ok);
        Assert.Equal([new("Oil change", 6, 7500), new("Brake fluid", 36, null), new("Fuel filter", null, 15000)], set.Services);
        var text = set.Text("miles");
        Assert.Equal("Oil change, 6 months, 7,500 miles\nBrake fluid, 36 months\nFuel filter, 15,000 miles", text);
        Assert.True(set.Fill("Diesel pickup", text).Ok);
        Assert.Equal(text, set.Text("miles"));
    }

    [Theory]
    [InlineData("", "Oil, 6 months", "reminderSet.name")]
    [InlineData("Car", "", "reminderSet.count")]
    [InlineData("Car", "Oil change", "reminderSet.line")]
    [InlineData("Car", "6 months", "reminderSet.line")]
    [InlineData("Car", "Oil, 0 months", "reminderSet.line")]
    [InlineData("Car", "Oil, 900 months", "reminderSet.line")]
    [InlineData("Car", "Oil, 6 months\nOIL, 5,000 miles", "reminderSet.twice")]
    public void What_is_missing_is_said_with_its_line(string name, string services, string code) =>
        Assert.Equal(code, new ReminderSet().Fill(name, services).Problem?.Code);
}
