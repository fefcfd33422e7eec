using System.Globalization;

namespace Yardstick.Core.Pricing;

/// <summary>Overlap of labor (rules, Overlap).</summary>
internal static class LaborOverlap
{
    /// <summary>A labor line that names an operation, and where its hours are kept.</summary>
    internal readonly record struct Operation(int Job, int Line, LaborCaseLine Labor);

    /// <summary>
    /// Takes the operations by falling hours, ties in the order of the sheet; each is reduced by those before it.
    /// </summary>
    /// <param name="operations">Labor lines of the included jobs that name an operation, in the order of the sheet.</param>
    /// <param name="reduced">Called with each operation, its remaining hours and what reduced it.</param>
    internal static void Reduce(List<Operation> operations, Action<Operation, decimal, Reduction?> reduced)
    {
        if (operations.Count == 0)
            return;
        // OrderByDescending is stable: ties keep the order of the sheet.
        var before = new HashSet<string>(StringComparer.Ordinal);
        var contained = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var operation in operations.OrderByDescending(o => o.Labor.Hours))
        {
            var labor = operation.Labor;
            var hours = labor.Hours;
            Reduction? by = null;
            if (labor.KeepsTime)
            {
                // Its full time was given back knowingly.
            }
            else if (contained.TryGetValue(labor.Operation!, out var container))
            {
                hours = 0;
                by = new Reduction(container, $"Included in {container}");
            }
            else
            {
                foreach (var (other, rest) in labor.Beside)
                {
                    if (rest < hours && before.Contains(other))
                    {
                        hours = rest;
                        by = new Reduction(other, string.Create(CultureInfo.InvariantCulture, $"Beside {other}: {rest:0.##} h"));
                    }
                }
            }
            reduced(operation, hours, by);
            before.Add(labor.Operation!);
            foreach (var inner in labor.Contains)
                contained.TryAdd(inner, labor.Operation!);
        }
    }
}
