using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;

namespace Yardstick.Data;

/// <summary>Asks the database what people are called.</summary>
public static class StaffNames
{
    /// <summary>Short names of everyone who works or worked here, by key.</summary>
    /// <param name="db">The shop.</param>
    public static async Task<Dictionary<long, string>> ShortNamesAsync(this ShopDb db) =>
        (await db.Staff.Select(s => new { s.Id, s.Name }).ToListAsync()).ToDictionary(s => s.Id, s => StaffMember.ShortNameOf(s.Name));
}
