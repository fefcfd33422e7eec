using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A line of a canned job as it is typed.</summary>
public sealed record CannedLineForm
{
    /// <summary>What it is.</summary>
    public LineKind Kind { get; init; }

    /// <summary>Text.</summary>
    public string Description { get; init; } = "";

    /// <summary>Hours of labor, units of a part or fee, as typed.</summary>
    public string Count { get; init; } = "";

    /// <summary>Amount of a fee, cost of a part that is not in the catalog or of sublet work, as typed.</summary>
    public string Amount { get; init; } = "";

    /// <summary>Labor rate: a name or a number, as typed; empty for the usual one.</summary>
    public string LaborRate { get; init; } = "";

    /// <summary>Number of the catalog part, code of the fee.</summary>
    public string Number { get; init; } = "";

    /// <summary>Fee held for somebody else.</summary>
    public bool PassThrough { get; init; }

    /// <summary>Offered with the job, not part of it.</summary>
    public bool IsAddition { get; init; }

    /// <summary>Goes by the job's count.</summary>
    public bool PerCount { get; init; }

    /// <summary>The fact about cars that tells its quantity.</summary>
    public string FactKey { get; init; } = "";

    /// <summary>The fact is followed without asking.</summary>
    public bool FollowsFact { get; init; }

    /// <summary>A line as it would be typed.</summary>
    /// <param name="line">The line.</param>
    /// <param name="numberOf">Number of a catalog part.</param>
    public static CannedLineForm Of(CannedLine line, Func<long, string> numberOf)
    {
        var form = new CannedLineForm
        {
            Kind = line.Kind,
            Description = line.Description,
            IsAddition = line.IsAddition,
            PerCount = line.PerCount,
        };
        return line switch
        {
            CannedLaborLine labor => form with { Count = labor.Hours.ToString(), LaborRate = labor.LaborRate?.ToString() ?? "" },
            CannedPartLine part => form with
            {
                Count = part.Quantity.ToString(),
                Amount = Cost(part.UnitCost),
                Number = part.PartId is { } id ? numberOf(id) : part.Number,
                FactKey = part.FactKey,
                FollowsFact = part.FollowsFact,
            },
            CannedSubletLine sublet => form with { Amount = Cost(sublet.UnitCost) },
            CannedFeeLine fee => form with
            {
                Count = fee.Quantity.ToString(),
                Amount = fee.Amount.ToString(),
                Number = fee.Code,
                PassThrough = fee.PassThrough,
            },
            _ => form,
        };
    }

    private static string Cost(UnitPrice cost) => cost > UnitPrice.Zero ? cost.ToString() : "";

    /// <summary>The line that was typed, or the first field of it that is not right.</summary>
    /// <param name="position">Its place.</param>
    /// <param name="partOf">The catalog part with a number; null where there is none.</param>
    public Result<CannedLine> Line(int position, Func<string, Part?> partOf)
    {
        var description = Description.Trim();
        if (description.Length is 0 or > 500)
            return new Problem("line.description", "Enter a description of up to 500 characters.", "description");
        var (number, count) = (Number.Trim(), Count.Trim());
        var amount = Amount.Trim().Length == 0 ? UnitPrice.Zero : UnitPrice.Parse(Amount, "amount");
        if (amount.Problem is { } badAmount)
            return badAmount;
        switch (Kind)
        {
            case LineKind.Labor:
                var hours = count.Length == 0 ? LaborHours.Zero : LaborHours.Parse(count, "count");
                if (hours.Problem is { } badHours)
                    return badHours;
                var rate = RateChoice.Parse(LaborRate, "laborRate");
                if (rate.Problem is { } badRate)
                    return badRate;
                return new CannedLaborLine
                {
                    Position = position,
                    Description = description,
                    IsAddition = IsAddition,
                    PerCount = PerCount,
                    Hours = hours.Value,
                    LaborRate = rate.Value,
                };
            case LineKind.Part or LineKind.Fee:
                var quantity = count.Length == 0 ? Quantity.One : Quantity.Parse(count, "count");
                if (quantity.Problem is { } badQuantity)
                    return badQuantity;
                return Kind == LineKind.Part
                    ? PartOf(position, description, quantity.Value, amount.Value, number.Length > 0 ? partOf(number) : null)
                    : new CannedFeeLine
                    {
                        Position = position,
                        Description = description,
                        IsAddition = IsAddition,
                        PerCount = PerCount,
                        Code = number,
                        Quantity = quantity.Value,
                        Amount = amount.Value,
                        PassThrough = PassThrough,
                    };
            case LineKind.Sublet:
                return new CannedSubletLine
                {
                    Position = position,
                    Description = description,
                    IsAddition = IsAddition,
                    PerCount = PerCount,
                    UnitCost = amount.Value,
                };
            default:
                return new CannedTextLine
                {
                    Position = position,
                    Description = description,
                    IsAddition = IsAddition,
                    PerCount = PerCount,
                };
        }
    }

    private CannedPartLine PartOf(int position, string description, Quantity quantity, UnitPrice cost, Part? part) =>
        new()
        {
            Position = position,
            Description = description,
            IsAddition = IsAddition,
            PerCount = PerCount,
            PartId = part?.Id,
            Number = part is null ? Number.Trim() : "",
            Quantity = quantity,
            UnitCost = cost,
            FactKey = FactKey.Trim(),
            FollowsFact = FollowsFact,
        };
}
