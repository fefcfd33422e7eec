using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A purchase order as the supplier reads it.</summary>
public sealed record PurchaseOrderDocument
{
    /// <summary>Number.</summary>
    public required long Number { get; init; }

    /// <summary>Wall time at which it was written.</summary>
    public required LocalDateTime Date { get; init; }

    /// <summary>The shop's name.</summary>
    public required string ShopName { get; init; }

    /// <summary>Its address, to which parts are delivered.</summary>
    public required string ShopAddress { get; init; }

    /// <summary>How it is reached.</summary>
    public required string ShopContact { get; init; }

    /// <summary>Content hash of its logo; empty without one.</summary>
    public required string LogoHash { get; init; }

    /// <summary>The supplier's name.</summary>
    public required string SupplierName { get; init; }

    /// <summary>Branch, contact, telephone and email of the supplier, a line each.</summary>
    public required string SupplierLines { get; init; }

    /// <summary>The shop's account with them; empty for none.</summary>
    public required string AccountNumber { get; init; }

    /// <summary>Who ordered.</summary>
    public required string OrderedBy { get; init; }

    /// <summary>What is ordered.</summary>
    public required IReadOnlyList<PurchaseOrderDocumentLine> Lines { get; init; }

    /// <summary>Sum of the amounts as expected, without tax and delivery.</summary>
    public Money Total => Lines.Aggregate(Money.Zero, (sum, line) => sum + line.Amount);

    /// <summary>What a purchase order says. Parts that were called off are not on it.</summary>
    /// <param name="order">The purchase order.</param>
    /// <param name="supplier">The supplier with its branches.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="orderedBy">Name of who ordered.</param>
    public static PurchaseOrderDocument Of(PurchaseOrder order, Supplier supplier, Shop shop, string orderedBy)
    {
        var branch = supplier.Branches.Find(b => b.Id == order.BranchId);
        var lines = new[]
        {
            branch?.Name ?? "",
            branch?.Address ?? "",
            supplier.Contact.Length > 0 ? $"Attn: {supplier.Contact}" : "",
            branch is { Phone.Length: > 0 } ? branch.Phone : supplier.Phone,
            supplier.Email,
        };
        return new PurchaseOrderDocument
        {
            Number = order.Number,
            Date = shop.Local(order.CreatedAt),
            ShopName = shop.Name,
            ShopAddress = shop.Address,
            ShopContact = shop.Contact,
            LogoHash = shop.LogoHash,
            SupplierName = supplier.Name,
            SupplierLines = string.Join('\n', lines.Where(l => l.Length > 0)),
            AccountNumber = supplier.AccountNumber,
            OrderedBy = orderedBy,
            Lines =
            [
                .. order
                    .Lines.Where(l => l.CancelledAt is null)
                    .Select(l => new PurchaseOrderDocumentLine(
                        l.PartNumber,
                        l.Description,
                        l.Quantity,
                        l.UnitCost,
                        Money.Of(l.UnitCost * l.Quantity)
                    )),
            ],
        };
    }

    /// <summary>Subject of the email that it goes with.</summary>
    public string Subject => $"Purchase order {Number} from {ShopName}";

    /// <summary>What the email says.</summary>
    public string Body
    {
        get
        {
            var account = AccountNumber.Length > 0 ? $" Our account number is {AccountNumber}." : "";
            return $"Please fill the attached purchase order {Number}.{account}\n\n"
                + "Reply with your reference number and when we can expect the parts. Call us if anything is not available.\n\n"
                + $"{OrderedBy}\n{ShopName}\n{ShopContact}".Trim();
        }
    }
}
