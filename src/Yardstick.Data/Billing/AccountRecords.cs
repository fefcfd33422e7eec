using Microsoft.EntityFrameworkCore;

namespace Yardstick.Data.Billing;

/// <summary>
/// Which customer records are one account. An invoice, a payment and a deposit keep the record that they were made for, so when records are
/// merged the account is read from all of them, and taking the merge back parts them again without a booking.
/// </summary>
public static class AccountRecords
{
    /// <summary>The records of an account: its own and all that were merged into it, also over several merges.</summary>
    /// <param name="db">The database.</param>
    /// <param name="customerId">Any of them.</param>
    public static async Task<List<long>> AccountRecordsAsync(this ShopDb db, long customerId)
    {
        var kept = customerId;
        while (await db.Customers.Where(c => c.Id == kept).Select(c => c.MergedIntoId).FirstOrDefaultAsync() is { } into)
            kept = into;
        List<long> all = [kept];
        var last = all;
        while (last.Count > 0)
        {
            var into = last.ConvertAll(id => (long?)id);
            last = await db.Customers.Where(c => into.Contains(c.MergedIntoId)).Select(c => c.Id).ToListAsync();
            all.AddRange(last);
        }
        return all;
    }

    /// <summary>For each record the one that it is today.</summary>
    /// <param name="db">The database.</param>
    /// <param name="customerIds">The records.</param>
    public static async Task<Dictionary<long, long>> StandingRecordsAsync(this ShopDb db, IReadOnlyCollection<long> customerIds)
    {
        var standing = customerIds.Distinct().ToDictionary(id => id);
        while (true)
        {
            var ids = standing.Values.ToList();
            var moved = await db
                .Customers.Where(c => ids.Contains(c.Id) && c.MergedIntoId != null)
                .ToDictionaryAsync(c => c.Id, c => c.MergedIntoId!.Value);
            if (moved.Count == 0)
                return standing;
            foreach (var (id, now) in standing.ToList())
                standing[id] = moved.GetValueOrDefault(now, now);
        }
    }
}
