namespace Yardstick.Core.Pricing;

/// <summary>How much of an invoiced line is credited.</summary>
internal struct CreditedLine(decimal invoiced, int decimals)
{
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

    /// <summary>Why a quantity can't be credited; null where it can.</summary>
    /// <param name="quantity">How much; null for all that is left.</param>
    internal readonly string? WhyNot(decimal? quantity)
    {
        if (quantity is not { } part)
            return null;
        if (!GoesInParts)
            return "This line is credited as a whole, so no quantity is given.";
        if (part <= 0)
            return "Enter a quantity above 0.";
        if (decimal.Round(part, decimals) != part)
            return $"At most {decimals} decimals are accepted here.";
        return part > Left ? Invariant($"Only {Left:0.###} of this line is left to credit.") : null;
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
