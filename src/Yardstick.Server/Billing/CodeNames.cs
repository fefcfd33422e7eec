using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Data;

namespace Yardstick.Server.Billing;

/// <summary>Names of customers that stand as codes in the journal.</summary>
internal sealed class CodeNames(Dictionary<string, string> customers)
{
    internal static async Task<CodeNames> OfAsync(ShopDb db, IEnumerable<JournalLine> lines)
    {
        var ids = lines
            .Where(l => l.Code.Length > 0 && !LedgerChart.HasCodes(l.Account))
            .Select(l => long.Parse(l.Code, CultureInfo.InvariantCulture))
            .Distinct()
            .ToList();
        var names = await db.Customers.Where(c => ids.Contains(c.Id)).ToListAsync();
        return new CodeNames(names.ToDictionary(c => c.Id.ToString(CultureInfo.InvariantCulture), c => c.DisplayName));
    }

    internal string NameOf(LedgerChart chart, LedgerAccount account, string code) =>
        customers.TryGetValue(code, out var name) && !LedgerChart.HasCodes(account)
            ? $"{chart.NameOf(account)}, {name}"
            : chart.NameOf(account, code);
}
