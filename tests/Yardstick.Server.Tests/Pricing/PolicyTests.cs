using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Pricing;

/// <summary>The policy in Setup, from draft to version, and what it means for orders.</summary>
public class PolicyTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static JsonNode With(JsonNode view, Action<JsonNode> change)
    {
        var form = view["form"]!.DeepClone();
        change(form);
        return form;
    }

    private static int VersionOf(JsonNode view) => view["draft"]?["version"]!.GetValue<int>() ?? 0;

    private static async Task<JsonNode> SaveAsync(Browser owner, JsonNode view, Action<JsonNode> change)
    {
        var (status, saved) = await owner.SendAsync(
            HttpMethod.Put,
            "policy/draft",
            new { form = With(view, change), version = VersionOf(view) }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        return saved!;
    }

    private static void GeneralRate(JsonNode form, string rate) => form["laborRates"]![0]!["rate"] = rate;

    [Fact]
    public async Task A_draft_is_kept_as_it_was_typed_checked_compared_and_put_in_force()
    {
        using var owner = await shop.SignInAsync("ingrid");
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Draftsma");
        var before = (await writer.SheetAsync(order))["figures"]!.Number("labor");

        var bad = await SaveAsync(owner, await owner.GetAsync("policy"), form => GeneralRate(form, "a lot"));
        Assert.Equal("a lot", (await owner.GetAsync("policy"))["form"]!["laborRates"]![0]!.Text("rate"));
        Assert.Contains(bad.List("problems"), p => p!.Text("field") == "laborRates[0].rate");
        await owner.RefusedAsync("policy/versions", new { version = VersionOf(bad) });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await owner.SendAsync(HttpMethod.Get, "policy/draft/comparison")).Status);

        var good = await SaveAsync(owner, bad, form => GeneralRate(form, "150"));
        Assert.Empty(good.List("problems"));
        var difference = Assert.Single(good.List("differences"))!;
        Assert.Equal(
            ("Labor rate general", "142.00", "150"),
            (difference.Text("what"), difference.Text("before"), difference.Text("after"))
        );

        var compared = await owner.GetAsync("policy/draft/comparison");
        Assert.True(compared["after"]!.Number("revenue") > compared["before"]!.Number("revenue"));
        Assert.Equal(10, compared.List("most").Count);
        decimal Moved(JsonNode? of) => Math.Abs(of!.Number("totalAfter") - of!.Number("totalBefore"));
        Assert.Equal(compared.List("most").Max(Moved), Moved(compared.List("most")[0]));

        using var db = shop.OpenDb();
        var since = Instant.FromDateTimeUtc(compared["since"]!.GetValue<DateTime>().ToUniversalTime());
        var posted = await db
            .Invoices.Where(i =>
                i.PostedAt >= since && i.Kind == Core.Billing.InvoiceKind.Invoice && !db.Invoices.Any(c => c.CorrectsId == i.Id)
            )
            .ToListAsync();
        Assert.Equal(
            (posted.Count, posted.Sum(i => i.Profit.Amount)),
            ((int)compared.Number("orders"), compared["before"]!.Number("profit"))
        );

        var version = (await owner.PostAsync("policy/versions", new { version = VersionOf(good), note = "Autumn" })).Id();
        var view = await owner.GetAsync("policy");
        Assert.Null(view["draft"]);
        Assert.Equal(
            (version, "Autumn", "Ingrid A."),
            (view.List("versions")[0]!.Id(), view.List("versions")[0]!.Text("note"), view.List("versions")[0]!.Text("by"))
        );

        var sheet = await writer.SheetAsync(order);
        Assert.True(sheet.Flag("policyIsOlder"));
        Assert.Equal(before, sheet["figures"]!.Number("labor"));
        var preview = await writer.GetAsync($"orders/{order}/reprice");
        Assert.Contains(preview["preview"]!.List("changes"), c => c!.Text("what") == "Press bushing in" && c!.Number("after") == 225m);
        await writer.PostAsync($"orders/{order}/reprice", new { policyVersionId = version });
        sheet = await writer.SheetAsync(order);
        Assert.Equal((225m, false), (sheet["figures"]!.Number("labor"), sheet.Flag("policyIsOlder")));
        await writer.PostAsync($"orders/{order}/reprice", new { policyVersionId = version - 1 });
        Assert.Equal(before, (await writer.SheetAsync(order))["figures"]!.Number("labor"));
        await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() =>
            db.Database.ExecuteSqlRawAsync("UPDATE PolicyVersions SET Note = 'x'")
        );
    }

    [Fact]
    public async Task A_name_that_records_use_cannot_go_and_a_draft_that_says_the_same_is_not_put_in_force()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var view = await owner.GetAsync("policy");
        var without = await SaveAsync(owner, view, form => form["laborRates"]!.AsArray().RemoveAt(2));
        var problem = Assert.Single(without.List("problems"))!;
        Assert.Contains("10 customers", problem.Text("message"), StringComparison.Ordinal);
        var same = await SaveAsync(owner, without, form => form["laborRates"] = view["form"]!["laborRates"]!.DeepClone());
        Assert.Equal("policy.same", (await owner.RefusedAsync("policy/versions", new { version = VersionOf(same) })).Text("code"));
        var (_, gone) = await owner.SendAsync(HttpMethod.Delete, "policy/draft");
        Assert.Null(gone!["draft"]);
        Assert.Equal("policy.noDraft", (await owner.RefusedAsync("policy/versions", new { version = 1 })).Text("code"));
    }

    [Fact]
    public async Task Of_two_who_write_a_draft_the_later_is_told()
    {
        using var one = await shop.SignInAsync("ingrid");
        using var other = await shop.SignInAsync("ingrid");
        var seen = await other.GetAsync("policy");
        await SaveAsync(one, await one.GetAsync("policy"), form => form["marginAim"] = "52");
        var (status, told) = await other.SendAsync(
            HttpMethod.Put,
            "policy/draft",
            new { form = With(seen, form => form["marginAim"] = "60"), version = VersionOf(seen) }
        );
        Assert.Equal(HttpStatusCode.Conflict, status);
        Assert.Contains("Ingrid", told!.Text("detail"), StringComparison.Ordinal);
        Assert.Equal("52", (await one.GetAsync("policy"))["form"]!.Text("marginAim"));
        await one.SendAsync(HttpMethod.Delete, "policy/draft");
    }

    [Fact]
    public async Task A_form_of_the_wrong_shape_is_refused_and_changes_nothing()
    {
        using var owner = await shop.SignInAsync("ingrid");
        foreach (
            var body in new object[]
            {
                new { version = 0 },
                new { form = new { taxes = "none" }, version = 0 },
                new { form = new { taxes = new[] { new { code = "A" } } }, version = 0 },
                new
                {
                    form = new
                    {
                        taxes = new[]
                        {
                            new
                            {
                                code = "A",
                                percent = "1",
                                on = new[] { "Weather" },
                            },
                        },
                    },
                    version = 0,
                },
            }
        )
        {
            var (status, _) = await owner.SendAsync(HttpMethod.Put, "policy/draft", body);
            Assert.True((int)status is 400 or 422, $"{(int)status}");
        }
        Assert.Null((await owner.GetAsync("policy"))["draft"]);
    }

    [Fact]
    public async Task Companions_on_the_sheet_follow_are_set_waived_and_brought_back()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Tiremann");
        await using var db = shop.OpenDb();
        var tire = await db.Parts.Where(p => p.Category == "tire").OrderBy(p => p.Description).Select(p => p.Id).FirstAsync();
        var line = (
            await writer.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Part",
                    partId = tire,
                    quantity = "4",
                }
            )
        ).Id();
        async Task<JsonNode> Job() => (await writer.SheetAsync(order)).List("jobs").First(j => j!.Id() == job)!;
        async Task<JsonNode> Companion(string code) => (await Job()).List("companions").First(c => c!.Text("code") == code)!;
        async Task Set(string code, string field, string value) =>
            await writer.PostAsync(
                $"orders/{order}/jobs/{job}/companions",
                new
                {
                    code,
                    field,
                    value,
                    version = (await Job())["version"]!.GetValue<int>(),
                }
            );

        Assert.Equal(4, (await Companion("MOUNT")).Number("quantity"));
        await Set("MOUNT", "amountPerUnit", "20");
        await Set("VALVE", "waived", "true");
        await writer.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "quantity",
                value = "2",
                version = (await writer.LineAsync(order, line))["version"]!.GetValue<int>(),
            }
        );
        var mount = await Companion("MOUNT");
        Assert.Equal((2m, 40m, 24m), (mount.Number("quantity"), mount.Number("amount"), mount.Number("policyPrice")));
        Assert.True((await Companion("VALVE")).Flag("waived"));
        Assert.Contains((await writer.GetAsync($"orders/{order}/why")).AsArray(), w => w!.Text("key") == $"job:{job}.companion:MOUNT");
        await Set("VALVE", "waived", "false");
        Assert.Equal(9m, (await Companion("VALVE")).Number("amount"));
        Assert.Equal(
            "figure.unreadable",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/jobs/{job}/companions",
                    new
                    {
                        code = "MOUNT",
                        field = "quantity",
                        value = "some",
                        version = 99,
                    }
                )
            ).Text("code")
        );
        await writer.RefusedAsync(
            $"orders/{order}/jobs/{job}/companions",
            new
            {
                code = "NOSUCH",
                field = "waived",
                value = "true",
                version = 99,
            },
            HttpStatusCode.NotFound
        );

        using var other = await shop.SignInAsync("dario");
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}/companions",
            new
            {
                code = "MOUNT",
                field = "amountPerUnit",
                value = "22",
                version = (await Job())["version"]!.GetValue<int>(),
            }
        );
        var clash = await other.RefusedAsync(
            $"orders/{order}/jobs/{job}/companions",
            new
            {
                code = "MOUNT",
                field = "amountPerUnit",
                value = "23",
                version = 1,
            },
            HttpStatusCode.Conflict
        );
        Assert.Contains("Mina", clash.Text("detail"), StringComparison.Ordinal);
        Assert.Contains((await writer.GetAsync($"orders/{order}/record")).AsArray(), r =>
            r!.Text("field") == "companion MOUNT amountPerUnit"
        );
    }
}
