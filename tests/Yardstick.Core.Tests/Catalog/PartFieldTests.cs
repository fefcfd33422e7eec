using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Catalog;

/// <summary>Parts of the catalog as they are set up.</summary>
public class PartFieldTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 0, 0);

    [Theory]
    [InlineData("number", "OF-9", "OF-9", null)]
    [InlineData("number", "", null, "part.numberForm")]
    [InlineData("description", " ", null, "part.description")]
    [InlineData("category", "Filter", "filter", null)]
    [InlineData("unit", "QT", "qt", null)]
    [InlineData("unit", "barrel", null, "part.choice")]
    [InlineData("condition", "rebuilt", "rebuilt", null)]
    [InlineData("equivalents", "A1, a1; B2", "A1, B2", null)]
    [InlineData("listPrice", "19.9", "19.90", null)]
    [InlineData("listPrice", "", "", null)]
    [InlineData("unitCost", "4.3125", "4.3125", null)]
    [InlineData("packSize", "12", "12", null)]
    [InlineData("packSize", "0", null, "figure.range")]
    [InlineData("lowestLevel", "0", "0", null)]
    [InlineData("fillLevel", "8", "8", null)]
    [InlineData("lowestLevel", "few", null, "figure.unreadable")]
    [InlineData("supplierId", "3", "3", null)]
    [InlineData("supplierId", "", "", null)]
    [InlineData("shine", "high", null, "part.field")]
    public void A_field_is_kept_or_refused(string field, string typed, string? kept, string? code)
    {
        var part = Part.Create("OF-1", "Oil filter", false).Value;
        var set = part.Set(field, typed, taken: false, Now);
        Assert.Equal((kept, code), (set.Ok ? set.Value.New : null, set.Problem?.Code));
        Assert.Equal(set.Ok ? 2 : 1, part.Version);
    }

    [Fact]
    public void Two_parts_never_share_a_number_and_stock_keeps_its_cost()
    {
        Assert.Equal("part.twice", Part.Create("OF-1", "Oil filter", true).Problem!.Code);
        var part = Part.Create("OF-1", "Oil filter", false).Value;
        Assert.Equal("part.twice", part.Set("number", "OF-2", taken: true, Now).Problem!.Code);
        part.Set("unitCost", "4", taken: false, Now);
        Assert.Equal((4m, 4m, Now), (part.UnitCost.Value, part.AverageCost.Value, part.CostAt!.Value));
        part.Receive(StockMovementKind.Receipt, new(2), new(5), StockSource.ByHand, Mina);
        Assert.Equal("part.costOfStock", part.Set("unitCost", "9", taken: false, Now).Problem!.Code);
        part.Withdraw(true, Now);
        Assert.False(part.MayBeTaken().Ok);
        part.Withdraw(false, Now);
        Assert.True(part.MayBeTaken().Ok);
    }
}
