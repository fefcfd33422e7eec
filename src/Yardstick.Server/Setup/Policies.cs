using System.Collections.Concurrent;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Pricing;
using Yardstick.Data;

namespace Yardstick.Server.Setup;

/// <summary>Pricing policies. A version never changes, so it is read once.</summary>
public static class Policies
{
    // Keyed by the text itself: several shops may run in one process (tests), and a version's text never changes.
    private static readonly ConcurrentDictionary<string, PricingPolicy> Read = new();

    /// <summary>A version of the policy.</summary>
    public static async Task<PricingPolicy> PolicyAsync(this ShopDb db, long version)
    {
        var text = await db.PolicyVersions.Where(p => p.Id == version).Select(p => p.Json).SingleAsync();
        return Read.GetOrAdd(text, Parse);
    }

    /// <summary>The version in force.</summary>
    public static Task<long> PolicyInForceAsync(this ShopDb db) => db.PolicyVersions.MaxAsync(p => p.Id);

    private static PricingPolicy Parse(string text)
    {
        using var document = JsonDocument.Parse(text);
        return PolicyReader.ReadChecked(document.RootElement);
    }
}
