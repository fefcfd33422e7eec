using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>Nothing is paid twice: with two people at the counter, with a terminal that is silent, with an answer that comes late.</summary>
public class PaymentTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<(long Invoice, decimal Total)> InvoicedAsync(Browser writer, string name)
    {
        var (order, job) = await writer.WriteUpAsync(name);
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        return (invoice, (await writer.GetAsync($"invoices/{invoice}")).Number("total"));
    }

    private static async Task<(decimal Paid, decimal Balance, decimal Surplus)> StandAsync(Browser writer, long invoice)
    {
        var now = await writer.GetAsync($"invoices/{invoice}");
        return (now.Number("paid"), now.Number("balance"), now.Number("surplus"));
    }

    [Fact]
    public async Task Cash_is_not_taken_while_a_charge_is_open_and_the_charge_is_not_sent_once_cash_was_taken_knowingly()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (invoice, total) = await InvoicedAsync(mina, "Bar");
        var before = await shop.Outside.GetStringAsync("card/count");
        var charge = (await mina.PostAsync($"invoices/{invoice}/card-charges")).Id();
        Assert.Equal("charge.pending", (await dario.RefusedAsync($"invoices/{invoice}/cash", new { tendered = "9999" })).Text("code"));
        await dario.PostAsync($"invoices/{invoice}/cash", new { tendered = "9999", despiteCharge = true });
        var settled = await mina.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("NotMade", settled.Text("state"));
        Assert.Contains("paid meanwhile", settled.Text("message"), StringComparison.Ordinal);
        Assert.Equal(before, await shop.Outside.GetStringAsync("card/count"));
        Assert.Equal((total, 0m, 0m), await StandAsync(mina, invoice));
    }

    [Fact]
    public async Task A_charge_that_turns_out_to_be_made_on_a_paid_invoice_is_given_back_by_itself_and_said()
    {
        using var mina = await shop.SignInAsync("mina");
        var (invoice, total) = await InvoicedAsync(mina, "Spaet");
        var charge = (await mina.PostAsync($"invoices/{invoice}/card-charges")).Id();
        await shop.MoodAsync("card", "loseAnswer", times: 1);
        await shop.MoodAsync("card-lookup", "off", times: 1);
        Assert.Equal("Pending", (await mina.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "9999", despiteCharge = true });

        var settled = await mina.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("Approved", settled.Text("state"));
        Assert.Contains("given back", settled.Text("message"), StringComparison.Ordinal);
        Assert.Equal((total, 0m, 0m), await StandAsync(mina, invoice));
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n => n!.Text("text").Contains("goes back to the card", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_refund_that_the_terminal_refuses_can_go_back_in_cash_once()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var (invoice, total) = await InvoicedAsync(ingrid, "Zurueck");
        var charge = (await ingrid.PostAsync($"invoices/{invoice}/card-charges")).Id();
        await ingrid.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("refund.none", (await ingrid.RefusedAsync($"invoices/{invoice}/give-back", new { method = "Cash" })).Text("code"));
        var reversed = await ingrid.PostAsync($"invoices/{invoice}/reverse", new { reason = "Wrong car" });
        Assert.Equal("refund.none", (await ingrid.RefusedAsync($"invoices/{invoice}/give-back", new { method = "Cash" })).Text("code"));
        await shop.MoodAsync("card", "refuse", times: 1);
        Assert.Contains("refused the refund", (await ingrid.PostAsync($"card-charges/{reversed.List("cardRefunds")[0]}/settle")).Text("message"), StringComparison.Ordinal);
        Assert.Equal(total, (await StandAsync(ingrid, invoice)).Surplus);
        Assert.Equal(total, (await ingrid.PostAsync($"invoices/{invoice}/give-back", new { method = "Cash" })).Number("cash"));
        Assert.Equal("refund.none", (await ingrid.RefusedAsync($"invoices/{invoice}/give-back", new { method = "Card" })).Text("code"));
        Assert.Equal((0m, 0m), ((await StandAsync(ingrid, invoice)).Paid, (await StandAsync(ingrid, invoice)).Surplus));
    }

    [Fact]
    public async Task Of_many_payments_at_once_exactly_what_is_owed_is_kept()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (invoice, total) = await InvoicedAsync(mina, "Zugleich");
        var charge = (await mina.PostAsync($"invoices/{invoice}/card-charges")).Id();
        var all = new List<Task<(HttpStatusCode Status, JsonNode? Body)>>();
        for (var i = 0; i < 4; i++)
        {
            all.Add(mina.SendAsync(HttpMethod.Post, $"card-charges/{charge}/settle"));
            all.Add(dario.SendAsync(HttpMethod.Post, $"invoices/{invoice}/cash", new { tendered = "9999", despiteCharge = true }));
        }
        await Task.WhenAll(all);
        // Whoever looked the charge up while it was under way looks once more.
        await mina.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal((total, 0m, 0m), await StandAsync(mina, invoice));
    }
}
