using System.Collections.Concurrent;

namespace Yardstick.StandIns;

/// <summary>What a supplier makes of a part number.</summary>
/// <param name="State">available, partly (half of what is asked), none, discontinued, unknown.</param>
/// <param name="UnitCost">Its price now; null where the catalog's holds, or where nobody asked for the number before.</param>
internal sealed record NumberState(string State = "available", decimal? UnitCost = null);

/// <summary>Prices that suppliers named, and what a person or a test set for single numbers.</summary>
internal sealed class PriceList
{
    private readonly ConcurrentDictionary<(string Supplier, string Number), decimal> named = new();
    private readonly ConcurrentDictionary<(string Supplier, string Number), NumberState> set = new();

    /// <summary>A supplier named a price in its catalog.</summary>
    public void Name(string supplier, string number, decimal unitCost) => named[(supplier, number)] = unitCost;

    /// <summary>Sets what becomes of a number from now on.</summary>
    public void Set(string supplier, string number, NumberState state) => set[(supplier, number)] = state;

    /// <summary>What becomes of a number.</summary>
    public NumberState Of(string supplier, string number)
    {
        var now = set.GetValueOrDefault((supplier, number), new NumberState());
        return now.UnitCost is null && named.TryGetValue((supplier, number), out var cost) ? now with { UnitCost = cost } : now;
    }
}
