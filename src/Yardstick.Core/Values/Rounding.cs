namespace Yardstick.Core.Values;

/// <summary>Rounding and sharing (rules, section 1). Whole cents are <see cref="long"/>.</summary>
public static class Rounding
{
    /// <summary>Rounds to cents, half away from zero.</summary>
    public static decimal Round(decimal amount) => decimal.Round(amount, 2, MidpointRounding.AwayFromZero);

    /// <summary>Rounds to whole cents, half away from zero.</summary>
    /// <exception cref="OverflowException">The amount does not fit.</exception>
    public static long Cents(decimal amount) => checked((long)decimal.Round(amount * 100m, 0, MidpointRounding.AwayFromZero));

    /// <summary>Whole cents as an amount.</summary>
    public static decimal Amount(long cents) =>
        new(unchecked((int)Math.Abs(cents)), unchecked((int)(Math.Abs(cents) >> 32)), 0, cents < 0, 2);

    /// <summary>A percentage of an amount in cents, rounded to cents.</summary>
    public static long PercentOf(long cents, decimal percent) =>
        checked((long)decimal.Round(cents * percent / 100m, 0, MidpointRounding.AwayFromZero));

    /// <summary>
    /// Shares whole cents over weights by largest remainder: every share is floored, the cents left over go to the
    /// largest remainders, ties to the earlier. All weights zero gives zeros.
    /// </summary>
    /// <param name="cents">Amount to share, not negative.</param>
    /// <param name="weights">Weights, none negative.</param>
    /// <param name="shares">Receives the shares; as long as <paramref name="weights"/>.</param>
    public static void Share(long cents, ReadOnlySpan<long> weights, Span<long> shares)
    {
        Int128 sum = 0;
        foreach (var weight in weights)
            sum += weight;
        shares.Clear();
        if (sum == 0 || cents == 0)
            return;

        var left = cents;
        var remainders = weights.Length <= 64 ? stackalloc Int128[weights.Length] : new Int128[weights.Length];
        for (var i = 0; i < weights.Length; i++)
        {
            var product = (Int128)cents * weights[i];
            shares[i] = (long)(product / sum);
            remainders[i] = product % sum;
            left -= shares[i];
        }
        if (left == 0)
            return;
        if (left <= 4)
        {
            for (; left > 0; left--)
                TakeLargest(remainders, shares);
            return;
        }
        // Many cents over many lines: one sort instead of a pass for each cent.
        var order = new int[weights.Length];
        for (var i = 0; i < order.Length; i++)
            order[i] = i;
        var keys = remainders.ToArray();
        Array.Sort(order, (a, b) => keys[a] != keys[b] ? keys[b].CompareTo(keys[a]) : a.CompareTo(b));
        for (var i = 0; i < left; i++)
            shares[order[i]]++;
    }

    private static void TakeLargest(Span<Int128> remainders, Span<long> shares)
    {
        var best = 0;
        for (var i = 1; i < remainders.Length; i++)
        {
            if (remainders[i] > remainders[best])
                best = i;
        }
        shares[best]++;
        remainders[best] = -1;
    }
}
