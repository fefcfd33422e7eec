using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Purchasing;

public class PlacingTests
{
    private static PartLine Pads(string number = "BP-1", decimal received = 0) =>
        new()
        {
            Id = 101,
            Description = "Pads",
            Number = number,
            Quantity = new(2),
            ReceivedQuantity = new(received),
            UnitCost = new(30),
        };

    private static readonly Supplier Harbor = new() { Id = 2, Name = "Harbor Parts" };

    private static PartWanted Wanted(PartLine line) => PartWanted.For(line, 3001, PartNeed.Missing(line, Quantity.Zero));

    private static PurchaseOrder Placed() => PurchaseOrder.Place(501, Harbor, [Wanted(Pads())], Mina).Value;

    [Fact]
    public void Only_what_is_missing_is_ordered_and_under_a_key_of_its_own()
    {
        var order = PurchaseOrder.Place(501, Harbor, [Wanted(Pads(received: 0.5m))], Mina).Value;
        Assert.Equal(
            (PurchaseOrderState.Sending, 1.5m, (long?)3001, 7L),
            (order.State, order.Lines[0].Quantity.Value, order.Lines[0].OrderId, order.ById)
        );
        Assert.NotEqual(Placed().IdempotencyKey, order.IdempotencyKey);
        Assert.Equal("purchase.empty", PurchaseOrder.Place(501, Harbor, [], Mina).Problem!.Code);
        Assert.Equal("purchase.number", PurchaseOrder.Place(501, Harbor, [Wanted(Pads(" "))], Mina).Problem!.Code);
    }

    [Theory]
    [InlineData(null, null, 2, 30)]
    [InlineData("1", "28.5", 1, 28.5)]
    [InlineData("2", "", 2, 30)]
    public void A_receipt_is_what_was_typed_else_all_at_the_cost_expected(string? quantity, string? cost, double came, double each)
    {
        var line = Placed().Lines[0];
        Assert.Equal((new((decimal)came), new((decimal)each)), line.Receive(quantity, cost).Value);
        Assert.Equal(2 - (decimal)came, line.Open.Value);
    }

    [Fact]
    public void No_more_comes_than_is_open()
    {
        var line = Placed().Lines[0];
        Assert.Equal("receive.tooMany", line.Receive("3", null).Problem!.Code);
        Assert.True(line.Receive("2", null).Ok);
        Assert.Equal("receive.tooMany", line.Receive("1", null).Problem!.Code);
    }

    [Fact]
    public void What_the_writer_chose_on_the_line_goes_before_the_parts_usual_supplier()
    {
        Supplier[] all =
        [
            new()
            {
                Id = 1,
                Code = "harbor",
                Name = "Harbor",
            },
            new()
            {
                Id = 2,
                Code = "northline",
                Name = "Northline",
            },
        ];
        var line = Pads();
        Assert.Equal((1L, 2L), (PartNeed.SupplierOf(line, null, all), PartNeed.SupplierOf(line, 2, all)));
        line.SupplierCode = "harbor";
        Assert.Equal(1, PartNeed.SupplierOf(line, 2, all));
        Assert.Equal(0, PartNeed.SupplierOf(Pads(), null, []));
    }
}
