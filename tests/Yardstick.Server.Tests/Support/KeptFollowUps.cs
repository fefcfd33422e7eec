using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.FollowUp;

namespace Yardstick.Server.Tests.Support;

/// <summary>What is kept of follow-ups after changes is what is found when all of them are looked for anew.</summary>
internal static class KeptFollowUps
{
    /// <summary>Has them kept, so that what comes from then on is followed change by change.</summary>
    internal static Task KeepAsync(ShopFixture shop) => PageAsync(shop);

    /// <summary>Compares both.</summary>
    internal static async Task AreThoseFoundAnewAsync(ShopFixture shop)
    {
        var kept = await PageAsync(shop);
        await using var db = await shop.Services.GetRequiredService<IDbContextFactory<ShopDb>>().CreateDbContextAsync();
        var (now, row) = (shop.Time.Now(), await db.Shops.SingleAsync());
        var anew = FollowUpRules.WithoutEchoes(await new FollowUpReasons(db, row, now).AllAsync()).ToList();
        Assert.Equal(anew.Select(Words).Order(StringComparer.Ordinal), kept.Reasons.Values.Select(Words).Order(StringComparer.Ordinal));
        var dealings = await CustomerDealings.OfAsync(db, now, anew.Select(r => r.CustomerId));
        foreach (var (customer, of) in dealings)
        {
            var known = kept.Dealings[customer];
            Assert.Equal((customer, of.Heard, of.CameAt), (customer, known.Heard, known.CameAt));
            Assert.Equal(of.Acts.Select(Words).Order(StringComparer.Ordinal), known.Acts.Select(Words).Order(StringComparer.Ordinal));
        }
    }

    private static string Words<T>(T what) => JsonSerializer.Serialize(what, Json);

    private static readonly JsonSerializerOptions Json = new JsonSerializerOptions().ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    private static async Task<FollowUpBook.Page> PageAsync(ShopFixture shop)
    {
        await using var db = await shop.Services.GetRequiredService<IDbContextFactory<ShopDb>>().CreateDbContextAsync();
        return await shop.Services.GetRequiredService<FollowUpBook>().ReadAsync(db, await db.Shops.SingleAsync(), shop.Time.Now());
    }
}
