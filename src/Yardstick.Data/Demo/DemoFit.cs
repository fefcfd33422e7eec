using System.Globalization;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Demo;

/// <summary>Which work a car can need at all: nobody changes the oil of an electric car or the spark plugs of a diesel.</summary>
internal static class DemoFit
{
    private static readonly HashSet<string> OfCombustion =
    [
        "Serpentine belt, replace",
        "Timing belt with water pump",
        "Valve cover gasket, replace",
        "Air filter, replace",
        "Fuel filter, replace",
        "Fuel pump, replace",
        "Thermostat and upper hose",
        "Water pump, replace",
        "Coolant, flush and fill",
        "Alternator, replace",
        "Starter, replace",
        "Engine light, diagnose",
        "Transmission fluid, change",
        "Clutch, replace",
    ];

    private static readonly HashSet<string> OfSmallGasoline = ["Oil and filter service", "Spark plugs, four cylinders"];
    private static readonly HashSet<string> OfGasoline = ["Ignition coil, replace one"];
    private const string OfLargeEngines = "Synthetic oil and filter service, large engine";

    // A hybrid starts and charges by its electric machine.
    private static readonly HashSet<string> NotOfHybrids = ["Alternator, replace", "Starter, replace", "Clutch, replace"];

    /// <summary>Concerns that only an engine, a clutch or a tank gives.</summary>
    private static readonly string[] EngineConcerns =
    [
        "oil",
        "engine",
        "Clutch",
        "start when cold",
        "Burning",
        "Sweet smell",
        "Leaks",
        "Whistles",
    ];

    internal static bool IsElectric(Vehicle car) => car.Engine == "electric";

    private static bool IsHybrid(Vehicle car) => car.Engine.Contains("hybrid", StringComparison.Ordinal);

    internal static bool IsDiesel(Vehicle car) => car.Engine.Contains("diesel", StringComparison.Ordinal);

    /// <summary>Whether a canned job can be work on this car.</summary>
    internal static bool Suits(string title, Vehicle car)
    {
        var (electric, diesel) = (IsElectric(car), IsDiesel(car));
        var liters = decimal.TryParse(car.Engine.Split(' ')[0], CultureInfo.InvariantCulture, out var size) ? size : 0;
        if (OfCombustion.Contains(title))
            return !electric && !(IsHybrid(car) && NotOfHybrids.Contains(title));
        if (OfGasoline.Contains(title))
            return !electric && !diesel;
        if (OfSmallGasoline.Contains(title))
            return !electric && !diesel && liters < 3;
        return title != OfLargeEngines || !electric && (diesel || liters >= 3);
    }

    /// <summary>Whether a concern can be about this car.</summary>
    internal static bool CanBe(string concern, Vehicle car) =>
        !(IsHybrid(car) && concern.StartsWith("Clutch", StringComparison.Ordinal))
        && (!IsElectric(car) || !EngineConcerns.Any(word => concern.Contains(word, StringComparison.OrdinalIgnoreCase)));
}
