using System.Net;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Messaging;

/// <summary>What a person wants under their emails stands under theirs, and under nothing else.</summary>
public sealed class SignatureTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task It_stands_under_emails_of_whoever_set_it_once()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, _) = await mina.WriteUpAsync("Signed");
        var (tooLong, refused) = await mina.SendAsync(
            HttpMethod.Put,
            "session/own-signature",
            new { text = new string('x', 301) },
            Guid.NewGuid()
        );
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "text.long"), (tooLong, refused!.Text("code")));
        await mina.SendAsync(HttpMethod.Put, "session/own-signature", new { text = "Mina Okafor\r\nService writer  " }, Guid.NewGuid());
        Assert.Equal("Mina Okafor\nService writer", (await mina.GetAsync("session/own-signature")).Text("text"));
        Assert.Equal("", (await ingrid.GetAsync("session/own-signature")).Text("text"));

        async Task<string> BodyAsync(Browser writer, string channel, string address, string body)
        {
            var written = await writer.PostAsync(
                $"orders/{order}/messages",
                new
                {
                    channel,
                    address,
                    subject = "Your car",
                    body,
                    now = true,
                }
            );
            return (await writer.GetAsync($"orders/{order}/messages")).List("messages").Single(m => m!.Id() == written.Id())!.Text("body");
        }
        Assert.Equal("Done.\n\nMina Okafor\nService writer", await BodyAsync(mina, "Email", "vesa@mail.example", "Done.\n"));
        // Copied from an earlier email it is there already.
        Assert.Equal(
            "Again.\n\nMina Okafor\nService writer",
            await BodyAsync(mina, "Email", "vesa@mail.example", "Again.\n\nMina Okafor\nService writer\n")
        );
        Assert.Equal("Done.", await BodyAsync(mina, "Text", "207 555 0199", "Done."));
        Assert.Equal("Done.", await BodyAsync(ingrid, "Email", "vesa@mail.example", "Done."));
        var (_, empty) = await mina.SendAsync(
            HttpMethod.Post,
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "vesa@mail.example",
                subject = "Your car",
                body = " ",
            },
            Guid.NewGuid()
        );
        Assert.Equal("message.empty", empty!.Text("code"));
    }
}
