using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>The machine's clock goes back while the shop is open: numbers go on, the books are right, nobody is signed out.</summary>
public class ClockBackTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<long> SoldAsync(Browser writer, string name)
    {
        var (order, job) = await writer.WriteUpAsync(name);
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        await writer.PostAsync($"invoices/{invoice}/cash", new { tendered = "9999" });
        var view = await writer.GetAsync($"invoices/{invoice}");
        Assert.Equal(0, view.Number("balance"));
        return view["number"]!.GetValue<long>();
    }

    [Theory]
    [InlineData(1)]
    [InlineData(24)]
    public async Task Numbers_go_on_and_the_books_are_right_when_the_clock_goes_back(int hours)
    {
        var mina = await shop.SignInAsync("mina");
        var ingrid = await shop.SignInAsync("ingrid");
        var before = await SoldAsync(mina, $"Before{hours}");
        shop.Time.AdjustTime(shop.Time.GetUtcNow() - TimeSpan.FromHours(hours));
        try
        {
            Assert.Equal(before + 1, await SoldAsync(mina, $"Back{hours}"));
            Assert.Empty((await ingrid.PostAsync("books/check", new { })).AsArray());
            // What was told once is told the same when it comes again, however the clock stands.
            var (id, body) = (
                Guid.NewGuid(),
                new
                {
                    customer = new
                    {
                        firstName = "Once",
                        lastName = $"Only{hours}",
                        source = "Referral",
                    },
                    withoutVehicle = true,
                    jobs = new[] { "Brakes" },
                }
            );
            var first = (await mina.SendAsync(HttpMethod.Post, "orders", body, id)).Body!.Id();
            shop.Time.AdjustTime(shop.Time.GetUtcNow() - TimeSpan.FromMinutes(30));
            Assert.Equal(first, (await mina.SendAsync(HttpMethod.Post, "orders", body, id)).Body!.Id());
        }
        finally
        {
            shop.Time.AdjustTime(shop.Time.GetUtcNow() + TimeSpan.FromHours(hours + 1));
        }
        Assert.Equal(before + 2, await SoldAsync(mina, $"Again{hours}"));
        Assert.Empty((await ingrid.PostAsync("books/check", new { })).AsArray());
    }
}
