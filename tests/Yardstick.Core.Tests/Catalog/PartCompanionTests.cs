using Yardstick.Core.Catalog;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Catalog;

/// <summary>What comes along with single parts, as it is set up.</summary>
public class PartCompanionTests
{
    private static Part Battery() => Part.Create("BA-1", "Battery", taken: false).Value;

    [Theory]
    [InlineData("label", "Program the battery", "Program the battery", null)]
    [InlineData("label", "", null, "addOn.label")]
    [InlineData("label", "!!", null, "addOn.label")]
    [InlineData("kind", "Fee", "Fee", null)]
    [InlineData("kind", "Sublet", null, "addOn.kind")]
    [InlineData("amountPerUnit", "12.5", "12.50", null)]
    [InlineData("amountPerUnit", "a lot", null, "figure.unreadable")]
    [InlineData("hoursPerUnit", "0:12", "0.2", null)]
    [InlineData("costPerUnit", "", "0.00", null)]
    [InlineData("taxable", "false", "false", null)]
    [InlineData("weight", "2", null, "addOn.field")]
    public void A_field_is_kept_or_refused(string field, string typed, string? kept, string? code)
    {
        var addOn = PartCompanion.Create(Battery(), "Register").Value;
        var set = addOn.Set(field, typed);
        Assert.Equal((kept, code), (set.Ok ? set.Value.New : null, set.Problem?.Code));
    }

    [Fact]
    public void Its_code_is_made_of_its_label_once_for_each_part_and_stays()
    {
        var part = Battery();
        var addOn = PartCompanion.Create(part, "Register the battery, again and again").Value;
        Assert.Equal("REGISTER-THE-BATTERY-AGA", addOn.Code);
        Assert.Equal("addOn.twice", PartCompanion.Create(part, "register the battery, again and again").Problem!.Code);
        addOn.Set("label", "Something else");
        Assert.Equal(("REGISTER-THE-BATTERY-AGA", "Something else"), (addOn.Rule("BA-1").Code, addOn.Rule("BA-1").Label));
    }

    [Fact]
    public void What_another_kind_does_not_have_is_not_kept_behind_the_screen()
    {
        var addOn = PartCompanion.Create(Battery(), "Disposal").Value;
        addOn.Set("hoursPerUnit", "0.3");
        addOn.Set("kind", "Fee");
        addOn.Set("costPerUnit", "4");
        addOn.Set("passThrough", "true");
        Assert.Equal((0m, 4m, true), (addOn.HoursPerUnit.Value, addOn.CostPerUnit.Value, addOn.PassThrough));
        addOn.Set("kind", "Labor");
        Assert.Equal((AmountKind.Labor, 0m, false), (addOn.Kind, addOn.CostPerUnit.Value, addOn.PassThrough));
    }
}
