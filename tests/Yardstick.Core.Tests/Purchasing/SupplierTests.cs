using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>Suppliers as they are set up, and orders that go out by phone.</summary>
public class SupplierTests
{
    private static readonly Shop Shop = new() { Name = "S", TimeZone = "America/New_York" };

    [Theory]
    [InlineData("name", " Harbor ", "Harbor", null)]
    [InlineData("name", "", null, "supplier.name")]
    [InlineData("phone", "207 555 0171", "(207) 555-0171", null)]
    [InlineData("phone", "soon", null, "phone.unreadable")]
    [InlineData("email", "desk@harbor.example", "desk@harbor.example", null)]
    [InlineData("email", "desk", null, "customer.email")]
    [InlineData("code", "harbor-2", "harbor-2", null)]
    [InlineData("code", "har bor", null, "supplier.code")]
    [InlineData("way", "Electronic", null, "supplier.noService")]
    [InlineData("way", "Pigeon", null, "supplier.way")]
    [InlineData("deliveryTimes", "at 10 and 2", "at 10 and 2", null)]
    [InlineData("colour", "red", null, "supplier.field")]
    public void A_field_is_kept_or_refused(string field, string typed, string? kept, string? code)
    {
        var supplier = Supplier.Create("Northline", false).Value;
        var set = supplier.Set(field, typed, "US", taken: false);
        Assert.Equal((kept, code), (set.Ok ? set.Value.New : null, set.Problem?.Code));
    }

    [Fact]
    public void Electronic_orders_need_a_service_and_two_never_share_a_name_or_one()
    {
        var supplier = Supplier.Create("Northline", false).Value;
        Assert.True(supplier.Set("code", "northline", "US", false).Ok);
        Assert.True(supplier.Set("way", "Electronic", "US", false).Ok);
        Assert.Equal("supplier.noService", supplier.Set("code", "", "US", false).Problem!.Code);
        Assert.Equal("supplier.codeTwice", supplier.Set("code", "harbor", "US", true).Problem!.Code);
        Assert.Equal("supplier.twice", Supplier.Create("Harbor", true).Problem!.Code);
    }

    [Fact]
    public void An_order_by_phone_is_placed_at_once_and_says_what_they_said()
    {
        var supplier = Supplier.Create("Tidewater", false).Value;
        var line = new PartLine
        {
            Id = 1,
            Description = "Radiator",
            Number = "RD-1",
            Quantity = new(1),
        };
        var order = PurchaseOrder.Place(501, supplier, [(line, 3001)], Mina).Value;
        Assert.Equal((PurchaseOrderState.Placed, SupplierOrderWay.Phone), (order.State, order.Way));
        var now = Shop.Utc(new(2026, 11, 23, 10, 0));
        Assert.Equal("date.unreadable", order.NoteCall("Priya", "when it is here", Shop, now).Problem!.Code);
        Assert.True(order.NoteCall(" 4471, Priya ", "tomorrow 2 pm", Shop, now).Ok);
        Assert.Equal(
            ("4471, Priya", PurchaseOrderState.Confirmed, new LocalDateTime(2026, 11, 24, 14, 0)),
            (order.SupplierReference, order.State, Shop.Local(order.ExpectedAt!.Value))
        );
        var electronic = PurchaseOrder.Place(502, new Supplier { Name = "H", Code = "h" }, [(line, 3001)], Mina).Value;
        Assert.Equal("purchase.electronic", electronic.NoteCall("", "", Shop, now).Problem!.Code);
    }
}
