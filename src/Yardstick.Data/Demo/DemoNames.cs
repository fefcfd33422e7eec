namespace Yardstick.Data.Demo;

/// <summary>Made-up names: people from many places, makes and models that nobody builds.</summary>
internal static class DemoNames
{
    internal static readonly string[] First =
    [
        "Imke", "Marisol", "Kofi", "Yuki", "Dagny", "Rafael", "Leila", "Torvald", "Priya", "Emeka", "Saoirse", "Mateus", "Hana", "Olu", "Greta", "Nils", "Amara", "Tomasz", "Ines", "Farid",
        "Wanda", "Luca", "Aiyana", "Bao", "Celeste", "Dmitri", "Esther", "Felipe", "Gwen", "Haruto", "Ilse", "Jamal", "Katya", "Lior", "Miriam", "Nadir", "Oona", "Paolo", "Quinn", "Rosalind",
        "Stellan", "Tamsin", "Ursula", "Vikram", "Willa", "Xenia", "Yara", "Zoltan", "Anselm", "Beatriz",
    ];

    internal static readonly string[] Last =
    [
        "Sorensen", "Okonkwo", "Varga", "Delacroix", "Matsuda", "Halvorsen", "Petrovic", "Nakamura", "Ibarra", "Osei", "Lindgren", "Farrell", "Kowalczyk", "Banerjee", "Moreau", "Silva", "Achterberg", "Tran",
        "Castellano", "Novak", "Haddad", "Eriksen", "Abiodun", "Whitcombe", "Ferreira", "Kaplan", "Rosso", "Dubois", "Santos", "Weiss", "Mbeki", "Larkin", "Oyelaran", "Quist", "Ramesh", "Stroud", "Tanaka",
        "Ulrich", "Voss", "Winslow", "Yilmaz", "Zamora", "Brandt", "Cho", "Dahl", "Engstrom", "Finnegan", "Gallo", "Horvat", "Ismail",
    ];

    internal static readonly string[] Businesses =
    [
        "Tideline Bakery", "Gannet Couriers", "Saltmarsh Plumbing", "Harborview Florists", "Northbeach Electric", "Cobble Lane Cleaners", "Pier Street Pharmacy", "Lantern Bay Taxi", "Breakwater Builders", "Kelp & Co Catering",
        "Driftwood Furniture", "Foghorn Print Works", "Lighthouse Nursery", "Seagrass Landscaping", "Anchor Lane Dairy", "Bay Heights School Bus", "Mooring Property Care", "Sandbar Surf Rental", "Quayside Veterinary", "Ebb Tide Laundry",
        "Osprey Security", "Rockpool Swim School", "Spindrift Painters", "Windward Movers", "Clamshell Kitchens", "Beacon Hill Library", "Coastal Roots Farm", "Dune Grass Roofing", "Ferry Road Flooring", "Gull Point Hotel",
    ];

    internal static readonly string[] Streets = ["Harbor Road", "Lantern Street", "Pier Street", "Beacon Hill", "Cobble Lane", "Saltmarsh Way", "Ferry Road", "Gull Point", "Breakwater Avenue", "Dune Lane", "Orchard Row", "Mill Street"];

    internal static readonly string[] Colors = ["white", "black", "silver", "gray", "blue", "red", "green", "sand", "dark blue", "brown"];

    internal static readonly string[] Sources = ["Recommended", "Drove past", "Web search", "Came before", "Neighbor", "Local paper"];

    /// <summary>Makes with their models and engines.</summary>
    internal static readonly (string Make, string Model, string Engine, string Drive)[] Cars =
    [
        ("Tarnow", "Petrel", "2.0", "AWD"), ("Tarnow", "Dunlin", "1.6", "FWD"), ("Tarnow", "Whimbrel", "2.5", "AWD"),
        ("Vireo", "Tansy", "1.8", "FWD"), ("Vireo", "Sorrel", "2.0", "FWD"), ("Vireo", "Yarrow", "1.5 hybrid", "FWD"),
        ("Orrin", "Hauler Van", "3.0 diesel", "RWD"), ("Orrin", "Stonecrop", "3.5", "4x4"), ("Orrin", "Fieldgate", "2.7", "4x4"),
        ("Sabine", "210", "1.4", "FWD"), ("Sabine", "300", "2.0", "FWD"), ("Sabine", "420", "3.0", "RWD"),
        ("Merrow", "Cove", "1.2", "FWD"), ("Merrow", "Strand", "2.4", "AWD"), ("Norvik", "Fjell", "2.2 diesel", "AWD"), ("Norvik", "Skerry", "2.0", "AWD"),
        ("Talus", "Scree", "4.0", "4x4"), ("Talus", "Cairn", "3.6", "4x4"), ("Hollin", "Rowanberry", "1.6", "FWD"), ("Hollin", "Medlar", "2.0", "FWD"),
        ("Brisa", "Oleada", "electric", "FWD"), ("Brisa", "Rompiente", "electric", "AWD"), ("Ostrom", "Valebrook", "2.5", "RWD"), ("Quillon", "Folio", "1.3", "FWD"), ("Wexley", "Marshgate", "3.2", "AWD"), ("Wexley", "Sedgefen", "2.0", "FWD"),
    ];

    /// <summary>The first three characters of each make's VINs.</summary>
    internal static readonly Dictionary<string, string> Wmi = new()
    {
        ["Tarnow"] = "1TN",
        ["Vireo"] = "1VR",
        ["Orrin"] = "2RR",
        ["Sabine"] = "1SB",
        ["Merrow"] = "1MW",
        ["Norvik"] = "1NV",
        ["Talus"] = "4TL",
        ["Hollin"] = "1HN",
        ["Brisa"] = "5BR",
        ["Ostrom"] = "1ST",
        ["Quillon"] = "1KN",
        ["Wexley"] = "1WX",
    };

    internal static readonly string[] Concerns =
    [
        "Squeals when braking in the morning", "Due for an oil change", "Sweet smell after the highway, heater turns cold", "Check engine light came on yesterday", "Pulls to the right", "Battery was dead twice this week",
        "Thumping noise from the rear over bumps", "Air conditioning blows warm", "Steering wheel shakes above 60", "Wipers leave streaks", "Slow to start when cold", "Burning smell after parking", "Tire pressure light stays on",
        "Grinding from the front left", "Going on a long trip, please look it over", "Clutch slips uphill", "Leaks something on the driveway", "Headlight out", "Whistles at speed", "Annual service",
    ];
}
