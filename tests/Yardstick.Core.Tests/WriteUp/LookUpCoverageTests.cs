using Yardstick.Core.WriteUp;

namespace Yardstick.Core.Tests.WriteUp;

/// <summary>The screen says which lookups will not know a vehicle that is entered by hand.</summary>
public class LookUpCoverageTests
{
    private static readonly Dictionary<string, IReadOnlyDictionary<string, IReadOnlyList<string>>> Known = new()
    {
        ["Tarnow"] = new Dictionary<string, IReadOnlyList<string>> { ["Petrel"] = ["2.0", "2.5"] },
    };

    [Theory]
    [InlineData("", "", "", false, "")]
    [InlineData("Tarnow", "Petrel", "2.0", true, "")]
    [InlineData("tarnow", "PETREL", "", true, "")]
    [InlineData("Tarnow", "Petrel", "2.0", false, "recalls and vehicle history")]
    [InlineData("Morgan", "", "", true, "specs for Morgan.")]
    [InlineData("Tarnow", "Heron", "", true, "specs for Tarnow Heron.")]
    [InlineData("Tarnow", "Petrel", "3.6", true, "specs for Tarnow Petrel with engine 3.6.")]
    public void What_will_be_missing_is_said(string make, string model, string engine, bool hasVin, string says)
    {
        var sentences = LookUpCoverage.Of(make, model, engine, hasVin, Known);
        if (says.Length == 0)
            Assert.Empty(sentences);
        else
            Assert.Contains(says, Assert.Single(sentences), StringComparison.Ordinal);
    }

    [Fact]
    public void A_service_that_is_silent_makes_no_vehicle_unknown() =>
        Assert.Contains(
            "Without a VIN",
            Assert.Single(
                LookUpCoverage.Of("Morgan", "Plus", "", false, new Dictionary<string, IReadOnlyDictionary<string, IReadOnlyList<string>>>())
            ),
            StringComparison.Ordinal
        );
}
