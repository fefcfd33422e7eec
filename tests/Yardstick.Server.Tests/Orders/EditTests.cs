using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Orders;

/// <summary>Two people in one order; bad input in every field.</summary>
public class EditTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task The_second_edit_of_the_same_field_is_told_and_other_fields_merge()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (order, _) = await mina.WriteUpAsync();
        var line = (await mina.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!;
        object Set(string field, string value) =>
            new
            {
                field,
                value,
                version = line["version"]!.GetValue<int>(),
            };
        await mina.PostAsync($"orders/{order}/lines/{line.Id()}", Set("hours", "2"));
        await dario.PostAsync($"orders/{order}/lines/{line.Id()}", Set("description", "Press bushings in"));
        var clash = await dario.RefusedAsync($"orders/{order}/lines/{line.Id()}", Set("hours", "3"), HttpStatusCode.Conflict);
        Assert.Equal("edit.conflict", clash.Text("code"));
        Assert.Contains("Mina O. changed this to \"2\"", clash.Text("detail"), StringComparison.Ordinal);
        // One's own earlier edit is no clash, however fast one types.
        await mina.PostAsync($"orders/{order}/lines/{line.Id()}", Set("hours", "2.5"));
        var now = await mina.LineAsync(order, line.Id());
        Assert.Equal((2.5m, "Press bushings in"), (now.Number("hours"), now.Text("description")));
    }

    [Fact]
    public async Task A_hundred_edits_from_two_screens_at_once_lose_nothing()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (order, job) = await mina.WriteUpAsync();
        await Task.WhenAll(
            Enumerable
                .Range(0, 100)
                .Select(i =>
                    (i % 2 == 0 ? mina : dario).PostAsync(
                        $"orders/{order}/jobs/{job}/lines",
                        new
                        {
                            kind = "Fee",
                            description = $"Fee {i}",
                            amount = "1.01",
                        }
                    )
                )
        );
        var sheet = await mina.SheetAsync(order);
        Assert.Equal(102, sheet.List("jobs")[0]!.List("lines").Count);
        Assert.Equal(101.00m, sheet["figures"]!.Number("fees"));
        await using var db = shop.OpenDb();
        Assert.Equal(sheet["figures"]!.Number("total"), (await db.Orders.SingleAsync(o => o.Id == order)).Total.Amount);
        var record = (await mina.GetAsync($"orders/{order}/record")).AsArray();
        Assert.Equal(100, record.Count(e => e!.Text("field") == "added" && e!.Text("new").StartsWith("Fee ", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task What_was_taken_off_comes_back_by_undo()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var before = (await mina.SheetAsync(order))["figures"]!.Number("total");
        Assert.Equal(HttpStatusCode.OK, (await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/jobs/{job}")).Status);
        Assert.Equal(0, (await mina.SheetAsync(order))["figures"]!.Number("total"));
        await mina.PostAsync($"orders/{order}/jobs/{job}/restore");
        Assert.Equal(before, (await mina.SheetAsync(order))["figures"]!.Number("total"));
    }

    [Theory]
    [InlineData("hours", "-1")]
    [InlineData("hours", "lots")]
    [InlineData("description", "")]
    [InlineData("quantity", "4")]
    public async Task A_bad_figure_is_refused_at_its_field(string field, string value)
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync();
        var line = (await mina.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!;
        Assert.Equal(
            field,
            (
                await mina.RefusedAsync(
                    $"orders/{order}/lines/{line.Id()}",
                    new
                    {
                        field,
                        value,
                        version = 1,
                    }
                )
            ).Text("field")
        );
        Assert.Equal(1.5m, (await mina.LineAsync(order, line.Id())).Number("hours"));
    }

    [Fact]
    public async Task A_negative_quantity_is_refused_when_added()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        Assert.Equal(
            "quantity",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/jobs/{job}/lines",
                    new
                    {
                        kind = "Part",
                        description = "Clip",
                        quantity = "-2",
                    }
                )
            ).Text("field")
        );
    }

    [Theory]
    [InlineData("O'Brien \"Bob\" 🚗")]
    [InlineData("Ἀλέξανδρος Жуков Łukasz")]
    public async Task Names_of_all_kinds_are_kept_and_found(string name)
    {
        using var mina = await shop.SignInAsync("mina");
        var started = await mina.PostAsync("orders", new { customer = new { lastName = name }, vehicle = new { plate = "ODD 1" } });
        var sheet = await mina.SheetAsync(started.Id());
        Assert.Equal(name, sheet["customer"]!.Text("name"));
        Assert.Contains((await mina.GetAsync($"find?q={Uri.EscapeDataString(name.Split(' ')[0])}")).AsArray(), f =>
            f!.Text("title") == name
        );
    }

    [Fact]
    public async Task Two_hundred_characters_are_a_name_and_more_are_refused()
    {
        using var mina = await shop.SignInAsync("mina");
        object Somebody(int length) => new { customer = new { lastName = new string('ä', length) }, vehicle = new { plate = "LONG 1" } };
        await mina.PostAsync("orders", Somebody(200));
        Assert.Equal("customer.lastName", (await mina.RefusedAsync("orders", Somebody(201))).Text("field"));
    }

    [Theory]
    [InlineData("customer.phone", "{\"customer\":{\"lastName\":\"A\",\"phone\":\"call me\"},\"vehicle\":{\"plate\":\"A 1\"}}")]
    [InlineData("vehicle.year", "{\"customer\":{\"lastName\":\"A\"},\"vehicle\":{\"plate\":\"A 1\",\"year\":\"2031\"}}")]
    [InlineData("vehicle.vin", "{\"customer\":{\"lastName\":\"A\"},\"vehicle\":{\"vin\":\"1M8GDM9AXKPO42788\"}}")]
    [InlineData("odometer", "{\"customer\":{\"lastName\":\"A\"},\"vehicle\":{\"plate\":\"A 1\"},\"odometer\":\"a lot\"}")]
    [InlineData("promisedAt", "{\"customer\":{\"lastName\":\"A\"},\"vehicle\":{\"plate\":\"A 1\"},\"promisedAt\":\"soon\"}")]
    public async Task A_bad_write_up_names_its_field_and_keeps_nothing(string field, string body)
    {
        using var mina = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var before = (await db.Customers.CountAsync(), await db.Orders.CountAsync());
        Assert.Equal(field, (await mina.RefusedAsync("orders", JsonNode.Parse(body))).Text("field"));
        Assert.Equal(before, (await db.Customers.CountAsync(), await db.Orders.CountAsync()));
    }

    [Theory]
    [InlineData("207-555-0100", "Imke Sorensen")]
    [InlineData("(207) 555 0100", "Imke Sorensen")]
    [InlineData("sorens", "Imke Sorensen")]
    [InlineData("lbt4471", "2018 Tarnow Petrel 2.0 AWD")]
    [InlineData("LBT 4471", "2018 Tarnow Petrel 2.0 AWD")]
    [InlineData("020914", "2018 Tarnow Petrel 2.0 AWD")]
    [InlineData("3501", "3501 Coolant smell, level low")]
    public async Task Anyone_is_found_from_anything(string text, string title)
    {
        using var mina = await shop.SignInAsync("mina");
        Assert.Contains((await mina.GetAsync($"find?q={Uri.EscapeDataString(text)}")).AsArray(), f => f!.Text("title") == title);
    }

    [Theory]
    [InlineData("\"")]
    [InlineData("* OR 1")]
    [InlineData("   ")]
    [InlineData("(((")]
    public async Task Rubbish_in_the_find_field_harms_nothing(string text)
    {
        using var mina = await shop.SignInAsync("mina");
        Assert.NotNull(await mina.GetAsync($"find?q={Uri.EscapeDataString(text)}"));
    }

    [Fact]
    public async Task Answers_of_commands_are_forgotten_after_a_week_and_not_before()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Merkel");
        var id = Guid.NewGuid();
        object body = new { complaint = "Rattles" };
        await mina.SendAsync(HttpMethod.Post, $"orders/{order}/concerns", body, id);
        var forget = shop.Services.GetRequiredService<OldCommandCleanup>();
        await forget.ForgetAsync(default);
        await mina.SendAsync(HttpMethod.Post, $"orders/{order}/concerns", body, id);
        Assert.Equal(2, (await mina.SheetAsync(order)).List("concerns").Count);
        using var db = shop.OpenDb();
        await db.Commands.Where(c => c.Id == id).ExecuteUpdateAsync(s => s.SetProperty(c => c.At, c => shop.Time.Now().PlusDays(-8)));
        await forget.ForgetAsync(default);
        Assert.False(await db.Commands.AnyAsync(c => c.Id == id));
    }
}
