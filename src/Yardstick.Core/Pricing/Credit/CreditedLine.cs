namespace Yardstick.Core.Pricing;

/// <summary>How much of an invoiced line is credited.</summary>
/// <param name="invoiced">Hours of labor as invoiced, else units.</param>
/// <param name="decimals">Decimals of a quantity.</param>
/// <param name="cores">Cores that were charged with it.</param>
internal struct CreditedLine(decimal invoiced, int decimals, decimal cores = 0)
{
    private decimal coresBack;
    private bool coresAllBack;

    /// <summary>Whether it stands on the invoice at all.</summary>
    internal bool Exists { get; } = true;

    /// <summary>Hours of labor as invoiced, else units.</summary>
    internal decimal Invoiced { get; } = invoiced;

    /// <summary>How much of it was credited so far.</summary>
    internal decimal Credited { get; private set; }

    /// <summary>Credited whole: it is no line any more.</summary>
    internal bool IsGone { get; private set; }

    /// <summary>What is sent out, and whatever was invoiced with no quantity, goes only whole.</summary>
    internal readonly bool GoesInParts => Exists && Invoiced > 0;

    internal readonly decimal Left => Invoiced - Credited;

    /// <summary>What is credited, of how much.</summary>
    internal readonly (decimal Credited, decimal Of) Share => GoesInParts ? (Credited, Invoiced) : (IsGone ? 1 : 0, 1);

    /// <summary>Cores whose charge stands: neither came back alone nor was credited with its part.</summary>
    internal readonly decimal CoresLeft =>
        IsGone || coresAllBack || cores <= 0 ? 0 : Math.Max(0, cores - cores * Credited / Invoiced - coresBack);

    /// <summary>What is left of the core charge, in cents: less its share with the parts, and that of cores that came alone.</summary>
    /// <param name="cents">The core charge as invoiced.</param>
    internal readonly long CoreLeft(long cents) =>
        CoresLeft == 0 ? 0 : cents - Math.Min(cents, Part(cents, Credited, Invoiced) + Part(cents, coresBack, cores));

    /// <summary>A share of an amount, rounded; all of it at the end.</summary>
    internal static long Part(long cents, decimal credited, decimal of) =>
        credited == of ? cents : (long)decimal.Round(cents * credited / of, 0, MidpointRounding.AwayFromZero);

    /// <summary>Why a quantity can't be credited; null where it can.</summary>
    /// <param name="quantity">How much; null for all that is left.</param>
    /// <param name="ofCores">Cores are counted.</param>
    internal readonly string? WhyNot(decimal? quantity, bool ofCores)
    {
        if (quantity is not { } part)
            return null;
        if (!GoesInParts)
            return "This line is credited as a whole, so no quantity is given.";
        if (part <= 0)
            return "Enter a quantity above 0.";
        if (decimal.Round(part, decimals) != part)
            return $"At most {decimals} decimals are accepted here.";
        var (left, what) = ofCores ? (CoresLeft, "cores of this line are") : (Left, "of this line is");
        return part > left ? Invariant($"Only {left:0.###} {what} left to credit.") : null;
    }

    /// <summary>Credits so many cores alone; null for all that are left.</summary>
    internal void TakeCores(decimal? quantity)
    {
        var units = quantity ?? CoresLeft;
        coresAllBack = units == CoresLeft;
        coresBack += units;
    }

    /// <summary>Credits so much of it; null for all that is left.</summary>
    internal void Take(decimal? quantity)
    {
        if (quantity is not { } part || part == Left)
            TakeAll();
        else
            Credited += part;
    }

    internal void TakeAll() => (Credited, IsGone) = (Invoiced, true);
}
