namespace Yardstick.Core.Pricing;

/// <summary>What makes a policy bad.</summary>
public static class PricingPolicyValidator
{
    /// <summary>Throws the first problem of a policy, by its path under <c>policy</c>.</summary>
    /// <exception cref="CaseException">The policy is bad.</exception>
    public static void Check(PricingPolicy policy)
    {
        foreach (var (name, bands) in policy.MarkupBands)
            Bands(bands, $"policy.markupBands.{name}");
        foreach (var (category, bands) in policy.Categories)
        {
            if (category.Length == 0)
                throw new CaseException("policy.categories", "A category's name can't be empty.");
            if (bands is not null && !policy.MarkupBands.ContainsKey(bands))
                throw new CaseException($"policy.categories.{category}.bands", $"No markup bands are named \"{bands}\".");
        }
        Ending(policy.PriceEnding);
        for (var c = 0; c < policy.Companions.Count; c++)
        {
            var rule = policy.Companions[c];
            NotEmpty(rule.Code, $"policy.companions[{c}].code");
            NotEmpty(rule.Category, $"policy.companions[{c}].category");
            if (rule.Kind is not (AmountKind.Labor or AmountKind.Part or AmountKind.Fee))
                throw new CaseException($"policy.companions[{c}].kind", "A companion is labor, part or fee.");
        }
        for (var f = 0; f < policy.OrderFees.Count; f++)
        {
            NotEmpty(policy.OrderFees[f].Code, $"policy.orderFees[{f}].code");
            if (policy.OrderFees[f].Category is { } category)
                NotEmpty(category, $"policy.orderFees[{f}].category");
        }
        var codes = new HashSet<string>(StringComparer.Ordinal);
        for (var t = 0; t < policy.Taxes.Count; t++)
        {
            NotEmpty(policy.Taxes[t].Code, $"policy.taxes[{t}].code");
            if (!codes.Add(policy.Taxes[t].Code))
                throw new CaseException($"policy.taxes[{t}].code", $"Two taxes have the code \"{policy.Taxes[t].Code}\".");
        }
    }

    private static void NotEmpty(string text, string path)
    {
        if (text.Length == 0)
            throw new CaseException(path, "It can't be empty.");
    }

    private static void Bands(IReadOnlyList<MarkupBand> bands, string path)
    {
        if (bands.Count == 0)
            throw new CaseException(path, "Add at least one row to this markup table.");
        decimal? below = null;
        for (var b = 0; b < bands.Count; b++)
        {
            var edge = bands[b].UpTo;
            if (b == bands.Count - 1)
            {
                if (edge is not null)
                    throw new CaseException($"{path}[{b}].upTo", "Leave the last row's cost blank.");
            }
            else if (edge is null || edge <= below)
            {
                throw new CaseException($"{path}[{b}].upTo", "Each row must end at a higher cost than the one before.");
            }
            below = edge;
        }
    }

    private static void Ending(PriceEnding ending)
    {
        if (ending.RoundUpTo is not null && ending.EndWith is not null)
            throw new CaseException("policy.priceEnding", "It needs exactly one of roundUpTo and endWith.");
        if (ending.RoundUpTo is <= 0)
            throw new CaseException("policy.priceEnding.roundUpTo", "It has to be above zero.");
        if (ending.EndWith is < 0 or >= 1)
            throw new CaseException("policy.priceEnding.endWith", "It has to be from 0 to below 1.");
    }
}
