namespace Yardstick.Core.Pricing;

/// <summary>Something that came along with a job's parts.</summary>
/// <param name="Rule">The policy's rule.</param>
/// <param name="Quantity">Units: those of the parts that called it, or what a person set.</param>
/// <param name="Each">Price for each unit.</param>
/// <param name="Edit">What a person set, or null where it follows.</param>
/// <param name="Net">After discounts.</param>
/// <param name="Cost">What it costs the shop.</param>
/// <param name="MarginPercent">In percent of net, one decimal; null at zero and for fees that are passed on.</param>
public sealed record CompanionFigures(
    CompanionRule Rule,
    decimal Quantity,
    decimal Each,
    CompanionEdit? Edit,
    decimal Net,
    decimal Cost,
    decimal? MarginPercent
);
