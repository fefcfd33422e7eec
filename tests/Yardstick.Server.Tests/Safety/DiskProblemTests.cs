using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Tests.Safety;

/// <summary>What the disk or the database refuses has a sentence of its own, however deep it lies; other faults have none.</summary>
public class DiskProblemTests
{
    [Theory]
    [InlineData(13, "disk.full")]
    [InlineData(8, "disk.closed")]
    [InlineData(14, "disk.closed")]
    [InlineData(11, "disk.damaged")]
    [InlineData(26, "disk.damaged")]
    [InlineData(10, "disk.failed")]
    [InlineData(5, "disk.busy")]
    [InlineData(6, "disk.busy")]
    public void The_database_says_why(int code, string problem)
    {
        var fault = new DbUpdateException("It was not saved.", new SqliteException("It would not.", code));
        Assert.Equal(problem, DiskProblems.Of(fault)?.Code);
        Assert.Equal(ProblemKind.Unavailable, ProblemCatalogue.KindOf(problem));
    }

    [Fact]
    public void Files_say_why_and_other_faults_are_no_disks()
    {
        Assert.Equal("disk.full", DiskProblems.Of(new IOException("No space left on device", 28))?.Code);
        Assert.Equal("disk.closed", DiskProblems.Of(new UnauthorizedAccessException())?.Code);
        // A rule of the database that was broken is a fault of ours.
        Assert.Null(DiskProblems.Of(new SqliteException("UNIQUE constraint failed", 19)));
        Assert.Null(DiskProblems.Of(new InvalidOperationException("It broke.")));
    }
}
