using System.Net;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Purchasing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Purchasing;

/// <summary>Suppliers and catalog parts are set up, and a supplier without a service is ordered from by phone.</summary>
public class SetUpTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task A_supplier_is_made_called_and_retired()
    {
        var (ingrid, mina) = (await shop.SignInAsync("ingrid"), await shop.SignInAsync("mina"));
        var id = (await ingrid.PostAsync("suppliers", new { name = "Gull Cove Glass" })).Id();
        await ingrid.RefusedAsync("suppliers", new { name = "gull cove glass" });
        await ingrid.PostAsync(
            $"suppliers/{id}",
            new
            {
                field = "phone",
                value = "207 555 0177",
                version = 1,
            }
        );
        var (order, job) = await mina.WriteUpAsync();
        await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", description = "Windshield" });
        var line = (await mina.SheetAsync(order))["jobs"]![0]!["lines"]!.AsArray().First(l => l!.Text("description") == "Windshield")!.Id();
        foreach (var (field, value) in new[] { ("number", "WS-100"), ("unitCost", "210") })
            await mina.PostAsync(
                $"orders/{order}/lines/{line}",
                new
                {
                    field,
                    value,
                    version = 99,
                }
            );
        await mina.ApproveAsync(order, job);
        var placed = await mina.PostAsync("purchase-orders", new { supplierId = id, lineIds = new[] { line } });
        var card = (await mina.GetAsync("parts"))["onTheWay"]!.AsArray().Single(p => p!.Id() == placed.Id())!;
        Assert.Equal(("Placed", "Phone"), (card.Text("state"), card.Text("way")));
        await mina.RefusedAsync($"purchase-orders/{placed.Id()}/call", new { reference = "", expected = "soonish" });
        await mina.PostAsync($"purchase-orders/{placed.Id()}/call", new { reference = "4471", expected = "tomorrow 2 pm" });
        await using (var db = shop.OpenDb())
        {
            var kept = await db.PurchaseOrders.SingleAsync(p => p.Id == placed.Id());
            Assert.Equal((PurchaseOrderState.Confirmed, "4471", 0), (kept.State, kept.SupplierReference, kept.Tries));
        }
        await ingrid.PostAsync($"suppliers/{id}/retire", new { retired = true });
        Assert.DoesNotContain((await mina.GetAsync("parts"))["suppliers"]!.AsArray(), s => s!.Id() == id);
        Assert.Contains((await mina.GetAsync("parts"))["onTheWay"]!.AsArray(), p => p!.Text("supplier") == "Gull Cove Glass");
        await mina.RefusedAsync("purchase-orders", new { supplierId = id, lineIds = new[] { line } }, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_part_is_made_found_changed_and_withdrawn()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var id = (await ingrid.PostAsync("catalog-parts", new { number = "ZZ-900", description = "Wheel weight, clip-on" })).Id();
        await ingrid.RefusedAsync("catalog-parts", new { number = "ZZ-900", description = "Again" });
        await ingrid.PostAsync(
            $"catalog-parts/{id}",
            new
            {
                field = "category",
                value = "tire",
                version = 1,
            }
        );
        await ingrid.RefusedAsync(
            $"catalog-parts/{id}",
            new
            {
                field = "supplierId",
                value = "999",
                version = 1,
            },
            HttpStatusCode.NotFound
        );
        var found = (await ingrid.GetAsync("catalog-parts?text=weight%20zz"))["parts"]!.AsArray();
        Assert.Equal(id, Assert.Single(found)!.Id());
        var first = await ingrid.GetAsync("catalog-parts");
        var next = await ingrid.GetAsync($"catalog-parts?after={Uri.EscapeDataString(first.Text("more"))}");
        Assert.DoesNotContain(next["parts"]!.AsArray(), p => first["parts"]!.AsArray().Any(q => q!.Id() == p!.Id()));
        await ingrid.PostAsync($"catalog-parts/{id}/withdraw", new { withdrawn = true });
        Assert.True((await ingrid.GetAsync($"catalog-parts/{id}"))["withdrawn"]!.GetValue<bool>());
    }

    [Fact]
    public async Task What_comes_along_with_a_part_is_set_up_and_lands_with_it()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var part = (await ingrid.PostAsync("catalog-parts", new { number = "CAM-1", description = "Camera, forward" })).Id();
        await ingrid.PostAsync(
            $"catalog-parts/{part}",
            new
            {
                field = "unitCost",
                value = "80",
                version = 1,
            }
        );
        var addOn = (await ingrid.PostAsync($"catalog-parts/{part}/add-ons", new { label = "Aim the camera" })).Id();
        await ingrid.RefusedAsync($"catalog-parts/{part}/add-ons", new { label = "aim the camera" });
        foreach (var (field, value, version) in new[] { ("amountPerUnit", "95", 1), ("hoursPerUnit", "0.7", 2) })
            await ingrid.PostAsync(
                $"catalog-parts/{part}/add-ons/{addOn}",
                new
                {
                    field,
                    value,
                    version,
                }
            );
        using var other = await shop.SignInAsync("ingrid");
        await other.RefusedAsync(
            $"catalog-parts/{part}/add-ons/{addOn}",
            new
            {
                field = "amountPerUnit",
                value = "90",
                version = 1,
            },
            HttpStatusCode.Conflict
        );
        var (order, job) = await mina.WriteUpAsync();
        await mina.PostAsync(
            $"orders/{order}/take",
            new
            {
                kind = "stock",
                id = part,
                jobId = job,
            }
        );
        var companion = Assert.Single((await mina.SheetAsync(order))["jobs"]![0]!.List("companions"), c =>
            c!.Text("code") == "AIM-THE-CAMERA"
        )!;
        Assert.Equal(95m, companion.Number("each"));
        await ingrid.SendAsync(HttpMethod.Delete, $"catalog-parts/{part}/add-ons/{addOn}");
        Assert.Empty((await ingrid.GetAsync($"catalog-parts/{part}")).List("addOns"));
    }
}
