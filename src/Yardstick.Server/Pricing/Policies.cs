using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Pricing;
using Yardstick.Data;

namespace Yardstick.Server.Pricing;

/// <summary>Pricing policies. A version never changes, so it is read once.</summary>
public static class Policies
{
    // Keyed by the text itself: several shops may run in one process (tests), and a version's text never changes.
    private static readonly ConcurrentDictionary<string, ShopPolicy> Read = new();

    /// <summary>A version of the policy.</summary>
    public static async Task<ShopPolicy> PolicyAsync(this ShopDb db, long version)
    {
        var text = await db.PolicyVersions.Where(p => p.Id == version).Select(p => p.Json).SingleAsync();
        return Read.GetOrAdd(text, ShopPolicy.Read);
    }

    /// <summary>The version in force.</summary>
    public static Task<long> PolicyInForceAsync(this ShopDb db) => db.PolicyVersions.MaxAsync(p => p.Id);

    /// <summary>All versions, the one in force first.</summary>
    public static async Task<List<PolicyVersionView>> PolicyVersionsAsync(this ShopDb db)
    {
        var names = await db.ShortNamesAsync();
        var versions = await db
            .PolicyVersions.OrderByDescending(v => v.Id)
            .Select(v => new
            {
                v.Id,
                v.InForceAt,
                v.ById,
                v.Note,
            })
            .ToListAsync();
        return versions.ConvertAll(v => new PolicyVersionView(
            v.Id,
            v.InForceAt,
            v.ById is { } by ? names.GetValueOrDefault(by, "") : "",
            v.Note
        ));
    }
}
