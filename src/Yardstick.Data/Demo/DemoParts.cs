using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>What the parts person did yesterday and this morning: bought for the shelf, received, sent back, counted.</summary>
internal static class DemoParts
{
    private const long Harbor = 1,
        Northline = 2;

    internal static async Task AddAsync(DemoMaker shop)
    {
        await using var db = shop.Open();
        db.ChangeTracker.AutoDetectChangesEnabled = true;
        var suppliers = await db.Suppliers.OrderBy(s => s.Id).ToListAsync();
        var parts = await db.Parts.OrderBy(p => p.Number).ToListAsync();
        var next = await db.Counters.SingleAsync(c => c.Name == Counter.PurchaseOrders);
        Actor Wen(int minutesAgo) => new(DemoMaker.PartsPerson, shop.UtcNow.PlusMinutes(-minutesAgo));

        var atSuppliers = new List<(string Code, PurchaseOrder Order)>();
        PurchaseOrder Buy(Supplier supplier, string code, string reference, int minutesAgo, int expectedIn, params PartWanted[] wanted)
        {
            var order = PurchaseOrder.Place(next.Next++, supplier, wanted, Wen(minutesAgo)).Value;
            // The same demo is made the same.
            order.IdempotencyKey = new Guid((int)order.Number, 7, 7, [1, 2, 3, 4, 5, 6, 7, 9]);
            db.PurchaseOrders.Add(order);
            db.SaveChanges();
            var expected = shop.UtcNow.PlusMinutes(expectedIn);
            order.Answered(
                new SupplierAnswer(
                    reference,
                    PurchaseOrderState.Confirmed,
                    expected,
                    [.. order.Lines.Select(l => new SupplierLineAnswer(l.Id, PurchaseLineState.Confirmed, null, expected))]
                )
            );
            atSuppliers.Add((code, order));
            return order;
        }

        // Filters and an alternator for the shelf came this morning; one of them does not fit what it was bought for.
        var withCore = parts.Find(p => p.CoreEach > UnitPrice.Zero && p.Category != "battery")
            ?? parts.First(p => p.CoreEach > UnitPrice.Zero);
        var filters = parts.Where(p => p.Category == "filter").Take(2).ToList();
        var came = Buy(
            suppliers[0],
            "harbor",
            "HP-39840",
            60 * 22,
            -120,
            PartWanted.For(filters[0], new(6)),
            PartWanted.For(filters[1], new(4))
        );
        Receive(shop, db, came, parts, "PS-60418", Wen(100));
        Receive(
            shop,
            db,
            Buy(suppliers[0], "harbor", "HP-39841", 60 * 22, -120, PartWanted.For(withCore, new(2))),
            parts,
            "PS-60419",
            Wen(99)
        );
        var back = PartReturn.Begin(101, suppliers[0], "Wrong one in the box: this is for the older engine.", Wen(60)).Value;
        var wrong = await db.ReceiptLines.OrderBy(l => l.Id).LastAsync(l => l.PartId == filters[1].Id);
        back.Add(wrong, new(1), PartReturnReason.Wrong, wrong.Quantity);
        back.Authorize("RA-2217");
        back.IdempotencyKey = new Guid(101, 7, 7, [1, 2, 3, 4, 5, 6, 7, 10]);
        db.PartReturns.Add(back);
        (await db.Counters.SingleAsync(c => c.Name == Counter.PartReturns)).Next = 102;

        // Their bill for the filters is here, one of them dearer than it was received at.
        var bill = SupplierBill.Enter(Harbor, false, new("HP-B39840", "", "", "6.50", ""), shop.Shop.Local(Wen(40).At), Wen(40)).Value;
        var billed = await db.ReceiptLines.OrderBy(l => l.Id).Take(2).ToListAsync();
        foreach (var received in billed)
            bill.Add(
                received,
                "",
                received.Id == wrong.Id ? (received.UnitCost.Value + 0.40m).ToString("0.00", CultureInfo.InvariantCulture) : "",
                accepts: false
            );
        db.SupplierBills.Add(bill);
        await db.SaveChangesAsync();
        shop.Books.Book(db, PurchasePostings.Of(bill, billed.ToDictionary(l => l.Id), Money.Zero), Wen(40));

        // For the shelf, on its way: one part comes later, one is no longer made.
        var others = parts.Where(p => p.WithdrawnAt is null && p.Category is "brake" or "belt" or "bulb").Take(3).ToList();
        if (others.Count == 3)
        {
            var coming = Buy(suppliers[1], "northline", "NL-39910", 190, 60 * 4, [.. others.Select(p => PartWanted.For(p, new(4)))]);
            coming.Answered(
                new SupplierAnswer(
                    "NL-39910",
                    PurchaseOrderState.Confirmed,
                    coming.ExpectedAt,
                    [
                        new(coming.Lines[0].Id, PurchaseLineState.PartlyFilled, new Quantity(2), coming.ExpectedAt),
                        new(coming.Lines[1].Id, PurchaseLineState.Confirmed, null, coming.ExpectedAt),
                        new(coming.Lines[2].Id, PurchaseLineState.Discontinued, null, null),
                    ]
                )
            );
        }
        Count(shop, db, parts, Wen(60 * 26));
        await db.SaveChangesAsync();
        shop.OutsideOrders.AddRange(atSuppliers.Select(a => OutsideOrder.Of(a.Code, a.Order)));
    }

    private static void Receive(DemoMaker shop, ShopDb db, PurchaseOrder order, List<Part> parts, string slip, Actor actor)
    {
        var receipt = Receipt.Of(order, slip, null, actor).Value;
        var shelved = new List<StockMovement>();
        foreach (var line in order.Lines)
        {
            var (quantity, cost) = line.Receive(null, null).Value;
            var part = parts.First(p => p.Id == line.PartId);
            var source = new StockSource(MovementDocument.PurchaseOrder, order.Id);
            shelved.Add(part.Receive(StockMovementKind.Receipt, quantity, cost, source, actor));
            receipt.Add(line, quantity, cost, part.Id);
        }
        db.StockMovements.AddRange(shelved);
        db.Receipts.Add(receipt);
        order.Settle();
        db.SaveChanges();
        shop.Books.Book(db, PurchasePostings.Of(receipt, shelved), actor);
    }

    /// <summary>Yesterday's count of a shelf: one piece was missing.</summary>
    private static void Count(DemoMaker shop, ShopDb db, List<Part> parts, Actor actor)
    {
        const string bin = "B-1";
        var lying = parts.Where(p => p.Bin.StartsWith(bin, StringComparison.Ordinal)).ToList();
        var count = StockCount.Begin(bin, lying, new HashSet<long>(), actor).Value;
        db.StockCounts.Add(count);
        db.SaveChanges();
        foreach (var part in lying)
        {
            var there =
                part.Free > Quantity.One && part == lying.Find(p => p.Free > Quantity.One) ? part.OnHand - Quantity.One : part.OnHand;
            count.Counted(part.Id, Quantity.Max(there, Quantity.Zero).ToString(), part, actor);
        }
        var posted = count.Post(lying.ToDictionary(p => p.Id), "One box empty", actor).Value;
        db.StockMovements.AddRange(posted);
        shop.Books.Book(db, PurchasePostings.Differences(count.Id, "Stock counted", posted), actor);
    }
}
