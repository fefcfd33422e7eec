using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Messaging;

/// <summary>A shop of its own, for its clock is moved on by a night.</summary>
public class WaitingTextTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task A_text_that_was_refused_while_it_waited_does_not_go_out()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Nachtruhe");
        // At night the text waits; before the morning she says that she wants none.
        shop.Time.Advance(TimeSpan.FromHours(13));
        var waiting = (
            await mina.PostAsync(
                $"orders/{order}/messages",
                new
                {
                    channel = "Text",
                    address = "505 555 0177",
                    body = "Good morning",
                    now = false,
                }
            )
        ).Id();
        await mina.PostAsync("writing-wishes", new { address = "+15055550177", refused = true });
        shop.Time.Advance(TimeSpan.FromHours(11));
        // Nobody's session lasts that long.
        await mina.PostAsync("session", new { userName = "mina", password = "lantern-bay" });
        JsonNode message = null!;
        for (var i = 0; i < 100; i++)
        {
            message = (await mina.GetAsync($"orders/{order}/messages")).List("messages").First(m => m!.Id() == waiting)!;
            if (message.Text("state") == "Failed")
                break;
            await Task.Delay(100);
        }
        Assert.Equal(("Failed", "This customer opted out. Call them instead."), (message.Text("state"), message.Text("trouble")));
        Assert.DoesNotContain("Good morning", await shop.Outside.GetStringAsync("post/all"), StringComparison.Ordinal);
    }
}
