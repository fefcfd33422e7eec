using Yardstick.Core.Messaging;
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
    [InlineData("way", "Email", null, "supplier.noEmail")]
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
    public void Orders_by_email_need_an_address_and_keep_it()
    {
        var supplier = Supplier.Create("Granite", false).Value;
        Assert.True(supplier.Set("email", "orders@granite.example", "US", false).Ok);
        Assert.True(supplier.Set("way", "Email", "US", false).Ok);
        Assert.Equal("supplier.noEmail", supplier.Set("email", "", "US", false).Problem!.Code);
    }

    [Fact]
    public void Branches_have_names_of_their_own_and_an_order_goes_to_one_in_use()
    {
        var supplier = Supplier.Create("Harbor", false).Value;
        var branch = SupplierBranch.Create(supplier, " Airport Road ").Value;
        Assert.Equal("branch.twice", SupplierBranch.Create(supplier, "airport road").Problem!.Code);
        Assert.Equal("branch.name", branch.Set("name", "", supplier, "US").Problem!.Code);
        Assert.Equal("(207) 555-0175", branch.Set("phone", "207 555 0175", supplier, "US").Value.New);
        Assert.Equal("branch.field", branch.Set("colour", "red", supplier, "US").Problem!.Code);
        var line = new PartLine { Description = "Pads", Number = "P-1" };
        Assert.Equal(
            "branch.gone",
            PurchaseOrder.Place(1, supplier, [PartWanted.For(line, 1, new(1))], Mina, new OrderWishes(77)).Problem!.Code
        );
        Assert.Equal(
            branch.Id,
            PurchaseOrder.Place(1, supplier, [PartWanted.For(line, 1, new(1))], Mina, new OrderWishes(branch.Id)).Value.BranchId
        );
        branch.Retire(true, Mina.At);
        Assert.Equal(
            "branch.gone",
            PurchaseOrder.Place(1, supplier, [PartWanted.For(line, 1, new(1))], Mina, new OrderWishes(branch.Id)).Problem!.Code
        );
    }

    [Fact]
    public void What_the_supplier_reads_adds_up_and_leaves_out_what_was_called_off()
    {
        var supplier = Supplier.Create("Granite", false).Value;
        supplier.Set("accountNumber", "LB-93", "US", false);
        PartLine Part(long id, string number, decimal quantity, decimal cost) =>
            new()
            {
                Id = id,
                Description = number,
                Number = number,
                Quantity = new(quantity),
                UnitCost = new(cost),
            };
        var order = PurchaseOrder
            .Place(
                501,
                supplier,
                [
                    .. new[] { Part(1, "AX-1", 3, 10.335m), Part(2, "AX-2", 1, 99), Part(3, "AX-3", 0.5m, 4.01m) }.Select(p =>
                        PartWanted.For(p, 9, p.Quantity)
                    ),
                ],
                Mina
            )
            .Value;
        order.Lines[1].CancelledAt = Mina.At;
        var document = PurchaseOrderDocument.Of(order, supplier, Shop, "Mina Castellan");
        // Half a cent goes up: 3 at 10.335 are 31.005, half of 4.01 is 2.005.
        Assert.Equal([31.01m, 2.01m], document.Lines.Select(l => l.Amount.Amount));
        Assert.Equal(33.02m, document.Total.Amount);
        Assert.Contains("LB-93", document.Body, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(MessageState.Sent, "", "")]
    [InlineData(MessageState.Failed, "No such mailbox.", "was not sent: No such mailbox.")]
    [InlineData(MessageState.MayHaveBeenSent, "", "may not have gone out")]
    [InlineData(MessageState.Waiting, "The mail server is not responding.", "sent again automatically")]
    public void An_email_that_did_not_go_out_says_what_to_do(MessageState state, string why, string says) =>
        Assert.Contains(says, PurchaseOrder.EmailTrouble(state, why, Supplier.Create("Granite", false).Value), StringComparison.Ordinal);

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
        var order = PurchaseOrder.Place(501, supplier, [PartWanted.For(line, 3001, new(1))], Mina).Value;
        Assert.Equal((PurchaseOrderState.Placed, SupplierOrderWay.Phone), (order.State, order.Way));
        var now = Shop.Utc(new(2026, 11, 23, 10, 0));
        Assert.Equal("date.unreadable", order.NoteCall("Priya", "when it is here", Shop, now).Problem!.Code);
        Assert.True(order.NoteCall(" 4471, Priya ", "tomorrow 2 pm", Shop, now).Ok);
        Assert.Equal(
            ("4471, Priya", PurchaseOrderState.Confirmed, new LocalDateTime(2026, 11, 24, 14, 0)),
            (order.SupplierReference, order.State, Shop.Local(order.ExpectedAt!.Value))
        );
        var electronic = PurchaseOrder
            .Place(502, new Supplier { Name = "H", Code = "h" }, [PartWanted.For(line, 3001, new(1))], Mina)
            .Value;
        Assert.Equal("purchase.electronic", electronic.NoteCall("", "", Shop, now).Problem!.Code);
    }
}
