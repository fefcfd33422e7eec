using System.Text.Json;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Catalog;

/// <summary>
/// The made-up labor guide, facts and catalog as data files: each has the shape of its schema, operations name each other both ways,
/// and every model that can be chosen is covered.
/// </summary>
public class CarDataTests
{
    public sealed record Model(
        string Name,
        [property: JsonPropertyName("engines")] string[] Engines,
        string Drive,
        string[] Trims,
        int From,
        decimal TimeFactor
    );

    public sealed record NeededPart(string Type, decimal Quantity);

    public sealed record Operation(
        string Code,
        string System,
        string Title,
        string Words,
        string Skill,
        decimal Hours,
        string Needs,
        string[] Contains,
        Dictionary<string, decimal> Beside,
        NeededPart[] Parts
    );

    public sealed record Guide(string AsOf, Operation[] Operations);

    public sealed record Question(string Key, string Text, string[] Answers);

    public sealed record PartType(
        string Type,
        string Title,
        string Category,
        string Words,
        decimal Cost,
        decimal Core,
        decimal Quantity,
        string Needs,
        Question? Question = null
    );

    public sealed record Brand(
        string Supplier,
        [property: JsonPropertyName("brand")] string Name,
        string Quality,
        decimal Factor,
        string Prefix
    );

    public sealed record Tire(string Size, decimal Cost, string Rating);

    public sealed record TireBrand(
        string Supplier,
        [property: JsonPropertyName("brand")] string Name,
        string Pattern,
        string Quality,
        decimal Factor
    );

    public sealed record Branch(string Supplier, [property: JsonPropertyName("branch")] string Name, int Minutes);

    public sealed record Battery(string Group, int Amps, decimal Cost);

    public sealed record Catalog(
        PartType[] Types,
        Brand[] Brands,
        Tire[] Tires,
        TireBrand[] TireBrands,
        Branch[] Branches,
        Battery[] Batteries
    );

    public sealed record Fact(string Key, string Use, string Title, string Unit, string Condition, string Caution, string Words);

    public sealed record Reset(string Key, string Needs, string Title, string Steps, string Words);

    public sealed record Drawing(string Key, string Title, string Words);

    public sealed record Repair(string Code, string Operation, int Percent);

    public sealed record WearPart(string Number, string[] Equivalents);

    public sealed record Car(
        string Make,
        [property: JsonPropertyName("model")] string Name,
        string Engine,
        string AsOf,
        string Lift,
        Dictionary<string, JsonElement> Values,
        Dictionary<string, WearPart> Wear,
        string[] Drawings
    );

    public sealed record Facts(
        [property: JsonPropertyName("facts")] Fact[] All,
        Reset[] Resets,
        Drawing[] Drawings,
        Repair[] Repairs,
        Car[] Cars
    );

    private static readonly JsonSerializerOptions Strict = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        NumberHandling = JsonNumberHandling.Strict,
    };

    private static readonly string Folder = Path.Combine(Path.GetDirectoryName(ShopFixture.Built("Yardstick.StandIns"))!, "Data");

    private static T Read<T>(string name) => JsonSerializer.Deserialize<T>(File.ReadAllText(Path.Combine(Folder, name)), Strict)!;

    private static readonly Guide Labor = Read<Guide>("guide.json");
    private static readonly Catalog Parts = Read<Catalog>("catalog.json");
    private static readonly Facts All = Read<Facts>("facts.json");

    private static List<(string Make, string Model, string Engine, string Drive, decimal Factor)> Cars()
    {
        using var vehicles = JsonDocument.Parse(File.ReadAllText(Path.Combine(Folder, "vehicles.json")));
        return vehicles
            .RootElement.GetProperty("makes")
            .EnumerateArray()
            .SelectMany(make =>
                make.GetProperty("models")
                    .EnumerateArray()
                    .SelectMany(model =>
                        model
                            .GetProperty("engines")
                            .EnumerateArray()
                            .Select(engine =>
                                (
                                    make.GetProperty("make").GetString()!,
                                    model.GetProperty("model").GetString()!,
                                    engine.GetString()!,
                                    model.GetProperty("drive").GetString()!,
                                    model.GetProperty("timeFactor").GetDecimal()
                                )
                            )
                    )
            )
            .ToList();
    }

    [Theory]
    [InlineData(typeof(Guide), "guide")]
    [InlineData(typeof(Catalog), "catalog")]
    [InlineData(typeof(Facts), "facts")]
    public void The_schema_beside_a_file_is_the_shape_that_is_read(Type shape, string name)
    {
        var schema = Strict
            .GetJsonSchemaAsNode(shape, new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true })
            .ToJsonString(new JsonSerializerOptions { WriteIndented = true });
        var path = Path.Combine(Folder, "schemas", name + ".schema.json");
        Assert.True(
            File.Exists(path) && File.ReadAllText(path).ReplaceLineEndings("\n").Trim() == schema.ReplaceLineEndings("\n").Trim(),
            $"{name}.schema.json should be:\n{schema}"
        );
    }

    [Fact]
    public void There_are_twelve_makes_sixty_models_and_two_hundred_and_fifty_operations()
    {
        var cars = Cars();
        Assert.Equal(12, cars.Select(c => c.Make).Distinct().Count());
        Assert.Equal(60, cars.Select(c => (c.Make, c.Model)).Distinct().Count());
        Assert.True(Labor.Operations.Length >= 250);
        Assert.Equal(Labor.Operations.Length, Labor.Operations.Select(o => o.Code).Distinct().Count());
        Assert.Equal(Labor.Operations.Length, Labor.Operations.Select(o => o.Title).Distinct().Count());
    }

    [Fact]
    public void Operations_name_only_each_other_and_overlap_both_ways()
    {
        var by = Labor.Operations.ToDictionary(o => o.Code);
        Assert.All(Labor.Operations, o =>
        {
            Assert.InRange(o.Hours, 0.1m, 20m);
            Assert.Contains(o.Needs, new[] { "any", "combustion", "gasoline", "diesel", "electric" });
            Assert.All(o.Contains, code =>
                Assert.True(by[code].Hours <= o.Hours && !by[code].Contains.Contains(o.Code), $"{o.Title} contains {by[code].Title}")
            );
            Assert.All(o.Beside, b => Assert.True(b.Value <= o.Hours && by[b.Key].Beside.ContainsKey(o.Code), $"{o.Title} beside {b.Key}"));
            Assert.All(o.Beside.Keys, code => Assert.DoesNotContain(code, o.Contains));
            Assert.All(o.Parts, p => Assert.Contains(Parts.Types, t => t.Type == p.Type));
        });
    }

    [Fact]
    public void What_contains_an_operation_contains_what_that_one_contains()
    {
        var by = Labor.Operations.ToDictionary(o => o.Code);
        // One step is enough for the rule of overlap: of a chain, each link stands on the order by itself.
        Assert.All(Labor.Operations, o => Assert.DoesNotContain(o.Code, o.Contains.SelectMany(c => by[c].Contains)));
    }

    [Fact]
    public void Every_model_has_work_in_every_system_that_it_has_and_facts_for_each_engine()
    {
        foreach (var car in Cars())
        {
            var electric = car.Engine == "electric";
            var systems = Labor
                .Operations.Where(o =>
                    o.Needs == "any"
                    || o.Needs == (electric ? "electric" : "combustion")
                    || !electric && o.Needs == (car.Engine.Contains("diesel") ? "diesel" : "gasoline")
                )
                .GroupBy(o => o.System)
                .ToDictionary(g => g.Key, g => g.Count());
            foreach (var system in new[] { "Brakes", "Chassis", "Electrical", "Climate", "Tires and wheels", "Body", "Diagnosis" })
                Assert.True(systems[system] >= 5, $"{car}: {system}");
            Assert.Equal(!electric, systems.ContainsKey("Engine"));
            Assert.InRange(car.Factor, 0.8m, 1.6m);
            var facts = Assert.Single(All.Cars, c => (c.Make, c.Name, c.Engine) == (car.Make, car.Model, car.Engine));
            Assert.Equal(!electric, facts.Values.ContainsKey("engineOil"));
            Assert.All(new[] { "wheelNuts", "tireSize", "coolant", "batteryGroup", "tirePressureFront" }, key =>
                Assert.True(facts.Values.ContainsKey(key), $"{car}: {key}")
            );
            Assert.All(facts.Wear.Keys, type => Assert.Contains(Parts.Types, t => t.Type == type));
            Assert.All(facts.Drawings, key => Assert.True(File.Exists(Path.Combine(Folder, "drawings", key + ".svg")), key));
            Assert.Contains(Parts.Tires, t => t.Size == facts.Values["tireSize"].GetString());
            Assert.Contains(Parts.Batteries, b => b.Group == facts.Values["batteryGroup"].GetString());
        }
    }

    [Fact]
    public void Every_value_has_a_fact_that_tells_what_it_is_and_believable_amounts()
    {
        var defined = All.All.ToDictionary(f => f.Key);
        foreach (var car in All.Cars)
        {
            foreach (var (key, value) in car.Values.Where(v => defined.ContainsKey(v.Key)))
            {
                if (defined[key].Unit.Length > 0)
                    Assert.True(value.GetDecimal() > 0, $"{car.Make} {car.Name}: {key}");
            }
            if (car.Values.TryGetValue("engineOil", out var oil))
                Assert.InRange(oil.GetDecimal(), 2.5m, 12m);
            Assert.InRange(car.Values["wheelNuts"].GetDecimal(), 80m, 220m);
        }
    }

    [Fact]
    public void Repairs_name_operations_and_do_not_add_up_to_more_than_all()
    {
        Assert.All(All.Repairs, r => Assert.Contains(Labor.Operations, o => o.Code == r.Operation));
        Assert.All(All.Repairs.GroupBy(r => r.Code), g => Assert.True(g.Sum(r => r.Percent) <= 100, g.Key));
    }

    [Fact]
    public void Drawings_are_pictures_that_run_nothing()
    {
        var files = Directory.GetFiles(Path.Combine(Folder, "drawings"), "*.svg");
        Assert.True(files.Length >= 24);
        Assert.Equal(files.Length, All.Drawings.Length);
        Assert.All(files, file =>
        {
            var svg = File.ReadAllText(file);
            Assert.StartsWith("<svg xmlns", svg, StringComparison.Ordinal);
            Assert.DoesNotContain("script", svg, StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain("href", svg, StringComparison.OrdinalIgnoreCase);
        });
    }
}
