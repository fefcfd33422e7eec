using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>What a certificate frees of tax is told apart from what bears none for anybody.</summary>
public sealed class ExemptTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task The_same_sale_is_taxable_for_one_and_exempt_for_another_until_it_is_credited()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var start = await TaxesAsync(ingrid);
        await InvoicedAsync(mina, "Steuer", exempt: "");
        var taxed = await TaxesAsync(ingrid);
        var invoice = await InvoicedAsync(mina, "Frei", exempt: "Resale");
        var freed = await TaxesAsync(ingrid);
        foreach (var code in start.Keys)
        {
            var (before, after, last) = (start[code], taxed[code], freed[code]);
            Assert.True(after.Base > before.Base);
            // The other way round: nothing more is taxable, as much is exempt, and what bears no tax grows by the same.
            Assert.Equal((0, after.Base - before.Base), (last.Base - after.Base, last.Exempt - after.Exempt));
            Assert.Equal((0, after.Untaxed - before.Untaxed), (after.Exempt - before.Exempt, last.Untaxed - after.Untaxed));
        }

        // Credited whole, everything is taken back.
        shop.DaysPass(2);
        using var later = await shop.SignInAsync("ingrid");
        await later.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong customer" });
        var gone = await TaxesAsync(later);
        foreach (var code in start.Keys)
            Assert.Equal((taxed[code].Exempt, taxed[code].Untaxed), (gone[code].Exempt, gone[code].Untaxed));
        // On its own days alone the credit counts with minus.
        var own = await TaxesAsync(later, from: 1);
        Assert.All(start.Keys, code => Assert.Equal(taxed[code].Exempt - freed[code].Exempt, own[code].Exempt));
    }

    private static async Task<Dictionary<string, (decimal Base, decimal Exempt, decimal Untaxed)>> TaxesAsync(
        Browser owner,
        int from = 0
    ) =>
        (await owner.GetAsync($"books/held?from={ShopFixture.Day(from)}&through={ShopFixture.Day(3)}"))
            .List("amounts")
            .Where(a => a!.Text("account") == "SalesTax")
            .ToDictionary(a => a!.Text("code"), a => (a!.Number("base"), a!.Number("exempt"), a!.Number("untaxed")));

    private static async Task<long> InvoicedAsync(Browser mina, string name, string exempt)
    {
        var (order, job) = await mina.WriteUpAsync(name);
        var customer = (await mina.SheetAsync(order))["customer"]!.Id();
        await mina.PostAsync(
            $"customers/{customer}/fields",
            new
            {
                field = "taxExempt",
                value = exempt,
                version = (await mina.GetAsync($"customers/{customer}/page"))["version"]!.GetValue<int>(),
            }
        );
        await mina.FinishAsync(order, job);
        return (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
    }
}
