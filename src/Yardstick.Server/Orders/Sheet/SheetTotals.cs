namespace Yardstick.Server.Orders;

/// <summary>What the foot of a sheet shows: totals of approved and proposed work in the shop's currency, and the ceiling.</summary>
public sealed record SheetTotals
{
    /// <summary>Totals of approved and proposed work.</summary>
    public required SheetFigures Figures { get; init; }

    /// <summary>The ceiling, if there was a decision.</summary>
    public required SheetConsent? Consent { get; init; }

    /// <summary>What an invoice would come to now: the total of the approved work.</summary>
    public required decimal ToInvoice { get; init; }

    /// <summary>Some job has no answer yet.</summary>
    public required bool IsUndecided { get; init; }

    /// <summary>A manager let the work past the ceiling, in words; empty where nobody did.</summary>
    public required string CeilingLetPast { get; init; }

    /// <summary>Hours finished of hours approved, 0 to 1.</summary>
    public required decimal Progress { get; init; }

    /// <summary>Labor rate of all its work where it has one of its own.</summary>
    public required string LaborRate { get; init; }

    /// <summary>Names of the policy's labor rates.</summary>
    public required IReadOnlyList<string> RateNames { get; init; }

    /// <summary>Discounts of the whole order.</summary>
    public required IReadOnlyList<SheetDiscount> Discounts { get; init; }

    /// <summary>What each payer would be invoiced, the customer first; empty where the customer pays for everything.</summary>
    public required IReadOnlyList<SheetPayer> Payers { get; init; }

    /// <summary>What is left of the deposits that were paid for this order.</summary>
    public required decimal DepositsLeft { get; init; }

    /// <summary>True when a newer policy is in force than the one that priced the order.</summary>
    public required bool PolicyIsOlder { get; init; }
}
