using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>What goes back is shared among the receipts that it came with.</summary>
public class SentBackTests
{
    private static ReceiptLine Came(long id) =>
        new()
        {
            Id = id,
            PartNumber = "P",
            Description = "Part",
        };

    [Theory]
    [InlineData(1, "2:1")]
    [InlineData(3, "2:2, 1:1")]
    [InlineData(5, "2:2, 1:3")]
    [InlineData(6, null)]
    public void The_latest_receipt_gives_first_and_none_more_than_is_left_of_it(int units, string? shares)
    {
        var found = SentBack.Share(new(units), [(Came(1), new(3)), (Came(2), new(2)), (Came(3), Quantity.Zero)]);
        Assert.Equal(shares, found is null ? null : string.Join(", ", found.Select(s => $"{s.Line.Id}:{s.Units}")));
    }
}
