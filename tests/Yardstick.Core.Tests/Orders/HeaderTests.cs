using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Orders;

/// <summary>The header of an order, and what is signed when the car comes.</summary>
public class HeaderTests
{
    private static readonly LocalDateTime Now = new(2026, 11, 23, 10, 20, 0);
    private static readonly Actor Writer = new(2, Now.Utc(), "tab");
    private static readonly OrderPeople People = new(new HashSet<long> { 3 }, new HashSet<long> { 9 }, new HashSet<long> { 4 });

    private static Order New() =>
        new()
        {
            Id = 1,
            Number = 2147,
            VehicleId = 1,
            CustomerId = 5,
            WriterId = 2,
            OdometerIn = new(88_412),
        };

    [Theory]
    [InlineData("title", " Coolant smell ", "Coolant smell")]
    [InlineData("keyTag", "14", "14")]
    [InlineData("keysAt", "on the board", "on the board")]
    [InlineData("carAt", "row 3", "row 3")]
    [InlineData("promisedAt", "4:30 pm", "2026-11-23T16:30")]
    [InlineData("promisedAt", "tomorrow", "2026-11-24T17:00")]
    [InlineData("arrivesAt", "tomorrow", "2026-11-24T08:00")]
    [InlineData("arrivesAt", "", "")]
    [InlineData("odometerIn", "88,500", "88500")]
    [InlineData("odometerOut", "88,420", "88420")]
    [InlineData("customerWaits", "true", "true")]
    [InlineData("hasPriority", "true", "true")]
    [InlineData("oldPartsBack", "true", "true")]
    [InlineData("washingWanted", "false", "false")]
    [InlineData("leadId", "7", "7")]
    [InlineData("leadId", "", "")]
    [InlineData("contactId", "9", "9")]
    [InlineData("siteId", "nobody's", "")]
    [InlineData("writerId", "3", "3")]
    public void A_field_is_kept_as_it_is_understood_and_written_down(string field, string typed, string kept)
    {
        var order = New();
        var change = order.SetHeader(field, typed, Now, Writer, People).Value;
        Assert.Equal((field, kept, 2), (change.Field, change.New, order.Version));
        var record = Assert.Single(order.Changes);
        Assert.Equal(
            ("order", field, change.Old, kept, 2L, 2),
            (record.Target, record.Field, record.Old, record.New, record.ById, record.Version)
        );
    }

    [Theory]
    [InlineData("title", 201)]
    [InlineData("keyTag", 21)]
    [InlineData("keysAt", 61)]
    [InlineData("carAt", 61)]
    public void A_text_has_its_room(string field, int length)
    {
        var order = New();
        Assert.Equal("text.long", order.SetHeader(field, new string('x', length), Now, Writer).Problem!.Code);
        Assert.True(order.SetHeader(field, new string('x', length - 1), Now, Writer).Ok);
    }

    [Theory]
    [InlineData("promisedAt", "whenever")]
    [InlineData("arrivesAt", "whenever")]
    [InlineData("odometerIn", "lots")]
    [InlineData("odometerOut", "88,000")]
    [InlineData("writerId", "")]
    [InlineData("writerId", "5")]
    [InlineData("contactId", "10")]
    [InlineData("siteId", "10")]
    [InlineData("shoeSize", "42")]
    public void What_can_not_be_is_refused_and_written_down_nowhere(string field, string typed)
    {
        var order = New();
        Assert.Equal(
            (field, 1, 0),
            (order.SetHeader(field, typed, Now, Writer, People).Problem!.Field, order.Version, order.Changes.Count)
        );
    }

    [Fact]
    public void A_posted_order_takes_nothing_more()
    {
        var order = New();
        order.State = OrderState.Posted;
        Assert.Equal("order.posted", order.SetHeader("title", "x", Now, Writer).Problem!.Code);
        Assert.Equal("order.posted", order.SetVehicle(9, 5, Writer).Problem!.Code);
    }

    [Fact]
    public void Another_customers_contact_and_site_do_not_stay_with_another_customers_car()
    {
        var order = new Order
        {
            Id = 1,
            CounterSale = true,
            ContactId = 3,
            SiteId = 4,
        };
        Assert.True(order.SetVehicle(9, 5, Writer).Ok);
        Assert.Equal((5L, null, null, false), (order.CustomerId!.Value, order.ContactId, order.SiteId, order.CounterSale));
        (order.ContactId, order.SiteId) = (6, 7);
        Assert.True(order.SetVehicle(10, 5, Writer).Ok);
        Assert.Equal((6L, 7L), (order.ContactId!.Value, order.SiteId!.Value));
        Assert.Equal("vehicle.owner", order.SetVehicle(11, 99, Writer).Problem!.Code);
    }

    [Fact]
    public void What_is_signed_says_car_concerns_and_everything_that_was_agreed()
    {
        var order = New();
        (order.OldPartsBack, order.WashingWanted, order.CustomerWaits, order.KeyTag, order.KeysAt, order.PromisedAt) = (
            true,
            true,
            true,
            "14",
            "on the board",
            new LocalDateTime(2026, 11, 23, 16, 0, 0)
        );
        order.AddConcern("Sweet smell", Writer);
        order.AddConcern("Heater cold", Writer);
        var customer = Customer.Create("Imke", "Sorensen", null, "207 555 0142", null, "US", Now.Utc()).Value;
        var car = Vehicle.Create(new VehicleInput("LBT 4471", null, null, "2018", "Tarnow", "Petrel", null, null), 2026).Value;
        var shop = new Shop
        {
            Name = "Lantern Bay",
            TimeZone = "Etc/GMT",
            CheckInTerms = "The terms",
        };
        var sheet = DocumentMaker.OfCheckIn(order, new DocumentParties(customer, car, "Mina O."), shop, Now);
        Assert.Equal(
            (2147L, "Imke Sorensen", "2018 Tarnow Petrel", "88,412 mi", "November 23, 2026 by 4:00 pm", "The terms"),
            (sheet.OrderNumber, sheet.CustomerName, sheet.Vehicle, sheet.Odometer, sheet.Promise, sheet.Terms)
        );
        Assert.Equal(["Sweet smell", "Heater cold"], sheet.Concerns);
        Assert.Equal(
            ["Customer wants old parts returned.", "Wash before pickup.", "Customer waiting.", "Key tag 14, keys on the board."],
            sheet.Agreed
        );

        var plain = DocumentMaker.OfCheckIn(new Order { Number = 1 }, new DocumentParties(null, null, "M"), shop, Now);
        Assert.Equal(("Counter sale", "", "", ""), (plain.CustomerName, plain.Vehicle, plain.Odometer, plain.Promise));
        Assert.Equal(["Old parts may be discarded."], plain.Agreed);
    }
}
