using Yardstick.Core.Customers;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Customers;

/// <summary>Fields of customers, cars and the shop, changed one by one as they are typed.</summary>
public class FieldTests
{
    private static readonly LocalDateTime Now = new(2026, 11, 23, 10, 20, 0);

    private static Customer Person() =>
        Customer.Create("Imke", "Sorensen", null, "207 555 0142", "imke@mail.example", "US", Now.Utc()).Value;

    [Theory]
    [InlineData("firstName", "  Ada  Maria ", "Ada Maria")]
    [InlineData("businessName", "Tideline Bakery", "Tideline Bakery")]
    [InlineData("address", "12 Pier Street\nLantern Bay", "12 Pier Street\nLantern Bay")]
    [InlineData("alert", " Text only ", "Text only")]
    [InlineData("doNotServe", "Owes since 2019", "Owes since 2019")]
    [InlineData("taxExemptUntil", "11/30/2027", "2027-11-30")]
    [InlineData("taxExemptUntil", "", "")]
    [InlineData("partsDiscountPercent", "12,5", "12.5")]
    [InlineData("partsDiscountPercent", "", "")]
    [InlineData("creditDays", "30", "30")]
    [InlineData("creditDays", "", "")]
    [InlineData("creditLimit", "5,000", "5000.00")]
    [InlineData("creditLimit", "", "")]
    public void A_customers_field_is_kept_as_it_is_understood_and_counts_up(string field, string typed, string shown)
    {
        var customer = Person();
        var change = customer.Set(field, typed, Now).Value;
        Assert.Equal((field, shown, shown, 2), (change.Field, change.New, customer.Shown(field), customer.Version));
    }

    [Theory]
    [InlineData("partsDiscountPercent", "120")]
    [InlineData("partsDiscountPercent", "a lot")]
    [InlineData("creditDays", "400")]
    [InlineData("creditDays", "-1")]
    [InlineData("creditDays", "a month")]
    [InlineData("creditLimit", "much")]
    [InlineData("taxExemptUntil", "whenever")]
    [InlineData("shoeSize", "42")]
    public void What_can_not_be_understood_is_refused_and_changes_nothing(string field, string typed)
    {
        var customer = Person();
        var before = customer.Shown(field);
        var problem = customer.Set(field, typed, Now).Problem!;
        Assert.Equal((field, before, 1), (problem.Field, customer.Shown(field), customer.Version));
    }

    [Fact]
    public void A_customer_keeps_a_name_whatever_is_cleared()
    {
        var customer = Person();
        Assert.True(customer.Set("firstName", "", Now).Ok);
        Assert.Equal("customer.name", customer.Set("lastName", " ", Now).Problem!.Code);
        Assert.Equal("Sorensen", customer.DisplayName);
        Assert.True(customer.Set("businessName", "Kelp & Co", Now).Ok);
        Assert.True(customer.Set("lastName", "", Now).Ok);
        Assert.Equal(("Kelp & Co", true), (customer.DisplayName, customer.IsBusiness));
    }

    [Fact]
    public void Long_texts_are_kept_to_their_room()
    {
        var customer = Person();
        Assert.Equal("text.long", customer.Set("alert", new string('x', 201), Now).Problem!.Code);
        Assert.True(customer.Set("notes", new string('x', 4000), Now).Ok);
        Assert.Equal("text.long", customer.Set("notes", new string('x', 4001), Now).Problem!.Code);
    }

    [Theory]
    [InlineData("phones", "number", "207 555 0143", true)]
    [InlineData("phones", "number", "(207) 555-0142", false)]
    [InlineData("phones", "number", "12", false)]
    [InlineData("emails", "address", "other@mail.example", true)]
    [InlineData("emails", "address", "nobody", false)]
    [InlineData("contacts", "name", "Odile Pell", true)]
    [InlineData("contacts", "name", " ", false)]
    [InlineData("sites", "name", "North yard", true)]
    [InlineData("sites", "name", "", false)]
    [InlineData("rates", "name", "diagnostic", true)]
    [InlineData("rates", "name", "", false)]
    [InlineData("cousins", "name", "Bo", false)]
    public void A_row_is_added_with_what_was_typed_first(string list, string field, string typed, bool kept)
    {
        var customer = Person();
        Assert.Equal((kept, kept ? 2 : 1), (customer.SetItem(list, null, field, typed, "US").Ok, customer.Version));
    }

    [Fact]
    public void Rows_are_changed_field_by_field_and_taken_out()
    {
        var customer = Person();
        customer.Phones[0].Id = 7;
        customer.Contacts.Add(new CustomerContact { Id = 3, Name = "Odile" });
        customer.Sites.Add(new CustomerSite { Id = 4, Name = "Yard" });
        customer.Rates.Add(new CustomerRate { Id = 5, Name = "fleet" });
        foreach (
            var (list, id, field, typed, ok) in new (string, long, string, string, bool)[]
            {
                ("phones", 7, "purpose", "work", true),
                ("phones", 7, "texts", "no", true),
                ("phones", 7, "color", "red", false),
                ("phones", 8, "purpose", "x", false),
                ("contacts", 3, "phone", "207 555 0150", true),
                ("contacts", 3, "phone", "", true),
                ("contacts", 3, "email", "no mail", false),
                ("contacts", 3, "copied", "yes", true),
                ("contacts", 3, "name", "", false),
                ("sites", 4, "address", "40 Kelp Road", true),
                ("sites", 4, "name", "", false),
                ("rates", 5, "rate", "124", true),
                ("rates", 5, "rate", "cheap", false),
                ("rates", 5, "name", "other", false),
            }
        )
            Assert.True(customer.SetItem(list, id, field, typed, "US").Ok == ok, $"{list} {field} {typed}");
        Assert.Equal(
            ("work", false, true, "40 Kelp Road", 124m),
            (
                customer.Phones[0].Purpose,
                customer.Phones[0].Texts!.Value,
                customer.Contacts[0].Copied,
                customer.Sites[0].Address,
                customer.Rates[0].Rate.Value
            )
        );
        Assert.Equal("+12075550142", customer.RemoveItem("phones", 7).Value.Old);
        Assert.Equal("item.gone", customer.RemoveItem("phones", 7).Problem!.Code);
        Assert.Empty(customer.Phones);
    }

    [Fact]
    public void An_exemption_holds_to_the_last_day_of_its_certificate()
    {
        var customer = Person();
        Assert.False(customer.IsExemptOn(new LocalDate(2026, 11, 23)));
        (customer.TaxExempt, customer.TaxExemptUntil) = ("Resale", new LocalDate(2026, 11, 23));
        Assert.True(customer.IsExemptOn(new LocalDate(2026, 11, 23)));
        Assert.False(customer.IsExemptOn(new LocalDate(2026, 11, 24)));
        customer.TaxExemptUntil = null;
        Assert.True(customer.IsExemptOn(new LocalDate(2040, 1, 1)));
    }

    [Theory]
    [InlineData("plate", "lbt  4471", "LBT 4471", null)]
    [InlineData("vin", "1tnahbe04ck021424", "1TNAHBE04CK021424", null)]
    [InlineData("vin", "1TNAHBEO4CK021424", "", "vin.letter")]
    [InlineData("year", "2027", "2027", null)]
    [InlineData("year", "2028", "2018", "vehicle.year")]
    [InlineData("year", "", "", null)]
    [InlineData("productionMonth", "3/2019", "2019-03", null)]
    [InlineData("productionMonth", "13/2019", "", "vehicle.productionMonth")]
    [InlineData("plateRegion", "me", "ME", null)]
    [InlineData("warning", "Lift at the marks", "Lift at the marks", null)]
    [InlineData("wheels", "4", null, "vehicle.field")]
    public void A_cars_field_is_kept_as_it_is_understood_or_refused(string field, string typed, string? shown, string? problem)
    {
        var car = Vehicle.Create(new VehicleInput("LBT 1", null, null, "2018", "Tarnow", null, null, null), 2026).Value;
        Assert.Equal((problem, shown), (car.Set(field, typed, 2026).Problem?.Code, car.Shown(field)));
    }

    [Fact]
    public void A_car_keeps_something_to_be_known_by()
    {
        var car = Vehicle.Create(new VehicleInput("LBT 1", null, null, null, "Tarnow", null, null, null), 2026).Value;
        Assert.True(car.Set("make", "", 2026).Ok);
        Assert.Equal(("vehicle.empty", "LBT 1"), (car.Set("plate", "", 2026).Problem!.Code, car.Plate.Text));
    }

    [Fact]
    public void Distances_of_the_maker_are_told_in_the_shops_unit()
    {
        var shop = new Shop { Name = "S", TimeZone = "Etc/GMT" };
        Assert.Equal((7_500, "mi"), (shop.Interval(7_500)!.Value, shop.DistanceWord));
        shop.DistanceUnit = DistanceUnit.Kilometers;
        Assert.Equal((12_000, 24_140, "km"), (shop.Interval(7_500)!.Value, shop.FromMiles(15_000)!.Value, shop.DistanceWord));
        Assert.Null(shop.Interval(null));
    }
}
