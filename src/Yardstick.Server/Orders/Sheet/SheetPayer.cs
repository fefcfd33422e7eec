using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Server.Orders;

/// <summary>What one payer would be invoiced; there only where others than the customer pay.</summary>
public sealed record SheetPayer
{
    /// <summary>Customer, another account or the shop.</summary>
    public required Payer Payer { get; init; }

    /// <summary>The other account's record.</summary>
    public required long? CustomerId { get; init; }

    /// <summary>Who, in words.</summary>
    public required string Name { get; init; }

    /// <summary>Total of its invoice.</summary>
    public required decimal Total { get; init; }

    /// <summary>Added to the customer's, taken off another's (then below zero).</summary>
    public required decimal Deductible { get; init; }

    /// <summary>What it has to pay.</summary>
    public required decimal Due { get; init; }

    /// <summary>What was agreed with another account, as typed; null for the others.</summary>
    public required SheetPayerTerms? Terms { get; init; }

    internal static IReadOnlyList<SheetPayer> Of(Order order, PricingResult result) => [.. result.Payers.Select(f => Of(order, f))];

    private static SheetPayer Of(Order order, PayerFigures figures)
    {
        var account = order.Payers.Find(p => OrderPricing.PayerKey(p.CustomerId) == figures.Key);
        return new SheetPayer
        {
            Payer =
                account is not null ? Payer.Account
                : figures.Key == CasePayer.Shop.Key ? Payer.Shop
                : Payer.Customer,
            CustomerId = account?.CustomerId,
            Name = account?.Name ?? (figures.Key == CasePayer.Shop.Key ? "The shop" : "Customer"),
            Total = figures.Total,
            Deductible = figures.Deductible,
            Due = figures.Due,
            Terms = account is null
                ? null
                : new SheetPayerTerms(
                    account.Deductible.Cents == 0 ? "" : account.Deductible.AsTyped,
                    account.AuthorizationNumber,
                    account.Authorized?.AsTyped ?? "",
                    account.Claim,
                    account.Version
                ),
        };
    }
}

/// <summary>What was agreed with another payer, as typed.</summary>
public sealed record SheetPayerTerms(string Deductible, string AuthorizationNumber, string Authorized, ClaimState Claim, int Version);
