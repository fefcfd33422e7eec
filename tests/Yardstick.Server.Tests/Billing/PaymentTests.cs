using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>
/// Nothing is paid twice: with two people at the counter, with a terminal that is silent, with an answer that comes late.
/// </summary>
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

    /// <summary>A charge that was written down and did not go to the terminal, as when the program is stopped at that moment.</summary>
    private async Task<long> BegunAsync(long invoice, decimal total)
    {
        await using var db = shop.OpenDb();
        var charge = CardCharge.Begin(invoice, Money.Of(total), new Actor(2, shop.Time.Now(), ""));
        db.CardCharges.Add(charge);
        await db.SaveChangesAsync();
        return charge.Id;
    }

    [Fact]
    public async Task A_charge_goes_to_the_terminal_also_when_the_browser_is_gone_and_its_lost_answer_is_looked_up()
    {
        using var mina = await shop.SignInAsync("mina");
        var (invoice, total) = await InvoicedAsync(mina, "Fort");
        await mina.PostAsync($"invoices/{invoice}/card-charges");
        await PaidAsync(mina, invoice, total);

        var (lost, due) = await InvoicedAsync(mina, "Verloren");
        await shop.MoodAsync("card", "loseAnswer", times: 1);
        await shop.MoodAsync("card-lookup", "off", times: 1);
        var count = await shop.Outside.GetStringAsync("card/count");
        var charge = (await mina.PostAsync($"invoices/{lost}/card-charges")).Id();
        Assert.Equal("Pending", (await mina.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        await shop.Services.GetRequiredService<CardRounds>().AskAsync();
        await PaidAsync(mina, lost, due);
        Assert.Equal(
            int.Parse(count, CultureInfo.InvariantCulture) + 1,
            int.Parse(await shop.Outside.GetStringAsync("card/count"), CultureInfo.InvariantCulture)
        );
    }

    [Fact]
    public async Task A_charge_that_was_never_handed_over_is_not_made_when_nobody_stands_at_the_terminal_any_more()
    {
        using var mina = await shop.SignInAsync("mina");
        var (invoice, total) = await InvoicedAsync(mina, "Stehen");
        var (charge, before) = (await BegunAsync(invoice, total), await shop.Outside.GetStringAsync("card/count"));
        shop.Time.Advance(TimeSpan.FromMinutes(2));
        await shop.Services.GetRequiredService<CardRounds>().AskAsync();
        var settled = await mina.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal(("NotMade", before), (settled.Text("state"), await shop.Outside.GetStringAsync("card/count")));
        Assert.Contains("stopped before the terminal was asked", settled.Text("message"), StringComparison.Ordinal);
    }

    private static async Task PaidAsync(Browser browser, long invoice, decimal total)
    {
        for (var i = 0; i < 200 && (await StandAsync(browser, invoice)).Paid != total; i++)
            await Task.Delay(25);
        Assert.Equal((total, 0m, 0m), await StandAsync(browser, invoice));
    }

    [Fact]
    public async Task Cash_is_not_taken_while_a_charge_is_open_and_the_charge_is_not_sent_once_cash_was_taken_knowingly()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (invoice, total) = await InvoicedAsync(mina, "Bar");
        var before = await shop.Outside.GetStringAsync("card/count");
        var charge = await BegunAsync(invoice, total);
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
        await shop.MoodAsync("card", "loseAnswer", times: 1);
        await shop.MoodAsync("card-lookup", "off", times: 1);
        var charge = (await mina.PostAsync($"invoices/{invoice}/card-charges")).Id();
        Assert.Equal("Pending", (await mina.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "9999", despiteCharge = true });

        var settled = await mina.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("Approved", settled.Text("state"));
        Assert.Contains("given back", settled.Text("message"), StringComparison.Ordinal);
        Assert.Equal((total, 0m, 0m), await StandAsync(mina, invoice));
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n =>
            n!.Text("text").Contains("goes back to the card", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_refund_that_the_terminal_refuses_can_go_back_in_cash_once()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var (invoice, total) = await InvoicedAsync(ingrid, "Zurueck");
        var charge = (await ingrid.PostAsync($"invoices/{invoice}/card-charges")).Id();
        await ingrid.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("refund.none", (await ingrid.RefusedAsync($"invoices/{invoice}/give-back", new { method = "Cash" })).Text("code"));
        await shop.MoodAsync("card", "refuse", times: 1, delayMs: 800);
        var reversed = await ingrid.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong car", openAgain = true });
        Assert.Equal("refund.none", (await ingrid.RefusedAsync($"invoices/{invoice}/give-back", new { method = "Cash" })).Text("code"));
        Assert.Contains(
            "refused the refund",
            (await ingrid.PostAsync($"card-charges/{reversed.List("cardRefunds")[0]}/settle")).Text("message"),
            StringComparison.Ordinal
        );
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
