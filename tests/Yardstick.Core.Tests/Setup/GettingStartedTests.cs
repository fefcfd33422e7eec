using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Messaging;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Setup;

/// <summary>What a new shop needs, and the canned jobs with which it may begin.</summary>
public class GettingStartedTests
{
    private static Shop New() => new() { Name = "S", TimeZone = "America/New_York" };

    [Fact]
    public void A_new_shop_begins_with_its_address_and_ends_with_its_first_order()
    {
        var shop = New();
        Assert.Equal(GettingStarted.All, GettingStarted.Of(shop, 1, 1, false, false, false, false).Left);
        shop.Set("address", "1 Main Street", inUse: false);
        Assert.Equal(StartStep.Address, GettingStarted.Of(shop, 1, 1, false, false, false, false).Next);
        shop.Set("phone", "207 555 0142", inUse: false);
        Assert.Equal(StartStep.Hours, GettingStarted.Of(shop, 1, 1, false, false, false, false).Next);
        shop.Set("hours.saturday", "9-1", inUse: false);
        Assert.Equal(StartStep.FirstOrder, GettingStarted.Of(shop, 2, 2, true, true, true, false).Next);
        Assert.Null(GettingStarted.Of(shop, 2, 2, true, true, true, true).Next);
    }

    [Fact]
    public void A_step_is_left_out_and_taken_up_again()
    {
        var shop = New();
        shop.Skip(StartStep.Address, true);
        shop.Skip(StartStep.Address, true);
        Assert.Equal(StartStep.Hours, GettingStarted.Of(shop, 1, 1, false, false, false, false).Next);
        Assert.Single(shop.SkippedSteps);
        shop.Skip(StartStep.Address, false);
        Assert.Equal(StartStep.Address, GettingStarted.Of(shop, 1, 1, false, false, false, false).Next);
    }

    [Fact]
    public void Every_starting_set_can_be_taken_and_adds_only_what_is_missing()
    {
        foreach (var set in StartingSet.All)
        {
            var made = set.Make(new HashSet<string>()).Value;
            Assert.Equal(set.Jobs.Count, made.Count);
            Assert.All(made, j => Assert.NotEmpty(j.MakeJob(_ => null, StockCost.Last).Lines));
            Assert.Equal(made.Count - 1, set.Make(new HashSet<string> { made[0].Title }).Value.Count);
        }
        Assert.Distinct(StartingSet.All.SelectMany(s => s.Jobs).Select(j => j.Title));
    }

    [Theory]
    [InlineData("general", 3)]
    [InlineData("tires", 1)]
    [InlineData("maintenance", 3)]
    public void Markups_of_a_set_are_pricing_rules_that_can_be_published_and_leave_what_is_there(string set, int categories)
    {
        var form = PolicyFormWriter.Of(Sample.Policy);
        Assert.Equal(categories, StartingMarkups.MissingIn(set, form).Count);
        var added = StartingMarkups.AddTo(set, form);
        Assert.Empty(PolicyFormReader.Read(added, "USD", PolicyUse.None).Problems);
        Assert.Empty(StartingMarkups.MissingIn(set, added));
        Assert.Equal(added, StartingMarkups.AddTo(set, added));
        // A category that the shop has keeps its table.
        var own = form with { Categories = [new CategoryRow("TIRE", "")] };
        Assert.DoesNotContain("tire", StartingMarkups.MissingIn(set, own));
    }

    [Fact]
    public void Every_set_brings_stages_and_texts_that_no_other_has()
    {
        Assert.All(StartingSet.All, s => Assert.NotEmpty(StartingStages.Of(s.Key)));
        Assert.Distinct(StartingSet.All.SelectMany(s => StartingStages.Of(s.Key)).Select(s => s.Name));
        Assert.Distinct(StartingSet.All.SelectMany(s => StartingTexts.Of(s.Key)).Select(t => t.Name));
        Assert.All(StartingSet.All.SelectMany(s => StartingTexts.Of(s.Key)), t =>
            Assert.True(new MessageTemplate().Set(t.Name, t.Channel, t.Subject, t.Body, t.Use).Ok)
        );
        Assert.Empty(StartingStages.Of("bakery"));
        Assert.Empty(StartingTexts.Of("bakery"));
    }
}
