using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Floor;

/// <summary>Stages, bays and progress notes are the shop's own, and take effect at once.</summary>
public class FloorSetupTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<JsonNode> StageAsync(Browser owner, long id) =>
        (await owner.GetAsync("stages")).List("stages").First(s => s!.Id() == id)!;

    private static async Task<JsonNode> CardAsync(Browser who, long order) =>
        (await who.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!;

    private static async Task MoveAsync(Browser who, long order, long stage) =>
        await who.PostAsync(
            $"orders/{order}/stage",
            new { stageId = stage, version = (await who.SheetAsync(order))["version"]!.GetValue<int>() }
        );

    [Fact]
    public async Task A_stage_of_the_shops_own_is_used_renamed_and_retired_while_a_car_is_in_it()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var lot = (await ingrid.PostAsync("stages", new { name = "In the lot", meaning = "Here" })).Id();
        var (order, _) = await mina.WriteUpAsync("Lot");
        await MoveAsync(mina, order, lot);
        await ingrid.PostAsync(
            $"stages/{lot}",
            new
            {
                field = "name",
                value = "Back lot",
                version = 1,
            }
        );
        var (sheet, card) = (await mina.SheetAsync(order), await CardAsync(mina, order));
        Assert.Equal(("Back lot", "Here"), (sheet.Text("stageName"), sheet.Text("stage")));
        Assert.Equal(lot, card["stageId"]!.GetValue<long>());
        Assert.Equal(1, (await StageAsync(ingrid, lot))["vehicles"]!.GetValue<int>());
        var meaning = new
        {
            field = "meaning",
            value = "Check",
            version = 2,
        };
        Assert.Equal("stage.inUse", (await ingrid.RefusedAsync($"stages/{lot}", meaning)).Text("code"));

        await ingrid.PostAsync($"stages/{lot}/retire", new { retired = true });
        Assert.True((await mina.GetAsync("floor")).List("stages").First(s => s!.Id() == lot)!.Flag("isRetired"));
        var (other, _) = await mina.WriteUpAsync("Other");
        var version = (await mina.SheetAsync(other))["version"]!.GetValue<int>();
        var refused = await mina.RefusedAsync($"orders/{other}/stage", new { stageId = lot, version });
        Assert.Equal("stage.retired", refused.Text("code"));
        // With the last car out of it the floor has no such column any more.
        await MoveAsync(mina, order, (await CardAsync(mina, other))["stageId"]!.GetValue<long>());
        Assert.DoesNotContain((await mina.GetAsync("floor")).List("stages"), s => s!.Id() == lot);
    }

    [Fact]
    public async Task Two_owners_at_one_stage_are_told_of_each_other_and_what_is_needed_stays()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var other = await shop.SignInAsync("ingrid");
        var stages = (await ingrid.GetAsync("stages")).List("stages");
        var check = stages.First(s => s!.Text("meaning") == "Check")!;
        var (id, version) = (check.Id(), check["version"]!.GetValue<int>());
        await ingrid.PostAsync(
            $"stages/{id}",
            new
            {
                field = "name",
                value = "Second look",
                version,
            }
        );
        var mine = new
        {
            field = "name",
            value = "Final check",
            version,
        };
        var clash = await other.RefusedAsync($"stages/{id}", mine, HttpStatusCode.Conflict);
        Assert.Contains("Second look", clash.Text("detail"), StringComparison.Ordinal);
        // Another field of the same stage merges.
        await other.PostAsync(
            $"stages/{id}",
            new
            {
                field = "roles",
                value = "Technician",
                version,
            }
        );
        await other.PostAsync($"stages/{id}/shift", new { by = -1 });
        var done = stages.First(s => s!.Text("meaning") == "Done")!.Id();
        Assert.Equal("stage.last", (await ingrid.RefusedAsync($"stages/{done}/retire", new { retired = true })).Text("code"));
        var order = (await ingrid.GetAsync("floor")).List("stages").Select(s => s!.Text("meaning")).ToList();
        Assert.True(order.IndexOf("Check") < order.IndexOf("TestDrive"));
    }

    [Fact]
    public async Task Bays_are_named_equipped_retired_and_brought_back()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var id = (await ingrid.PostAsync("bays", new { name = "Rack 9" })).Id();
        Assert.Equal("bay.twice", (await ingrid.RefusedAsync("bays", new { name = " rack 9" })).Text("code"));
        Assert.Equal("bay.name", (await ingrid.RefusedAsync("bays", new { name = "" })).Text("code"));
        await ingrid.PostAsync(
            $"bays/{id}",
            new
            {
                field = "equipment",
                value = "lift,  alignment, Lift",
                version = 1,
            }
        );
        async Task<JsonNode> BayAsync() => (await ingrid.GetAsync("bays")).AsArray().First(b => b!.Id() == id)!;
        Assert.Equal("lift, alignment", (await BayAsync()).Text("equipment"));
        await ingrid.PostAsync($"bays/{id}/retire", new { retired = true });
        Assert.True((await BayAsync()).Flag("retired"));
        await ingrid.PostAsync($"bays/{id}/retire", new { retired = false });
        Assert.False((await BayAsync()).Flag("retired"));
    }

    [Fact]
    public async Task A_technician_says_how_far_a_job_is_and_the_counter_sees_it()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var pieter = await shop.SignInAsync("pieter");
        await ingrid.PostAsync("setup/texts", new { field = "progressNotes", value = "More parts needed\nDrying overnight" });
        Assert.Contains("Drying overnight", (await pieter.GetAsync("bench")).List("progressNotes").Select(n => n!.GetValue<string>()));
        var (order, job) = await mina.WriteUpAsync("Paint");
        Task<JsonNode> NoteRefused() => pieter.RefusedAsync($"bench/jobs/{job}/progress-note", new { note = "Drying overnight" });
        Assert.Equal("job.notApproved", (await NoteRefused()).Text("code"));
        await mina.ApproveAsync(order, job);
        await pieter.PostAsync($"bench/jobs/{job}/progress-note", new { note = "Drying overnight" });
        Assert.Equal("Drying overnight", (await CardAsync(mina, order)).Text("progressNote"));
        Assert.Equal("Drying overnight", (await mina.SheetAsync(order)).List("jobs")[0]!.Text("progressNote"));
        // What is finished waits for nothing.
        await pieter.PostAsync($"bench/jobs/{job}/finish");
        Assert.Equal("", (await mina.SheetAsync(order)).List("jobs")[0]!.Text("progressNote"));
        Assert.Equal("job.finished", (await NoteRefused()).Text("code"));
    }
}
