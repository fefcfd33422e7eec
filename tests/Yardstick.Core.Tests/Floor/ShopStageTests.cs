using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Floor;

/// <summary>The shop's own list of stages, and which of them a car is in.</summary>
public class ShopStageTests
{
    private static List<ShopStage> Usual()
    {
        var id = 1L;
        return
        [
            .. ShopStage
                .Usual()
                .Select(s => new ShopStage
                {
                    Id = id++,
                    Name = s.Name,
                    Meaning = s.Meaning,
                    Position = s.Position,
                }),
        ];
    }

    private static ShopStage Means(List<ShopStage> all, Stage meaning) => all.First(s => s.Meaning == meaning);

    [Fact]
    public void A_new_stage_stands_behind_those_that_mean_the_same_and_the_rest_moves_on()
    {
        var all = Usual();
        var made = ShopStage.Create(" At the body shop ", Stage.WaitingForParts, all).Value;
        all.Add(made);
        var names = new StageList(all).All.Select(s => s.Name).ToList();
        Assert.Equal(names.IndexOf("Waiting for parts") + 1, names.IndexOf("At the body shop"));
        Assert.Equal("Ready for technician", names[names.IndexOf("At the body shop") + 1]);
        Assert.Equal(all.Count, all.Select(s => s.Position).Distinct().Count());
    }

    [Theory]
    [InlineData("", Stage.Here, "stage.name")]
    [InlineData("waiting FOR parts", Stage.Here, "stage.twice")]
    [InlineData("Lot", (Stage)77, "stage.meaning")]
    public void A_stage_needs_a_name_of_its_own_and_a_meaning(string name, Stage meaning, string code) =>
        Assert.Equal(code, ShopStage.Create(name, meaning, Usual()).Problem!.Code);

    [Theory]
    [InlineData(Stage.Expected, "stage.last")]
    [InlineData(Stage.Here, "stage.last")]
    [InlineData(Stage.Diagnosis, null)]
    [InlineData(Stage.Pricing, null)]
    [InlineData(Stage.WaitingForAnswer, "stage.last")]
    [InlineData(Stage.WaitingForParts, "stage.last")]
    [InlineData(Stage.ReadyForTechnician, null)]
    [InlineData(Stage.InWork, "stage.last")]
    [InlineData(Stage.TestDrive, null)]
    [InlineData(Stage.Check, null)]
    [InlineData(Stage.Done, "stage.last")]
    [InlineData(Stage.Collected, "stage.last")]
    public void The_only_stage_of_a_meaning_that_every_shop_needs_stays(Stage meaning, string? code)
    {
        var all = Usual();
        var stage = Means(all, meaning);
        Assert.Equal(code, stage.Retire(true, all, Mina.At).Problem?.Code);
        Assert.Equal(code is null, stage.RetiredAt is not null);
        // Its meaning can't be taken away either, until another one has it.
        var other = meaning == Stage.Check ? "TestDrive" : "Check";
        stage.Retire(false, all, Mina.At);
        Assert.Equal(code, stage.Set("meaning", other, all, inUse: false).Problem?.Code);
        if (code is null)
            return;
        all.Add(ShopStage.Create("Another", meaning, all).Value);
        Assert.Null(stage.Retire(true, all, Mina.At).Problem);
    }

    [Fact]
    public void The_meaning_stays_while_vehicles_are_in_it()
    {
        var all = Usual();
        var stage = Means(all, Stage.Diagnosis);
        Assert.Equal("stage.inUse", stage.Set("meaning", "Check", all, inUse: true).Problem!.Code);
        Assert.True(stage.Set("name", "On the scanner", all, inUse: true).Ok);
        Assert.True(stage.Set("roles", "Technician, Writer,Technician", all, inUse: true).Ok);
        Assert.Equal((Stage.Diagnosis, "On the scanner", 3), (stage.Meaning, stage.Name, stage.Version));
        Assert.Equal([Role.Writer, Role.Technician], stage.Roles);
        Assert.Equal("stage.role", stage.Set("roles", "Pilot", all, inUse: true).Problem!.Code);
        Assert.Equal("stage.field", stage.Set("position", "1", all, inUse: true).Problem!.Code);
    }

    [Fact]
    public void A_stage_moves_over_retired_ones_and_stays_at_the_ends()
    {
        var all = Usual();
        Means(all, Stage.Diagnosis).Retire(true, all, Mina.At);
        var pricing = Means(all, Stage.Pricing);
        Assert.True(pricing.Shift(-1, all).Ok);
        var offered = new StageList(all).All.Where(s => s.RetiredAt is null).Select(s => s.Meaning).ToList();
        Assert.Equal([Stage.Expected, Stage.Pricing, Stage.Here], offered.Take(3));
        var first = Means(all, Stage.Expected);
        var change = first.Shift(-1, all).Value;
        Assert.Equal((change.Old, 1), (change.New, first.Version));
        Assert.Equal("stage.shift", first.Shift(2, all).Problem!.Code);
    }

    [Fact]
    public void A_car_is_where_somebody_put_it_until_the_program_moves_it()
    {
        var all = Usual();
        var lot = new ShopStage
        {
            Id = 50,
            Name = "In the lot",
            Meaning = Stage.Here,
            Position = 90,
        };
        all.Add(lot);
        var list = new StageList(all);
        var order = new Order
        {
            Id = 1,
            Number = 1001,
            VehicleId = 4,
            Stage = Stage.Here,
        };
        Assert.Equal("Arrived", order.StageIn(list).Name);
        Assert.True(order.MoveTo(lot, order.StageIn(list), Mina).Ok);
        Assert.Equal(("In the lot", Stage.Here), (order.StageIn(list).Name, order.Stage));
        Assert.Equal(50, Assert.Single(order.StageChanges).ToStageId);
        // A move within what it means already is none.
        order.MoveTo(Stage.Here, "", Mina);
        Assert.Equal(50, order.StageId);
        order.MoveTo(Stage.WaitingForAnswer, "The estimate was sent", Mina);
        Assert.Equal(("Waiting for approval", null), (order.StageIn(list).Name, order.StageId));
        lot.Retire(true, all, Mina.At);
        Assert.Equal("stage.retired", order.MoveTo(lot, order.StageIn(list), Mina).Problem!.Code);
    }

    [Fact]
    public void Where_a_shop_has_no_stage_of_a_meaning_another_stands_in_and_a_retired_one_is_shown_while_used()
    {
        var all = Usual();
        var drive = Means(all, Stage.TestDrive);
        var order = new Order
        {
            Id = 1,
            Number = 1001,
            VehicleId = 4,
            Stage = Stage.InWork,
        };
        order.MoveTo(drive, order.StageIn(new StageList(all)), Mina);
        drive.Retire(true, all, Mina.At);
        var list = new StageList(all);
        Assert.Equal("Test drive", order.StageIn(list).Name);
        Assert.Contains(drive, list.Shown(new HashSet<long> { order.StageIn(list).Id }));
        Assert.DoesNotContain(drive, list.Shown(new HashSet<long>()));
        Assert.Equal("In progress", list.Of(Stage.TestDrive).Name);
        Assert.Equal("Ready for technician", list.Of(Stages.AfterParts).Name);
    }

    [Theory]
    [InlineData(OrderState.Open, Stage.Check, "Quality check")]
    [InlineData(OrderState.Posted, Stage.Done, "Invoiced")]
    [InlineData(OrderState.Posted, Stage.Collected, "Invoiced, picked up")]
    [InlineData(OrderState.Ended, Stage.Collected, "Ended without an invoice")]
    [InlineData(OrderState.Voided, Stage.Collected, "Void")]
    public void An_order_says_where_it_stands(OrderState state, Stage stage, string words) =>
        Assert.Equal(words, new Order { State = state, Stage = stage }.StatusWords(new StageList(Usual())));
}
