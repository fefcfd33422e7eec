using System.Globalization;

namespace Yardstick.Server.Tests.Processes;

/// <summary>Guards the tests of other dates themselves: the clock that the code sees is really moved.</summary>
public class ClockTests
{
    [Fact]
    public void The_machines_clock_is_where_the_tests_of_dates_put_it()
    {
        // What the kernel writes on a file is its own time, which nobody moves.
        var file = Path.GetTempFileName();
        var moved = DateTime.UtcNow - File.GetLastWriteTimeUtc(file);
        File.Delete(file);
        var asked = double.Parse(Environment.GetEnvironmentVariable("CLOCK_OFFSET") ?? "0", CultureInfo.InvariantCulture);
        Assert.InRange(moved.TotalSeconds - asked, -60, 60);
    }
}
