using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Messaging;
using Yardstick.Core.Purchasing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Purchasing;

/// <summary>Purchase orders that go out by email as a PDF: once, to the branch that was chosen, and with what became of them.</summary>
public class PurchaseEmailTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<long> SupplierAsync(Browser ingrid, string name, string email)
    {
        var id = (await ingrid.PostAsync("suppliers", new { name })).Id();
        foreach (var (field, value) in new[] { ("email", email), ("accountNumber", "LB-0093"), ("way", "Email") })
            await ingrid.PostAsync(
                $"suppliers/{id}",
                new
                {
                    field,
                    value,
                    version = 99,
                }
            );
        return id;
    }

    private static async Task<long> NeededAsync(Browser mina)
    {
        var (order, job) = await mina.WriteUpAsync();
        await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", description = "Axle shaft" });
        var line = (await mina.SheetAsync(order))["jobs"]![0]!["lines"]!.AsArray().First(l => l!.Text("description") == "Axle shaft")!.Id();
        foreach (var (field, value) in new[] { ("number", "AX-77"), ("unitCost", "164.25"), ("quantity", "2") })
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
        return line;
    }

    private static async Task<JsonNode> CardAsync(Browser mina, long id, Func<JsonNode, bool> until)
    {
        for (var i = 0; i < 150; i++)
        {
            var card = (await mina.GetAsync("parts"))["onTheWay"]!.AsArray().Single(p => p!.Id() == id)!;
            if (until(card))
                return card;
            await Task.Delay(100);
        }
        throw new InvalidOperationException("The purchase order did not become what it should.");
    }

    private async Task<List<JsonNode>> PostAsync(string address) =>
        JsonNode
            .Parse(await shop.Outside.GetStringAsync("post/all"))!
            .AsArray()
            .Where(p => p!.Text("address") == address && p!.Text("way") == "out")
            .Select(p => p!)
            .ToList();

    [Fact]
    public async Task It_goes_out_once_as_a_pdf_to_the_branch_and_what_they_answer_is_noted()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var supplier = await SupplierAsync(ingrid, "Granite Driveline", "desk@granite.example");
        var branch = (await ingrid.PostAsync($"suppliers/{supplier}/branches", new { name = "Airport Road" })).Id();
        await ingrid.RefusedAsync($"suppliers/{supplier}/branches", new { name = "airport road" });
        await ingrid.PostAsync(
            $"suppliers/{supplier}/branches/{branch}",
            new
            {
                field = "phone",
                value = "207 555 0175",
                version = 1,
            }
        );
        var placed = await mina.PostAsync(
            "purchase-orders",
            new
            {
                supplierId = supplier,
                branchId = branch,
                lineIds = new[] { await NeededAsync(mina) },
            }
        );
        var card = await CardAsync(mina, placed.Id(), c => c.Text("state") == "Placed");
        Assert.Equal(("Airport Road", "(207) 555-0175", "Email"), (card.Text("branch"), card.Text("supplierPhone"), card.Text("way")));
        // Asked again while all is well: nothing goes out twice.
        await mina.PostAsync($"purchase-orders/{placed.Id()}/send");
        await CardAsync(mina, placed.Id(), _ => true);
        for (var i = 0; i < 100 && (await PostAsync("desk@granite.example")).Count == 0; i++)
            await Task.Delay(100);
        var mail = Assert.Single(await PostAsync("desk@granite.example"));
        Assert.Equal($"purchase-order-{placed["number"]}.pdf", mail.Text("attachment"));
        Assert.Contains("LB-0093", mail.Text("body"), StringComparison.Ordinal);
        using (var pdf = UglyToad.PdfPig.PdfDocument.Open(await mina.BytesAsync($"purchase-orders/{placed.Id()}/purchase-order.pdf")))
        {
            var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
            foreach (var words in new[] { "Granite Driveline", "Airport Road", "AX-77", "164.25", "328.50", "LB-0093" })
                Assert.Contains(words, text, StringComparison.Ordinal);
        }
        await mina.PostAsync($"purchase-orders/{placed.Id()}/call", new { reference = "G-1", expected = "tomorrow 2 pm" });
        Assert.Equal("Confirmed", (await CardAsync(mina, placed.Id(), _ => true)).Text("state"));
        await ingrid.PostAsync($"suppliers/{supplier}/branches/{branch}/retire", new { retired = true });
        await mina.RefusedAsync(
            "purchase-orders",
            new
            {
                supplierId = supplier,
                branchId = branch,
                lineIds = new[] { await NeededAsync(mina) },
            },
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task An_email_that_is_refused_says_so_on_the_purchase_order_and_is_sent_again_by_a_person()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var supplier = await SupplierAsync(ingrid, "Slate Hill Axles", "desk@slate.example");
        await shop.MoodAsync("mail", "refuse", times: 1);
        var placed = await mina.PostAsync("purchase-orders", new { supplierId = supplier, lineIds = new[] { await NeededAsync(mina) } });
        var card = await CardAsync(mina, placed.Id(), c => c.Text("trouble").Length > 0);
        Assert.Contains("was not sent", card.Text("trouble"), StringComparison.Ordinal);
        await mina.PostAsync($"purchase-orders/{placed.Id()}/send");
        await CardAsync(mina, placed.Id(), c => c.Text("trouble").Length == 0);
        await using var db = shop.OpenDb();
        var order = await db.PurchaseOrders.SingleAsync(p => p.Id == placed.Id());
        var message = await db.Messages.SingleAsync(m => m.Id == order.MessageId);
        Assert.Equal((PurchaseOrderState.Placed, MessageChannel.Email), (order.State, message.Channel));
        Assert.Equal(1, await db.Messages.CountAsync(m => m.Address == "desk@slate.example"));
        // Where their orders go can't be taken away as long as they go there.
        await ingrid.RefusedAsync(
            $"suppliers/{supplier}",
            new
            {
                field = "email",
                value = "",
                version = 99,
            }
        );
    }
}
