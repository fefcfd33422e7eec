using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Putting catalog parts on lines.</summary>
public static class LineSourcing
{
    /// <summary>
    /// Takes over what the catalog knows. The policy chooses the cost that prices a stock part; its book cost is the average.
    /// </summary>
    public static void TakePart(this PartLine line, Part part, StockCost cost)
    {
        line.PartId = part.Id;
        line.Number = part.Number;
        line.Category = part.Category;
        line.Unit = part.Unit;
        line.Brand = part.Brand;
        line.Condition = part.Condition;
        line.MakersNumber = "";
        (line.SupplierCode, line.Branch, line.Quality, line.OfferedFor) = ("", "", "", null);
        line.UnitCost = part.Cost(cost);
        line.BookCost = part.AverageCost == line.UnitCost ? null : part.AverageCost;
        line.ListPrice = part.ListPrice;
        line.CoreDeposit = part.CoreEach;
        line.OwnCompanions = [.. part.Companions.OrderBy(c => c.Id).Select(c => c.Rule(part.Number))];
        // The old part of work done here is at hand; over the counter the order says otherwise when it is priced.
        line.CoresReturned = part.CoreEach > UnitPrice.Zero ? line.Quantity : Quantity.Zero;
        if (line.Origin == LineOrigin.Typed)
            line.Origin = LineOrigin.Stock;
        if (line.Description.Length == 0)
            line.Description = part.Description;
    }
}
