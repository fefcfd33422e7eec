using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Messaging;
using Yardstick.Server.Messaging;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Messaging;

/// <summary>A large batch goes on, once each, whatever the gateway does meanwhile.</summary>
public sealed class BatchTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private const int Most = 500;

    private async Task<int> LeftAsync()
    {
        await using var db = shop.OpenDb();
        return await db.Messages.CountAsync(m =>
            m.Subject == "" && m.Body.StartsWith("Batch ") && m.State != MessageState.Sent && m.State != MessageState.Delivered
        );
    }

    /// <summary>Waits until so many are left, with everything that waits for another try due at once.</summary>
    private async Task UntilAsync(int left)
    {
        for (var i = 0; i < 2400 && await LeftAsync() > left; i++)
        {
            shop.Services.GetRequiredService<Outbox>().Wake();
            await Task.Delay(50);
            shop.Time.Advance(TimeSpan.FromMinutes(1));
        }
        Assert.InRange(await LeftAsync(), 0, left);
    }

    [Fact]
    public async Task Five_hundred_go_out_once_each_while_the_gateway_fails_is_silent_and_loses_answers()
    {
        await shop.MoodAsync("texts", "loseAnswer", times: 20);
        var now = Instant.FromDateTimeOffset(shop.Time.GetUtcNow());
        await using (var db = shop.OpenDb())
        {
            for (var i = 0; i < Most; i++)
                db.Messages.Add(
                    Message
                        .Write(
                            MessageChannel.Text,
                            FormattableString.Invariant($"+1505551{1000 + i}"),
                            null,
                            $"Batch {i}",
                            new(1, now),
                            now
                        )
                        .Value
                );
            await db.SaveChangesAsync();
        }
        await UntilAsync(400);
        await shop.MoodAsync("texts", "fail", times: 20);
        await UntilAsync(250);
        await shop.MoodAsync("texts", "off", times: 20);
        await UntilAsync(0);
        var sent = JsonNode
            .Parse(await shop.Outside.GetStringAsync("post/all"))!
            .AsArray()
            .Where(p => p!.Text("way") == "out" && p!.Text("body").StartsWith("Batch ", StringComparison.Ordinal))
            .Select(p => p!.Text("address"))
            .ToList();
        Assert.Equal((Most, Most), (sent.Count, sent.Distinct().Count()));
    }
}
