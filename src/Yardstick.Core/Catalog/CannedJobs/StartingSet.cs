using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Canned jobs with which a new shop may begin; they are its own from then on.</summary>
/// <param name="Key">Short name.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Description">What it is for.</param>
/// <param name="Jobs">Its jobs as they would be typed.</param>
public sealed record StartingSet(string Key, string Name, string Description, IReadOnlyList<CannedForm> Jobs)
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<StartingSet> All { get; } =
    [
        new(
            "general",
            "General repair",
            "Brakes, battery, cooling, steering and diagnosis as most shops sell them.",
            [
                Job("Front brake pads and rotors", "Brakes", "1.6", ("Brake pads, front", "1"), ("Brake rotor, front", "2")),
                Job("Rear brake pads and rotors", "Brakes", "1.7", ("Brake pads, rear", "1"), ("Brake rotor, rear", "2")),
                Job("Brake inspection", "Brakes", "0.5"),
                Job("Battery, replace", "Electrical", "0.4", ("Battery", "1")),
                Job("Alternator, replace", "Electrical", "1.4", ("Alternator", "1"), ("Drive belt", "1")),
                Job("Engine light, diagnose", "Diagnosis", "1.0"),
                Job("Electrical fault, diagnose", "Diagnosis", "1.0"),
                Job("Water pump, replace", "Cooling", "2.8", ("Water pump", "1"), ("Coolant, gallon", "2")),
                Job("Thermostat, replace", "Cooling", "1.1", ("Thermostat with seal", "1"), ("Coolant, gallon", "1")),
                Job("Front struts, replace both", "Suspension", "2.6", ("Strut, front", "2")),
                Job("Lower ball joint, replace one", "Suspension", "1.5", ("Lower ball joint", "1")),
                Job("Wheel bearing, replace one", "Suspension", "1.8", ("Wheel bearing hub", "1")),
            ]
        ),
        new(
            "tires",
            "Tires",
            "Mounting, rotation, repair and alignment.",
            [
                Job("Mount and balance four tires", "Tires", "1.2", ("Tire", "4"), ("Valve stem", "4")),
                Job("Mount and balance one tire", "Tires", "0.4", ("Tire", "1"), ("Valve stem", "1")),
                Job("Tire rotation", "Tires", "0.4"),
                Job("Flat repair, plug and patch", "Tires", "0.5", ("Tire repair unit", "1")),
                Job("Four-wheel alignment", "Tires", "1.2"),
                Job("Pressure sensor, replace one", "Tires", "0.5", ("Tire pressure sensor", "1")),
                Job("Seasonal changeover on rims", "Tires", "0.6"),
            ]
        ),
        new(
            "maintenance",
            "Maintenance",
            "Oil, filters, fluids and what else comes again.",
            [
                Job("Oil and filter service", "Engine", "0.5", ("Engine oil, quart", "5"), ("Oil filter", "1")),
                Job("Engine air filter", "Engine", "0.2", ("Engine air filter", "1")),
                Job("Cabin air filter", "Heating and A/C", "0.3", ("Cabin air filter", "1")),
                Job("Spark plugs, four cylinders", "Engine", "1.1", ("Spark plug", "4")),
                Job("Brake fluid exchange", "Brakes", "0.8", ("Brake fluid, quart", "1")),
                Job("Coolant exchange", "Cooling", "1.0", ("Coolant, gallon", "2")),
                Job("Transmission fluid service", "Drivetrain", "1.2", ("Transmission fluid, quart", "6")),
                Job("Wiper blades, pair", "Body", "0.2", ("Wiper blade", "2")),
                Job("Multi-point inspection", "Diagnosis", "0.5"),
            ]
        ),
    ];

    private static CannedForm Job(string title, string system, string hours, params (string Part, string Quantity)[] parts) =>
        new()
        {
            Title = title,
            System = system,
            Lines =
            [
                new CannedLineForm
                {
                    Kind = LineKind.Labor,
                    Description = title,
                    Count = hours,
                },
                .. parts.Select(p => new CannedLineForm
                {
                    Kind = LineKind.Part,
                    Description = p.Part,
                    Count = p.Quantity,
                }),
            ],
        };

    /// <summary>Jobs of the set that the shop does not have yet, by their titles.</summary>
    /// <param name="titles">Titles that it has.</param>
    public Result<IReadOnlyList<CannedJob>> Make(IReadOnlySet<string> titles)
    {
        var made = new List<CannedJob>();
        foreach (var form in Jobs.Where(j => !titles.Contains(j.Title)))
        {
            var job = new CannedJob();
            if (form.Fill(job, _ => null) is { } problem)
                return problem;
            made.Add(job);
        }
        return made;
    }
}
