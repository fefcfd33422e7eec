namespace Yardstick.Core.Pricing;

/// <summary>What a person set on a companion of a job. Null follows: the quantity the parts, the amount the policy.</summary>
/// <param name="Code">Code of the policy's rule.</param>
/// <param name="Quantity">Units, instead of those of the parts that call it.</param>
/// <param name="AmountPerUnit">Price for each unit, instead of the rule's.</param>
public sealed record CompanionEdit(string Code, decimal? Quantity, decimal? AmountPerUnit);
