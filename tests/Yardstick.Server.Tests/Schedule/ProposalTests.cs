using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>A better plan over HTTP: proposed, taken in part and undone; an old one, or one that others overtook, is refused.</summary>
public class ProposalTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static object Move(JsonNode move) =>
        new
        {
            jobId = move["jobId"]!.GetValue<long>(),
            to = move["after"]!.DeepClone(),
            version = move["version"]!.GetValue<int>(),
        };

    private static async Task<JsonNode?> BlockAsync(Browser browser, long job) =>
        (await browser.GetAsync($"calendar?from={ShopFixture.Day()}&days=14"))
            .List("items")
            .FirstOrDefault(i => i!.Text("kind") == "Job" && i!.Id() == job);

    [Fact]
    public async Task It_is_laid_over_and_moves_nothing_until_it_is_taken()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Plan");
        await mina.ApproveAsync(order, job);
        // Somebody fixed it: no plan moves it.
        await mina.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 7,
                start = ShopFixture.At("16:00"),
                version = 0,
            }
        );
        await mina.PostAsync($"jobs/{job}/fix", new { isFixed = true, version = 1 });
        var proposal = await mina.GetAsync("plan/proposal");
        var moves = proposal.List("moves");
        Assert.NotEmpty(moves);
        Assert.True(proposal["brokenAfter"]!.GetValue<int>() <= proposal["brokenBefore"]!.GetValue<int>());
        Assert.DoesNotContain(moves, m => m!["jobId"]!.GetValue<long>() == job);
        Assert.Equal(ShopFixture.At("16:00"), (await BlockAsync(mina, job))!.Text("start"));

        // Nobody is sent to a bay that is not there.
        Assert.Equal(
            "bay.gone",
            (
                await mina.RefusedAsync(
                    "plan/take",
                    new
                    {
                        at = proposal.Text("at"),
                        moves = new[]
                        {
                            new
                            {
                                jobId = moves[0]!["jobId"]!.GetValue<long>(),
                                to = new
                                {
                                    technicianId = 5,
                                    bayId = 9999,
                                    start = ShopFixture.At("15:00"),
                                },
                                version = moves[0]!["version"]!.GetValue<int>(),
                            },
                        },
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );

        // Part of it is taken, and undone with what the answer says.
        var first = moves[0]!;
        var moved = first["jobId"]!.GetValue<long>();
        var before = await BlockAsync(mina, moved);
        var taken = await mina.PostAsync("plan/take", new { at = proposal.Text("at"), moves = new[] { Move(first) } });
        var after = (await BlockAsync(mina, moved))!;
        Assert.Equal(first["after"]!.Text("start"), after.Text("start"));
        await mina.PostAsync("plan/take", new { at = (string?)null, moves = taken["back"]!.DeepClone() });
        Assert.Equal(before?.Text("start"), (await BlockAsync(mina, moved))?.Text("start"));

        // What others moved meanwhile is not moved over them, and nothing else is then either.
        var other = moves.First(m => m!["before"] is not null && m["jobId"]!.GetValue<long>() != moved)!;
        var standing = (await BlockAsync(mina, other["jobId"]!.GetValue<long>()))!;
        using var dario = await shop.SignInAsync("dario");
        await dario.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = other["jobId"]!.GetValue<long>(),
                technicianId = 5,
                start = ShopFixture.At("15:30"),
                version = standing["version"]!.GetValue<int>(),
            }
        );
        Assert.Equal(
            "plan.changed",
            (
                await mina.RefusedAsync(
                    "plan/take",
                    new { at = proposal.Text("at"), moves = moves.Select(m => Move(m!)).ToArray() },
                    HttpStatusCode.Conflict
                )
            ).Text("code")
        );
        Assert.Equal(before?.Text("start"), (await BlockAsync(mina, moved))?.Text("start"));

        shop.Time.Advance(TimeSpan.FromMinutes(6));
        Assert.Equal(
            "plan.stale",
            (
                await mina.RefusedAsync(
                    "plan/take",
                    new { at = proposal.Text("at"), moves = new[] { Move(first) } },
                    HttpStatusCode.Conflict
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task A_promise_against_the_plan_is_marked_and_the_floor_says_what_costs_it()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Risk");
        await mina.ApproveAsync(order, job);
        await mina.HeaderAsync(order, "promisedAt", ShopFixture.At("10:40"));
        Assert.True((await mina.SheetAsync(order)).Flag("promisedAgainstPlan"));
        var card = (await mina.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!;
        Assert.Equal("CannotBeKept", card.Text("promiseState"));
        Assert.NotEmpty(card.Text("whyLate"));
        Assert.NotNull(card["readyAt"]);
        await mina.HeaderAsync(order, "promisedAt", ShopFixture.At("16:00", 5));
        Assert.False((await mina.SheetAsync(order)).Flag("promisedAgainstPlan"));
    }

    [Fact]
    public async Task One_step_puts_a_technician_on_an_order_and_what_is_scheduled_follows()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var (order, job) = await mina.WriteUpAsync("Schritt");
        await mina.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 7,
                start = ShopFixture.At("13:00"),
                version = 0,
            }
        );
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = 6 });
        Assert.Equal(6, (await BlockAsync(mina, job))!["technicianId"]!.GetValue<long>());
        Assert.Contains((await ana.GetAsync("bench")).List("cars"), c => c!["orderId"]!.GetValue<long>() == order);
    }
}
