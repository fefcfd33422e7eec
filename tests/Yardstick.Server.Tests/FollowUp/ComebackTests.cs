using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>A warranty is promised on a job, said when the vehicle comes within it, and the comeback is the shop's.</summary>
public sealed class ComebackTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task It_is_printed_said_at_write_up_and_taken_as_a_comeback_that_the_shop_pays()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Comeback");
        var version = (await mina.SheetAsync(order)).List("jobs")[0]!["version"]!.GetValue<int>();
        await mina.RefusedAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "for ever",
                version,
            }
        );
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "12/12000",
                version,
            }
        );
        Assert.Equal("12 months or 12,000 mi, parts and labor", (await mina.SheetAsync(order)).List("jobs")[0]!.Text("warranty"));
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        Assert.Contains("Warranty: 12 months", (await mina.GetAsync($"invoices/{invoice}")).ToJsonString(), StringComparison.Ordinal);

        var sheet = await mina.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        shop.DaysPass(1);
        using var later = await shop.SignInAsync("mina");
        var known = (await later.GetAsync($"write-up/known?customer={customer}&vehicle={vehicle}&odometer=45,000")).AsArray();
        var warranty = Assert.Single(known, k => k!.Text("kind") == "Warranty")!;
        Assert.DoesNotContain((await later.GetAsync($"write-up/known?vehicle={vehicle}&odometer=60,000")).AsArray(), k =>
            k!.Text("kind") == "Warranty"
        );

        var again = (
            await later.PostAsync(
                "orders",
                new
                {
                    customerId = customer,
                    vehicleId = vehicle,
                    odometer = "45,000",
                    takeOver = new[] { warranty["take"]!.DeepClone() },
                }
            )
        ).Id();
        var comeback = Assert.Single((await later.SheetAsync(again)).List("jobs"))!;
        Assert.Equal("Shop", comeback.Text("payer"));
        Assert.Contains($"Comeback of order {sheet["number"]}", comeback.Text("originText"), StringComparison.Ordinal);
    }
}
