namespace Yardstick.Core.WriteUp;

/// <summary>Which lookups will not know a vehicle that is entered by hand.</summary>
public static class LookUpCoverage
{
    /// <summary>
    /// What will be missing, in sentences; nothing where everything can be looked up. Recalls and history go by VIN; maintenance schedule,
    /// labor times and specs go by make, model and engine.
    /// </summary>
    /// <param name="make">Make as typed; empty where it was not typed yet.</param>
    /// <param name="model">Model as typed.</param>
    /// <param name="engine">Engine as typed.</param>
    /// <param name="hasVin">A VIN was typed.</param>
    /// <param name="known">Vehicles that the data service knows: makes, their models, their engines; empty where it did not answer.</param>
    public static IReadOnlyList<string> Of(
        string make,
        string model,
        string engine,
        bool hasVin,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, IReadOnlyList<string>>> known
    )
    {
        var missing = new List<string>();
        if (make.Trim().Length == 0)
            return missing;
        if (!hasVin)
            missing.Add("Without a VIN, recalls and vehicle history can't be looked up. You can add it later.");
        if (known.Count > 0 && Unknown(make.Trim(), model.Trim(), engine.Trim(), known) is { } vehicle)
            missing.Add($"No maintenance schedule, labor times or specs for {vehicle}. Enter those yourself.");
        return missing;
    }

    private static string? Unknown(
        string make,
        string model,
        string engine,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, IReadOnlyList<string>>> known
    )
    {
        if (Find(known, make) is not { } models)
            return make;
        if (model.Length == 0)
            return null;
        if (Find(models, model) is not { } engines)
            return $"{make} {model}";
        return engine.Length > 0 && !engines.Contains(engine, StringComparer.OrdinalIgnoreCase)
            ? $"{make} {model} with engine {engine}"
            : null;
    }

    private static T? Find<T>(IReadOnlyDictionary<string, T> among, string name)
        where T : class => among.FirstOrDefault(e => string.Equals(e.Key, name, StringComparison.OrdinalIgnoreCase)).Value;
}
