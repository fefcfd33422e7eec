using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Inventory;

/// <summary>What is on hand, what it is worth, and who it is kept for.</summary>
public class StockTests
{
    private static Part Pads(decimal onHand = 0, decimal average = 0) =>
        new()
        {
            Id = 7,
            Number = "BP-1",
            Description = "Pads",
            OnHand = new(onHand),
            AverageCost = new(average),
            UnitCost = new(average),
        };

    private static PartLine Line(long id, decimal quantity, decimal reserved = 0) =>
        new()
        {
            Id = id,
            PartId = 7,
            Quantity = new(quantity),
            ReservedQuantity = new(reserved),
        };

    private static readonly Dictionary<long, Quantity> Nothing = [];

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    public void Whatever_happens_the_movements_add_up_to_what_is_there_and_what_it_is_worth(int seed)
    {
        var random = new Random(seed);
        var part = Pads();
        var movements = new List<StockMovement>();
        for (var i = 0; i < 400; i++)
        {
            var units = new Quantity(random.Next(1, 40) / 4m);
            var cost = new UnitPrice(random.Next(100, 99999) / 1000m);
            var source = new StockSource(MovementDocument.PurchaseOrder, i);
            movements.Add(
                random.Next(6) switch
                {
                    0 or 1 => part.Receive(StockMovementKind.Receipt, units, cost, source, Mina),
                    2 => part.Move(StockMovementKind.Issue, -units, source, Mina),
                    3 => part.Move(StockMovementKind.SupplierReturn, -units, source, Mina),
                    4 => part.CorrectCost(random.Next(-500, 500) / 100m, units, source, Mina).Movement,
                    _ => part.Move(StockMovementKind.Count, new Quantity(random.Next(-8, 8)), source, Mina),
                }
            );
        }
        Assert.Equal(part.OnHand.Value, movements.Sum(m => m.Quantity.Value));
        Assert.Equal(Stock.ValueOf(part).Cents, movements.Sum(m => m.ValueChange.Cents));
        Assert.Equal(Rounding.Cents(part.OnHand.Value * part.AverageCost.Value), Stock.ValueOf(part).Cents);
    }

    [Theory]
    // On hand, of the six that came at 10; a bill of 0.50 more each; then average, and what goes to cost of sales.
    [InlineData(6, 6, 10.5, 0)]
    [InlineData(2, 6, 10.5, 2)]
    [InlineData(0, 6, 10, 3)]
    [InlineData(-1, 6, 10, 3)]
    [InlineData(12, 6, 10.25, 0)]
    public void A_bill_at_another_cost_corrects_what_is_still_there(double onHand, double received, double average, double ofSales)
    {
        var part = Pads((decimal)onHand, 10);
        var (movement, sales) = part.CorrectCost(0.5m, new((decimal)received), StockSource.ByHand, Mina);
        Assert.Equal(((decimal)average, (decimal)ofSales), (part.AverageCost.Value, sales.Amount));
        Assert.Equal(0.5m * (decimal)received, movement.ValueChange.Amount + sales.Amount);
    }

    [Fact]
    public void Stock_that_became_available_goes_to_the_earliest_promised_and_stays_there()
    {
        var part = Pads(3, 10);
        PartLine[] waiting = [Line(1, 2), Line(2, 2), Line(3, 1)];
        Assert.Equal([1, 2], Reservation.GiveOut(part, waiting, Nothing).Select(l => l.Id));
        Assert.Equal([2m, 1m, 0m], waiting.Select(l => l.ReservedQuantity.Value));
        Assert.Equal((3m, 0m), (part.Reserved.Value, part.Free.Value));
        Assert.Empty(Reservation.GiveOut(part, waiting, Nothing));
    }

    [Fact]
    public void A_count_that_finds_less_than_is_kept_takes_it_from_the_latest_promised()
    {
        var part = Pads(1, 10);
        part.Reserved = new(4);
        PartLine[] kept = [Line(1, 2, 2), Line(2, 2, 2)];
        Assert.Equal([1, 2], Reservation.TakeBack(part, kept).Select(l => l.Id));
        Assert.Equal([0m, 1m], kept.Select(l => l.ReservedQuantity.Value));
        Assert.Equal((1m, 0m), (part.Reserved.Value, part.Free.Value));
        Assert.Empty(Reservation.TakeBack(part, kept));
    }

    [Fact]
    public void What_comes_on_a_purchase_order_needs_no_stock()
    {
        var part = Pads(5, 10);
        var line = Line(1, 4);
        Reservation.GiveOut(part, [line], new Dictionary<long, Quantity> { [1] = new(3) });
        Assert.Equal(1, line.ReservedQuantity.Value);
    }

    [Fact]
    public void By_hand_it_goes_from_one_order_to_another_and_no_further_than_needed()
    {
        var part = Pads(4, 10);
        part.Reserved = new(4);
        var (from, to) = (Line(1, 4, 4), Line(2, 3, 0));
        Assert.Equal(3, Reservation.Move(part, from, to, Nothing).Value.Value);
        Assert.Equal((1m, 3m, 4m), (from.ReservedQuantity.Value, to.ReservedQuantity.Value, part.Reserved.Value));
        Assert.Equal("stock.notKept", Reservation.Move(part, from, to, Nothing).Problem!.Code);
    }

    [Theory]
    // On hand, reserved, on order, lowest, fill, pack: to order.
    [InlineData(2, 0, 0, 2, 10, 4, 8)]
    [InlineData(3, 0, 0, 2, 10, 4, 0)]
    [InlineData(5, 4, 0, 2, 10, 4, 12)]
    [InlineData(1, 0, 4, 2, 10, 4, 0)]
    [InlineData(-2, 0, 0, 0, 4, 1, 6)]
    [InlineData(0, 0, 0, 0, 0, 1, 0)]
    public void Whole_packs_reach_the_fill_level(
        double onHand,
        double reserved,
        double onOrder,
        double lowest,
        double fill,
        double pack,
        double order
    )
    {
        var part = Pads((decimal)onHand, 1);
        (part.Reserved, part.LowestLevel, part.FillLevel, part.PackSize) = (
            new((decimal)reserved),
            new((decimal)lowest),
            new((decimal)fill),
            new((decimal)pack)
        );
        Assert.Equal((decimal)order, Reorder.Of(part, new((decimal)onOrder)).Value);
    }

    [Fact]
    public void A_count_is_held_against_what_was_there_when_it_was_counted()
    {
        var part = Pads(10, 2.5m);
        var count = StockCount.Begin("A", [part], new HashSet<long>(), Mina).Value;
        Assert.Equal("count.none", count.Post(new Dictionary<long, Part> { [7] = part }, "", Mina).Problem!.Code);
        Assert.True(count.Counted(7, "8", part, Mina).Ok);
        // Sold while the count went on: that is no difference.
        part.Move(StockMovementKind.Issue, new(-3), StockSource.ByHand, Mina);
        var posted = count.Post(new Dictionary<long, Part> { [7] = part }, "Two broken", Mina).Value;
        Assert.Equal((-2m, -5m), (posted[0].Quantity.Value, posted[0].ValueChange.Amount));
        Assert.Equal(5, part.OnHand.Value);
        Assert.Equal("count.closed", count.Counted(7, "1", part, Mina).Problem!.Code);
        Assert.Equal("count.closed", count.Drop(Mina.At).Problem!.Code);
    }

    [Fact]
    public void A_part_is_counted_once_at_a_time_and_an_empty_bin_not_at_all()
    {
        Assert.Equal("count.open", StockCount.Begin("A", [Pads()], new HashSet<long> { 7 }, Mina).Problem!.Code);
        Assert.Equal("count.empty", StockCount.Begin("Z", [], new HashSet<long>(), Mina).Problem!.Code);
        var count = StockCount.Begin("A", [Pads()], new HashSet<long>(), Mina).Value;
        Assert.Equal("count.line", count.Counted(8, "1", Pads(), Mina).Problem!.Code);
        Assert.Equal("figure.unreadable", count.Counted(7, "few", Pads(), Mina).Problem!.Code);
    }

    [Fact]
    public void A_shelf_is_counted_in_the_order_in_which_it_stands()
    {
        Part[] parts =
        [
            .. new[] { "C-10", "C-2", "C-1" }.Select(
                (bin, i) =>
                    new Part
                    {
                        Id = i,
                        Number = "P",
                        Bin = bin,
                    }
            ),
        ];
        Assert.Equal([2, 1, 0], StockCount.Begin("C", parts, new HashSet<long>(), Mina).Value.Lines.Select(l => l.PartId));
    }

    [Fact]
    public void Stock_is_corrected_with_a_reason()
    {
        var part = Pads(4, 3);
        Assert.Equal("stock.reason", StockCorrection.Correct(part, "2", " ", Mina).Problem!.Code);
        Assert.Equal("stock.same", StockCorrection.Correct(part, "4", "Counted", Mina).Problem!.Code);
        var corrected = StockCorrection.Correct(part, "2", "Box fell", Mina).Value;
        Assert.Equal((-2m, -6m, "Box fell"), (corrected.Quantity.Value, corrected.ValueChange.Amount, corrected.Reason));
    }
}
