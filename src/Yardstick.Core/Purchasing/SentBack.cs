using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Units that go back, of what came with one receipt.</summary>
/// <param name="Line">The receipt.</param>
/// <param name="Units">Units, above 0.</param>
public sealed record SentBack(ReceiptLine Line, Quantity Units)
{
    /// <summary>Shares units among the receipts with which they came, the latest first.</summary>
    /// <param name="units">Units that go back.</param>
    /// <param name="came">Receipts, and what of each has not gone back yet.</param>
    /// <returns>Null where fewer came.</returns>
    public static IReadOnlyList<SentBack>? Share(Quantity units, IEnumerable<(ReceiptLine Line, Quantity Left)> came)
    {
        var shares = new List<SentBack>();
        foreach (var (line, left) in came.Where(c => c.Left > Quantity.Zero).OrderByDescending(c => c.Line.Id))
        {
            if (units <= Quantity.Zero)
                break;
            var share = left < units ? left : units;
            shares.Add(new SentBack(line, share));
            units -= share;
        }
        return units > Quantity.Zero ? null : shares;
    }
}
