using Yardstick.Core.Customers;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Customers;

/// <summary>Customers, cars and the shop's own time.</summary>
public class RecordTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 20, 0);

    private static VehicleInput Car(string? plate = null, string? vin = null, string? year = null, string? make = null) =>
        new(plate, null, vin, year, make, null, null, null);

    [Fact]
    public void A_customer_needs_a_name_and_keeps_it_tidy()
    {
        Assert.Equal("lastName", Customer.Create(" ", "", null, "207 555 0142", null, "US", Now).Problem!.Field);
        var customer = Customer.Create("  Imke ", "van   der Sorensen", null, "207 555 0142", null, "US", Now).Value;
        Assert.Equal(("Imke van der Sorensen", "+12075550142"), (customer.DisplayName, customer.Phones[0].Number));
    }

    [Fact]
    public void A_business_goes_by_its_own_name() =>
        Assert.Equal("Tideline Bakery", Customer.Create("Imke", "Sorensen", "Tideline Bakery", null, null, "US", Now).Value.DisplayName);

    [Theory]
    [InlineData("imke", "email")]
    [InlineData("a@b", null)]
    public void An_address_without_an_at_sign_is_none(string email, string? field) =>
        Assert.Equal(field, Customer.Create("", "A", null, null, email, "US", Now).Problem?.Field);

    [Theory]
    [InlineData(null, null, null, null, "plate")]
    [InlineData("lbt 4471", null, null, null, null)]
    [InlineData(null, null, null, "Tarnow", null)]
    [InlineData("A 1", null, "1850", null, "year")]
    [InlineData("A 1", null, "2027", null, null)]
    [InlineData("A 1", null, "2028", null, "year")]
    [InlineData("A 1", "123", null, null, "vin")]
    public void A_car_needs_something_to_be_known_by(string? plate, string? vin, string? year, string? make, string? field) =>
        Assert.Equal(field, Vehicle.Create(Car(plate, vin, year, make), 2026).Problem?.Field);

    [Fact]
    public void The_shops_wall_time_survives_the_change_of_clocks()
    {
        var shop = new Shop { Name = "S", TimeZone = "America/New_York" };
        Assert.Equal(new LocalDateTime(2026, 11, 23, 10, 20, 0), shop.Local(Now));
        Assert.Equal(Instant.FromUtc(2026, 7, 1, 14, 0, 0), shop.Utc(new LocalDateTime(2026, 7, 1, 10, 0, 0)));
        // 2:30 in the night of the change does not exist; it is taken for an hour later.
        Assert.Equal(Instant.FromUtc(2026, 3, 8, 7, 30, 0), shop.Utc(new LocalDateTime(2026, 3, 8, 2, 30, 0)));
    }

    [Theory]
    [InlineData("2026-11-23T09:10", "2026-11-23T14:30")]
    [InlineData("2026-11-23T14:00", "2026-11-23T17:30")]
    [InlineData("2026-11-23T17:00", "2026-11-24T11:30")]
    [InlineData("2026-11-28T17:00", "2026-11-30T11:30")]
    public void A_promise_is_proposed_within_the_shops_hours(string now, string promise)
    {
        static LocalDateTime At(string text) => Times.Wall(text);
        var shop = new Shop { Name = "S", Hours = WeekHours.Same(new DayHours(new(7, 30), new(18, 0)), 6) };
        Assert.Equal(At(promise), Promise.Propose(At(now), shop));
    }

    [Theory]
    [InlineData("Tobias Renner", "Tobias R.")]
    [InlineData("Cher", "Cher")]
    [InlineData("Maria da Silva", "Maria S.")]
    public void Short_names(string name, string shortName) => Assert.Equal(shortName, StaffMember.ShortNameOf(name));

    [Fact]
    public void Only_managers_and_owners_reverse_and_the_floor_sees_no_orders()
    {
        foreach (var role in Enum.GetValues<Role>())
        {
            Assert.Equal(role is Role.Manager or Role.Owner, Rights.Allows(role, Permission.ReverseInvoices));
            Assert.Equal(role is not (Role.Technician or Role.Porter), Rights.Allows(role, Permission.SeeOrders));
        }
    }
}
