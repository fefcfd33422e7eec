namespace Yardstick.Core.Inspections;

/// <summary>Lists of points to begin with, so that nobody has to think of all of them.</summary>
public static class StartingInspections
{
    private sealed record Point(
        string Group,
        string Title,
        string Unit = "",
        decimal? Watch = null,
        decimal? Due = null,
        decimal? Unsafe = null,
        bool High = false,
        string Fact = "",
        string DueText = ""
    );

    private const string Tread = "The tread is worn down. Worn tires need longer to stop on a wet road.",
        Pads = "The brake pads are worn down and have to be replaced.";

    private static readonly Point[] Courtesy =
    [
        new("Lights and glass", "Headlights and turn signals"),
        new("Lights and glass", "Brake, tail and plate lights"),
        new("Lights and glass", "Windshield"),
        new("Lights and glass", "Wiper blades", DueText: "The wiper blades streak and have to be replaced."),
        new("Under the hood", "Engine oil level and leaks"),
        new("Under the hood", "Coolant level and leaks"),
        new(
            "Under the hood",
            "Brake fluid, water",
            "%",
            2,
            3,
            4,
            true,
            DueText: "The brake fluid has taken up water and has to be changed."
        ),
        new("Under the hood", "Power steering fluid"),
        new("Under the hood", "Battery, resting voltage", "V", 12.4m, 12.2m, null, DueText: "The battery no longer holds its charge."),
        new("Under the hood", "Drive belt"),
        new("Under the hood", "Air filter", DueText: "The air filter is clogged."),
        new("Under the hood", "Hoses and clamps"),
        new("Left front", "Tread", "/32 in", 5, 4, 2, DueText: Tread),
        new("Left front", "Tire, sidewall and age"),
        new("Right front", "Tread", "/32 in", 5, 4, 2, DueText: Tread),
        new("Right front", "Tire, sidewall and age"),
        new("Left rear", "Tread", "/32 in", 5, 4, 2, DueText: Tread),
        new("Left rear", "Tire, sidewall and age"),
        new("Right rear", "Tread", "/32 in", 5, 4, 2, DueText: Tread),
        new("Right rear", "Tire, sidewall and age"),
        new("Front brakes", "Pads, thinnest", "mm", 5, 3.5m, 2, Fact: "frontPadMinimum", DueText: Pads),
        new("Front brakes", "Rotors"),
        new("Front brakes", "Hoses and lines"),
        new("Rear brakes", "Pads or shoes, thinnest", "mm", 5, 3.5m, 2, Fact: "rearPadMinimum", DueText: Pads),
        new("Rear brakes", "Rotors or drums"),
        new("Rear brakes", "Parking brake"),
        new("Under the vehicle", "Ball joints and tie rods"),
        new("Under the vehicle", "Shocks and struts"),
        new("Under the vehicle", "Exhaust"),
        new("Under the vehicle", "Axle boots"),
        new("Under the vehicle", "Leaks"),
        new("Inside", "Horn, belts, warning lights"),
    ];

    private static readonly Point[] Brakes =
    [
        new("Left front", "Pads, thinnest", "mm", 5, 3.5m, 2, Fact: "frontPadMinimum", DueText: Pads),
        new("Left front", "Rotor thickness", "mm", Fact: "frontRotorMinimum"),
        new("Left front", "Caliper and slide pins"),
        new("Right front", "Pads, thinnest", "mm", 5, 3.5m, 2, Fact: "frontPadMinimum", DueText: Pads),
        new("Right front", "Rotor thickness", "mm", Fact: "frontRotorMinimum"),
        new("Right front", "Caliper and slide pins"),
        new("Left rear", "Pads or shoes, thinnest", "mm", 5, 3.5m, 2, Fact: "rearPadMinimum", DueText: Pads),
        new("Left rear", "Caliper or cylinder"),
        new("Right rear", "Pads or shoes, thinnest", "mm", 5, 3.5m, 2, Fact: "rearPadMinimum", DueText: Pads),
        new("Right rear", "Caliper or cylinder"),
        new("System", "Fluid, water", "%", 2, 3, 4, true),
        new("System", "Hoses and lines"),
        new("System", "Parking brake"),
        new("System", "Pedal and booster"),
    ];

    private static readonly Point[] Maintenance =
    [
        new("Before", "Odometer and service light noted"),
        new("Oil service", "Oil drained, plug with new gasket, to torque"),
        new("Oil service", "Filter replaced, cap to torque"),
        new("Oil service", "Filled by the specs, level checked"),
        new("Fluids", "Coolant, brake, washer fluid filled up"),
        new("Tires", "Pressures set"),
        new("Tires", "Wheel nuts to torque"),
        new("After", "Service light reset"),
        new("After", "Test drive, no leaks"),
        new("After", "Sticker for the next service"),
    ];

    /// <summary>A template with a list to begin with. Refuses as <see cref="InspectionTemplate.Create"/>.</summary>
    /// <param name="start">courtesy, brakes or maintenance; anything else begins empty.</param>
    /// <param name="name">Name.</param>
    /// <param name="taken">Another has the name.</param>
    public static Result<InspectionTemplate> Create(string start, string? name, bool taken)
    {
        var made = InspectionTemplate.Create(name, taken);
        if (!made.Ok)
            return made;
        var points = start switch
        {
            "courtesy" => Courtesy,
            "brakes" => Brakes,
            "maintenance" => Maintenance,
            _ => [],
        };
        made.Value.IsChecklist = start == "maintenance";
        var position = 0;
        foreach (var point in points)
            made.Value.Points.Add(
                new TemplatePoint
                {
                    Position = position++,
                    Spec = new PointSpec
                    {
                        Group = point.Group,
                        Title = point.Title,
                        Unit = point.Unit,
                        WatchAt = point.Watch,
                        DueAt = point.Due,
                        UnsafeAt = point.Unsafe,
                        HighIsWorse = point.High,
                        FactKey = point.Fact,
                        DueText = point.DueText,
                    },
                }
            );
        return made;
    }
}
