using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>The demo shop's parts and canned jobs.</summary>
internal static class DemoCatalog
{
    /// <summary>Category, description, number prefix, lowest cost, highest cost, variants, core.</summary>
    private static readonly (
        string Category,
        string Description,
        string Prefix,
        decimal From,
        decimal To,
        int Variants,
        decimal Core
    )[] Kinds =
    [
        ("oil", "Engine oil 0W-20, quart", "OL-020", 4.12m, 4.12m, 1, 0),
        ("oil", "Engine oil 5W-30, quart", "OL-530", 3.86m, 3.86m, 1, 0),
        ("oil", "Engine oil 5W-40, quart", "OL-540", 4.95m, 4.95m, 1, 0),
        ("filter", "Oil filter", "OF", 3.1m, 8.4m, 8, 0),
        ("filter", "Air filter", "AF", 8.2m, 21.5m, 8, 0),
        ("filter", "Cabin air filter", "CF", 7.9m, 19.8m, 8, 0),
        ("filter", "Fuel filter", "FF", 12.4m, 38m, 6, 0),
        ("brake", "Front brake pads", "BP-F", 28.5m, 64m, 9, 0),
        ("brake", "Rear brake pads", "BP-R", 24.9m, 58m, 9, 0),
        ("rotor", "Front brake rotor", "BR-F", 39m, 92m, 10, 0),
        ("rotor", "Rear brake rotor", "BR-R", 34m, 84m, 8, 0),
        ("caliper", "Brake caliper, remanufactured", "CA", 58m, 118m, 6, 22.5m),
        ("fluid", "Brake fluid, pint", "FL-B", 4.4m, 4.4m, 1, 0),
        ("fluid", "Transmission fluid, quart", "FL-T", 6.85m, 6.85m, 1, 0),
        ("coolant", "Coolant, 50/50 premix, gallon", "CO", 14.16m, 14.16m, 1, 0),
        ("battery", "Battery, group H5", "BA-H5", 86m, 86m, 1, 18m),
        ("battery", "Battery, group H6", "BA-H6", 98m, 98m, 1, 18m),
        ("battery", "Battery, group H7, AGM", "BA-H7", 149m, 149m, 1, 18m),
        ("tire", "Tire 205/55 R16", "TI-2055516", 61m, 96.2m, 4, 0),
        ("tire", "Tire 225/45 R17", "TI-2254517", 74m, 118m, 4, 0),
        ("tire", "Tire 235/65 R17", "TI-2356517", 81m, 132m, 4, 0),
        ("tire", "Tire 265/70 R17", "TI-2657017", 104m, 168m, 3, 0),
        ("wiper", "Wiper blade", "WB", 5.9m, 13.2m, 6, 0),
        ("belt", "Serpentine belt", "SB", 14.8m, 41m, 6, 0),
        ("belt", "Timing belt kit", "TB", 88m, 164m, 5, 0),
        ("hose", "Upper radiator hose with clamps", "UH", 18.4m, 32m, 6, 0),
        ("pump", "Water pump", "WP", 52m, 138m, 6, 0),
        ("pump", "Fuel pump", "FP", 84m, 196m, 4, 0),
        ("plug", "Spark plug", "SP", 5.4m, 14.9m, 6, 0),
        ("coil", "Ignition coil", "IC", 28m, 62m, 6, 0),
        ("sensor", "Oxygen sensor", "OX", 39m, 92m, 6, 0),
        ("sensor", "Wheel speed sensor", "WS", 24m, 61m, 5, 0),
        ("bulb", "Headlight bulb", "HB", 6.2m, 24m, 5, 0),
        ("bearing", "Wheel bearing with hub", "WH", 64m, 146m, 6, 0),
        ("suspension", "Front strut", "ST", 78m, 152m, 6, 0),
        ("suspension", "Sway bar link", "SL", 14m, 31m, 5, 0),
        ("suspension", "Control arm", "AR", 62m, 128m, 4, 0),
        ("alternator", "Alternator, rebuilt", "AL", 131.25m, 214m, 4, 35m),
        ("starter", "Starter, rebuilt", "SR", 98m, 176m, 3, 30m),
        ("thermostat", "Thermostat with housing and seal", "TH", 45.33m, 71m, 5, 0),
        ("clutch", "Clutch kit", "CL", 148m, 262m, 3, 0),
        ("turbo", "Turbocharger", "TU", 486m, 486m, 1, 120m),
        ("ac", "Refrigerant, pound", "RF", 11.8m, 11.8m, 1, 0),
        ("gasket", "Valve cover gasket set", "VG", 18m, 44m, 4, 0),
        ("exhaust", "Muffler", "MU", 74m, 148m, 3, 0),
    ];

    /// <summary>About 200 parts with believable stock.</summary>
    internal static List<Part> Parts(Random random, long harbor, long northline, Instant utcNow)
    {
        var parts = new List<Part>();
        foreach (var kind in Kinds)
        {
            for (var v = 0; v < kind.Variants; v++)
            {
                var share = kind.Variants == 1 ? 0 : v / (decimal)(kind.Variants - 1);
                var cost = decimal.Round(kind.From + (kind.To - kind.From) * share, 2);
                var everyday = kind.Category is "oil" or "filter" or "fluid" or "coolant" or "wiper" or "bulb" or "plug" or "ac";
                var onHand =
                    everyday ? random.Next(4, 24)
                    : kind.Category is "brake" or "battery" or "tire" ? random.Next(0, 8)
                    : random.Next(0, 2);
                if (kind.Category is "oil" or "coolant")
                    onHand += 60;
                parts.Add(
                    new Part
                    {
                        Number = kind.Variants == 1 ? kind.Prefix : $"{kind.Prefix}-{310 + 37 * v}",
                        Description = kind.Description,
                        Category = kind.Category,
                        UnitCost = new(cost),
                        AverageCost = new(decimal.Round(cost * (0.96m + 0.01m * random.Next(0, 6)), 4)),
                        ListPrice = new(decimal.Round(cost * 1.9m, 2)),
                        CoreEach = new(kind.Core),
                        OnHand = new(onHand),
                        LowestLevel = new(everyday ? 4 : 0),
                        FillLevel = new(
                            everyday ? 12
                            : kind.Category == "brake" && v < 2 ? 2
                            : 0
                        ),
                        PackSize = new(kind.Category is "bulb" or "plug" ? 4 : 1),
                        Unit = UnitOf(kind.Description),
                        Everyday = everyday && kind.Category is not "filter" && kind.Category is not "plug",
                        CostAt = utcNow.PlusDays(-(parts.Count * 7 % 160)),
                        Condition = kind.Description.Contains("rebuilt", StringComparison.Ordinal) ? "rebuilt" : "new",
                        Bin = $"{(char)('A' + parts.Count / 24)}-{parts.Count % 24 + 1}",
                        SupplierId = kind.Category is "tire" or "exhaust" or "turbo" or "clutch" ? northline : harbor,
                    }
                );
            }
        }
        // Ratings stand on their sides; one set has lain there for years.
        (string Number, TireRating Rating, int YearsAgo)[] tires =
        [
            ("TI-2055516", new(91, 'V'), 1),
            ("TI-2254517", new(94, 'W'), 2),
            ("TI-2356517", new(104, 'T'), 5),
            ("TI-2657017", new(115, 'T'), 1),
        ];
        foreach (var (number, rating, yearsAgo) in tires)
        {
            foreach (var tire in parts.FindAll(p => p.Number.StartsWith(number, StringComparison.Ordinal)))
                (tire.Rating, tire.DateCode) = (rating, $"12{(utcNow.InUtc().Year - yearsAgo) % 100:00}");
        }
        // A stronger battery has to be made known to the car; that comes along with this one part.
        parts
            .Single(p => p.Number == "BA-H7")
            .Companions.Add(
                new PartCompanion
                {
                    Code = "REGISTER",
                    Label = "Register the battery with the car",
                    Kind = AmountKind.Labor,
                    AmountPerUnit = new(28.40m),
                    HoursPerUnit = new(0.2m),
                }
            );
        return parts;
    }

    private static string UnitOf(string description) =>
        description switch
        {
            _ when description.EndsWith("quart", StringComparison.Ordinal) => "qt",
            _ when description.EndsWith("gallon", StringComparison.Ordinal) => "gal",
            _ when description.EndsWith("pint", StringComparison.Ordinal) => "pt",
            _ when description.EndsWith("pound", StringComparison.Ordinal) => "lb",
            _ => "",
        };

    /// <summary>Fees by name.</summary>
    internal static List<FeeItem> Fees() =>
        [
            new()
            {
                Code = "EMISSION",
                Label = "State emission test",
                Amount = new(18.5m),
                PassThrough = true,
                Taxable = false,
            },
            new()
            {
                Code = "INSPECTION",
                Label = "State safety inspection",
                Amount = new(12.5m),
                PassThrough = true,
                Taxable = false,
            },
            new()
            {
                Code = "OIL-RECYCLE",
                Label = "Used oil recycling",
                Amount = new(2.5m),
                PassThrough = true,
                Taxable = false,
            },
            new()
            {
                Code = "BATTERY-FUND",
                Label = "State battery fund",
                Amount = new(3),
                PassThrough = true,
                Taxable = false,
            },
            new()
            {
                Code = "STORAGE",
                Label = "Storage, a day",
                Amount = new(25),
            },
            new()
            {
                Code = "TOWING",
                Label = "Towing within Lantern Bay",
                Amount = new(95),
                CostEach = new(62),
            },
        ];

    /// <summary>Title, system, further words, skill, hours, rate, parts as <c>prefix×quantity</c>, fixed price.</summary>
    private static readonly (
        string Title,
        string System,
        string Words,
        string Skill,
        decimal Hours,
        string Rate,
        string Parts,
        decimal? Price
    )[] Jobs =
    [
        ("Oil and filter service", "Engine", "oil change lube", "", 0.5m, "", "OL-020×5 OF×1", 84.95m),
        ("Synthetic oil and filter service, large engine", "Engine", "oil change diesel", "", 0.6m, "", "OL-540×7 OF×1", 124.95m),
        ("Spark plugs, four cylinders", "Engine", "tune up misfire", "engine", 1.1m, "", "SP×4", null),
        ("Ignition coil, replace one", "Engine", "misfire", "engine", 0.6m, "", "IC×1", null),
        ("Serpentine belt, replace", "Engine", "drive belt squeal", "engine", 0.8m, "", "SB×1", null),
        ("Timing belt with water pump", "Engine", "belt interval", "engine", 4.6m, "", "TB×1 WP×1 CO×2", null),
        ("Valve cover gasket, replace", "Engine", "oil leak", "engine", 1.8m, "", "VG×1", null),
        ("Air filter, replace", "Engine", "", "", 0.2m, "", "AF×1", null),
        ("Fuel filter, replace", "Fuel", "", "", 0.6m, "", "FF×1", null),
        ("Fuel pump, replace", "Fuel", "no start", "engine", 2.4m, "", "FP×1", null),
        ("Thermostat and upper hose", "Cooling", "overheats coolant smell heater", "engine", 1.7m, "", "TH×1 UH×1 CO×2", null),
        ("Water pump, replace", "Cooling", "leak", "engine", 2.8m, "", "WP×1 CO×2", null),
        ("Coolant, flush and fill", "Cooling", "antifreeze", "", 0.9m, "", "CO×3", null),
        ("Front brake pads", "Brakes", "squeal pads", "brakes", 1.1m, "", "BP-F×1", null),
        ("Front brake pads and rotors", "Brakes", "grinding pads discs", "brakes", 1.6m, "", "BP-F×1 BR-F×2", null),
        ("Rear brake pads", "Brakes", "pads", "brakes", 1.1m, "", "BP-R×1", null),
        ("Rear brake pads and rotors", "Brakes", "pads discs", "brakes", 1.7m, "", "BP-R×1 BR-R×2", null),
        ("Brake fluid, change", "Brakes", "bleed flush", "brakes", 0.7m, "", "FL-B×2", 89.95m),
        ("Brake caliper, replace one", "Brakes", "sticking pulls", "brakes", 1.2m, "", "CA×1 FL-B×1", null),
        ("Wheel bearing, replace one", "Chassis", "hum noise hub", "chassis", 1.9m, "", "WH×1", null),
        ("Front struts, replace pair", "Chassis", "shocks thump", "chassis", 2.8m, "", "ST×2", null),
        ("Sway bar links, replace pair", "Chassis", "rattle clunk", "chassis", 0.9m, "", "SL×2", null),
        ("Control arm, replace one", "Chassis", "clunk pulls", "chassis", 1.8m, "", "AR×1", null),
        ("Wheel alignment", "Chassis", "pulls", "chassis", 1.0m, "", "", 119.95m),
        ("Four tires 205/55 R16", "Tires", "new tyres", "tires", 0, "", "TI-2055516×4", null),
        ("Four tires 225/45 R17", "Tires", "new tyres", "tires", 0, "", "TI-2254517×4", null),
        ("Tire rotation", "Tires", "rotate", "tires", 0.4m, "", "", 29.95m),
        ("Tire repair", "Tires", "puncture nail flat", "tires", 0.4m, "", "", 34.95m),
        ("Battery, replace", "Electrical", "dead no start", "electric", 0.4m, "", "BA-H5×1", null),
        ("Battery, AGM, replace", "Electrical", "dead no start stronger", "electric", 0.5m, "", "BA-H7×1", null),
        ("Alternator, replace", "Electrical", "charging light", "electric", 1.6m, "", "AL×1", null),
        ("Starter, replace", "Electrical", "clicks no start", "electric", 1.5m, "", "SR×1", null),
        ("Headlight bulb, replace", "Electrical", "light out", "", 0.3m, "", "HB×1", null),
        ("Engine light, diagnose", "Diagnosis", "check engine code scan", "electric", 1.0m, "diagnostic", "", null),
        ("Noise, find the cause", "Diagnosis", "noise diagnose", "chassis", 0.8m, "diagnostic", "", null),
        ("Cabin air filter, replace", "Climate", "pollen smell", "", 0.3m, "", "CF×1", null),
        ("Air conditioning, service", "Climate", "ac warm recharge", "electric", 1.2m, "", "RF×2", null),
        ("Transmission fluid, change", "Transmission", "gearbox atf", "", 1.2m, "", "FL-T×5", null),
        ("Clutch, replace", "Transmission", "slips", "chassis", 6.2m, "", "CL×1", null),
        ("Wiper blades, pair", "Body", "wipers streaks", "", 0.2m, "", "WB×2", null),
    ];

    private static string[] EquipmentOf(string title, string skill) =>
        title == "Wheel alignment" ? ["alignment"]
        : skill == "tires" ? ["tire machine"]
        : skill == "chassis" ? ["lift"]
        : [];

    /// <summary>Forty canned jobs.</summary>
    internal static List<CannedJob> CannedJobs(IReadOnlyList<Part> parts)
    {
        var made = new List<CannedJob>();
        foreach (var job in Jobs)
        {
            var canned = new CannedJob
            {
                Title = job.Title,
                System = job.System,
                Words = job.Words,
                Skill = job.Skill,
                Equipment = EquipmentOf(job.Title, job.Skill),
                FixedPrice = job.Price is { } price ? Money.Of(price) : null,
                Warranty = job.Hours >= 1 ? new WarrantyTerm(24, 24_000, WarrantyCover.All) : null,
            };
            if (job.Hours > 0)
                canned.Lines.Add(
                    new CannedLaborLine
                    {
                        Position = 0,
                        Description = job.Title,
                        Hours = new(job.Hours),
                        LaborRate = job.Rate.Length > 0 ? RateChoice.Named(job.Rate) : null,
                    }
                );
            foreach (var item in job.Parts.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                var pieces = item.Split('×');
                var fitting = parts
                    .Where(p => p.Number == pieces[0] || p.Number.StartsWith(pieces[0] + "-", StringComparison.Ordinal))
                    .ToList();
                var part = fitting[made.Count % fitting.Count];
                canned.Lines.Add(
                    new CannedPartLine
                    {
                        Position = canned.Lines.Count,
                        Description = part.Description,
                        PartId = part.Id,
                        Quantity = new(int.Parse(pieces[1], System.Globalization.CultureInfo.InvariantCulture)),
                    }
                );
            }
            if (job.Parts.StartsWith("OL-", StringComparison.Ordinal))
                canned.Lines.Add(
                    new CannedFeeLine
                    {
                        Position = canned.Lines.Count,
                        Description = "Used oil recycling",
                        Code = "OIL-RECYCLE",
                        Amount = new(2.5m),
                        PassThrough = true,
                    }
                );
            Enrich(canned);
            made.Add(canned);
        }
        return made;
    }

    private static readonly string[] Favorites =
    [
        "Oil and filter service",
        "Front brake pads and rotors",
        "Battery, replace",
        "Engine light, diagnose",
        "Tire rotation",
        "Wiper blades, pair",
    ];

    /// <summary>
    /// What a canned job has besides its lines: facts that tell quantities, counts, additions, what the customer reads, what is ticked off.
    /// </summary>
    private static void Enrich(CannedJob canned)
    {
        canned.Favorite = Favorites.Contains(canned.Title);
        // The diagnosis is credited when the repair that it leads to is approved.
        if (canned.Title == "Engine light, diagnose")
            canned.Credit = "100%";
        foreach (var line in canned.Lines.OfType<CannedPartLine>())
        {
            if (line.Description.StartsWith("Engine oil", StringComparison.Ordinal))
                (line.FactKey, line.FollowsFact) = ("engineOil", true);
            if (line.Description.StartsWith("Coolant", StringComparison.Ordinal))
                line.FactKey = canned.Title.StartsWith("Coolant", StringComparison.Ordinal) ? "coolant" : "coolantDrain";
            if (line.Description.StartsWith("Refrigerant", StringComparison.Ordinal))
                line.FactKey = "refrigerant";
        }
        void Add(string description, decimal hours) =>
            canned.Lines.Add(
                new CannedLaborLine
                {
                    Position = canned.Lines.Count,
                    Description = description,
                    Hours = new(hours),
                    IsAddition = true,
                }
            );
        switch (canned.Title)
        {
            case "Oil and filter service":
                (canned.CustomerText, canned.Checklist) = (
                    "Fresh oil and filter, fluids topped off, tire pressure checked.",
                    ["Oil drained warm", "Filter and gasket new", "Level at the upper mark", "No leak", "Indicator reset"]
                );
                break;
            case "Battery, replace" or "Battery, AGM, replace":
                Add("Battery terminals, clean", 0.2m);
                Add("Charging system, test", 0.3m);
                canned.CustomerText = "A new battery, fitted and tested; the old one is recycled.";
                break;
            case "Front brake pads and rotors" or "Rear brake pads and rotors" or "Front brake pads" or "Rear brake pads":
                Add("Caliper pins, free and lubricate", 0.3m);
                canned.Checklist = ["Linings and rotors measured", "Pins free", "Lug nuts torqued to spec", "Test drive"];
                break;
            case "Sway bar links, replace pair":
                (canned.CountUnit, canned.Count) = ("link", new(2));
                break;
            case "Spark plugs, four cylinders":
                (canned.CountUnit, canned.Count) = ("cylinder", new(4));
                break;
            case "Four tires 205/55 R16" or "Four tires 225/45 R17":
                (canned.CountUnit, canned.Count) = ("tire", new(4));
                break;
            case "Wiper blades, pair":
                (canned.Discount, canned.DiscountOn) = ("10%", DiscountBase.Parts);
                break;
        }
        if (canned.CountUnit.Length == 0)
            return;
        foreach (var line in canned.Lines)
            line.PerCount = true;
    }

    /// <summary>Which job may take the place of which, and sets that are taken together. Called once the jobs have their keys.</summary>
    internal static List<CannedSet> Relate(IReadOnlyList<CannedJob> jobs)
    {
        CannedJob Named(string title) => jobs.Single(j => j.Title == title);
        void Either(string one, string other)
        {
            Named(one).Alternatives.Add(new CannedAlternative { CannedJobId = Named(one).Id, OtherId = Named(other).Id });
            Named(other).Alternatives.Add(new CannedAlternative { CannedJobId = Named(other).Id, OtherId = Named(one).Id });
        }
        Either("Battery, replace", "Battery, AGM, replace");
        Either("Front brake pads", "Front brake pads and rotors");
        Either("Rear brake pads", "Rear brake pads and rotors");
        Either("Oil and filter service", "Synthetic oil and filter service, large engine");
        CannedSet Set(string title, string words, params string[] titles) =>
            new()
            {
                Title = title,
                Words = words,
                JobIds = [.. titles.Select(t => Named(t).Id)],
            };
        return
        [
            Set("Winter check", "season cold", "Oil and filter service", "Wiper blades, pair", "Coolant, flush and fill"),
            Set("Ready for the road", "trip vacation", "Oil and filter service", "Tire rotation", "Cabin air filter, replace"),
        ];
    }
}
