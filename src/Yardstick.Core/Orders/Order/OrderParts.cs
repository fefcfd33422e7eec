using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Parts that come for an order.</summary>
public partial class Order
{
    /// <summary>A part came for a line. Its cost becomes the one charged; a price that the customer was told stays.</summary>
    public Result ReceivePart(long lineId, Quantity quantity, UnitPrice unitCost, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Jobs.SelectMany(j => j.Lines).OfType<PartLine>().FirstOrDefault(l => l.Id == lineId) is not { } line)
            return new Problem("line.gone", "The line for this part was removed. Reload the page.");
        line.Came(quantity, Money.Of(unitCost * quantity));
        if (line.UnitCost != unitCost)
        {
            Record("line", lineId, "unitCost", line.UnitCost.ToString(), unitCost.ToString(), ++line.Version, actor);
            (line.UnitCost, line.BookCost) = (unitCost, null);
        }
        Record("line", lineId, "received", "", quantity.ToString(), ++line.Version, actor);
        return Result.Done;
    }

    /// <summary>The supplier's bill has another cost for a part: it counts in the books; the customer's price stays.</summary>
    /// <param name="lineId">The line; one that is off the order by now is left as it is.</param>
    /// <param name="unitCost">Cost each.</param>
    /// <param name="difference">How much more (or less) the parts of the line are worth.</param>
    /// <param name="actor">Who.</param>
    /// <returns>Whether the line carries the difference: not where nothing of it is here any more.</returns>
    public Result<bool> CorrectBookCost(long lineId, UnitPrice unitCost, Money difference, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Jobs.SelectMany(j => j.Lines).OfType<PartLine>().FirstOrDefault(l => l.Id == lineId) is not { } line)
            return false;
        Record("line", lineId, "unitCost", (line.BookCost ?? line.UnitCost).ToString(), unitCost.ToString(), ++line.Version, actor);
        line.BookCost = unitCost;
        if (line.ReceivedQuantity <= Quantity.Zero)
            return false;
        line.ReceivedValue += difference;
        return true;
    }

    /// <summary>Writes down what became of a line's part: it was ordered, or called off.</summary>
    /// <param name="lineId">The line; one that is off the order by now is written down too.</param>
    /// <param name="field">ordered or called-off.</param>
    /// <param name="words">Where and how many, in words.</param>
    /// <param name="actor">Who.</param>
    public void NotePart(long lineId, string field, string words, Actor actor)
    {
        var version = Jobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == lineId) is { } line ? ++line.Version : 0;
        Record("line", lineId, field, "", words, version, actor);
    }

    /// <summary>Gives a line another source: the stock, a supplier, the labor guide. One whose part was ordered or came stays.</summary>
    /// <typeparam name="TLine">Kind of line that has such a source; another is refused with <c>line.kind</c>.</typeparam>
    /// <param name="lineId">The line.</param>
    /// <param name="put">Puts the source on it.</param>
    /// <param name="words">The source in words, for the record.</param>
    /// <param name="actor">Who.</param>
    public Result<Line> SourceLine<TLine>(long lineId, Action<TLine> put, string words, Actor actor)
        where TLine : Line
    {
        var line = Sourced(lineId, "Parts for this line were already received. Add another line for a different part.");
        if (line.Problem is { } problem)
            return problem;
        if (line.Value is not TLine sourced)
            return new Problem("line.kind", "This can't be put on a line of that kind; add a line for it.");
        var before = NumberOf(sourced);
        sourced.KeepSource();
        put(sourced);
        if (CounterSale && sourced is PartLine part)
            part.CoresReturned = Quantity.Zero;
        Record("line", lineId, "source", before, words, ++sourced.Version, actor);
        return line;
    }

    /// <summary>Puts a line's source back to what it was before its last change; once more brings that change again.</summary>
    public Result<Line> SourceBack(long lineId, Actor actor)
    {
        var line = Sourced(lineId, "Parts for this line were received already; so its source can't be changed.");
        if (line.Problem is { } problem)
            return problem;
        var before = NumberOf(line.Value);
        if (!line.Value.SwapSource())
            return new Problem("line.source", "There is no earlier source to go back to.");
        Record("line", lineId, "source", before, NumberOf(line.Value), ++line.Value.Version, actor);
        return line;
    }

    private Result<Line> Sourced(long lineId, string received)
    {
        if (Closed() is { } closed)
            return closed;
        var line = FindLine(lineId);
        return line.Ok && line.Value is PartLine { ReceivedQuantity.Value: > 0 } ? new Problem("line.received", received) : line;
    }

    private static string NumberOf(Line line) => (line as PartLine)?.Number ?? "";

    /// <summary>Its parts come first: the vehicle was promised for the day or before, its owner waits, or it has priority.</summary>
    /// <param name="day">Today, in the shop's zone.</param>
    public bool IsUrgent(LocalDate day) => CustomerWaits || HasPriority || PromisedAt is { } promised && promised.Date <= day;

    /// <summary>Approved work waits for a part that is neither here nor kept from stock.</summary>
    public bool WaitsForParts => ApprovedJobs.SelectMany(j => j.OnLines).OfType<PartLine>().Any(l => l.IsOpen);

    /// <summary>The last part came while the car stood waiting for parts: it can go on.</summary>
    public bool HasAllPartsNow => Stage == Floor.Stage.WaitingForParts && !WaitsForParts;
}
