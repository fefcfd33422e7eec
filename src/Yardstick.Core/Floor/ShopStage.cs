using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Floor;

/// <summary>One stage of the shop's own list: what people call it, where it stands, and what it means to the program.</summary>
public class ShopStage
{
    private const int LongestName = 40;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name, 1 to 40 characters; no two are called the same.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>What it means: whatever follows from an act of somebody moves a car to a stage with a meaning.</summary>
    public Stage Meaning { get; internal set; }

    /// <summary>Place in the list, lowest first.</summary>
    public int Position { get; internal set; }

    /// <summary>Roles whose floor shows it; none: all.</summary>
    public IReadOnlyList<Role> Roles { get; internal set; } = [];

    /// <summary>Nothing is moved there any more, UTC; null while it is offered.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>The stages that every new shop begins with: one for each meaning.</summary>
    public static IReadOnlyList<ShopStage> Usual() =>
        [
            .. Stages.All.Select(meaning => new ShopStage
            {
                Name = Stages.Name(meaning),
                Meaning = meaning,
                Position = (int)meaning,
            }),
        ];

    /// <summary>
    /// A new stage at the end of those that mean the same. Refuses with <c>stage.name</c>, <c>stage.twice</c> and <c>stage.meaning</c>.
    /// </summary>
    /// <param name="name">1 to 40 characters.</param>
    /// <param name="meaning">What it means.</param>
    /// <param name="all">The stages there are; those behind the new one move on by one.</param>
    public static Result<ShopStage> Create(string? name, Stage meaning, IReadOnlyList<ShopStage> all)
    {
        if (!Enum.IsDefined(meaning))
            return Unmeant;
        var made = new ShopStage { Meaning = meaning };
        if (made.Rename((name ?? "").Trim(), all) is { } problem)
            return problem;
        var before = all.Where(s => s.Meaning <= meaning).Select(s => s.Position).DefaultIfEmpty(-1).Max();
        foreach (var later in all.Where(s => s.Position > before))
            later.Position++;
        made.Position = before + 1;
        return made;
    }

    /// <summary>Changes one field: name, meaning or roles.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed; roles by their names with commas.</param>
    /// <param name="all">The stages there are.</param>
    /// <param name="inUse">Whether vehicles stand in it: its meaning stays then.</param>
    public Result<FieldChange> Set(string field, string? text, IReadOnlyList<ShopStage> all, bool inUse)
    {
        var old = Shown(field);
        if (Write(field, (text ?? "").Trim(), all, inUse) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Write(string field, string typed, IReadOnlyList<ShopStage> all, bool inUse) =>
        field switch
        {
            "name" => Rename(typed, all),
            "meaning" => SetMeaning(typed, all, inUse),
            "roles" => SetRoles(typed),
            _ => new Problem("stage.field", $"\"{field}\" can't be edited.", field),
        };

    private Problem? Rename(string typed, IReadOnlyList<ShopStage> all)
    {
        if (typed.Length is 0 or > LongestName)
            return new Problem("stage.name", "A stage needs a name of at most 40 characters.", "name");
        if (all.Any(s => s != this && string.Equals(s.Name, typed, StringComparison.OrdinalIgnoreCase)))
            return new Problem("stage.twice", $"There is already a stage {typed}.", "name");
        return Kept(() => Name = typed);
    }

    private Problem? SetMeaning(string typed, IReadOnlyList<ShopStage> all, bool inUse)
    {
        if (!Enum.TryParse<Stage>(typed, out var meaning) || !Enum.IsDefined(meaning))
            return Unmeant;
        if (meaning == Meaning)
            return null;
        if (inUse)
            return new Problem("stage.inUse", $"Vehicles are in {Name}. Move them first, or add another stage.", "meaning");
        return IsNeeded(all) ? Last() : Kept(() => Meaning = meaning);
    }

    private Problem? SetRoles(string typed)
    {
        var roles = new List<Role>();
        foreach (var word in typed.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (!Enum.TryParse<Role>(word, out var role) || !Enum.IsDefined(role))
                return new Problem("stage.role", $"There is no role {word}.", "roles");
            roles.Add(role);
        }
        return Kept(() => Roles = [.. roles.Distinct().Order()]);
    }

    private string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "meaning" => Meaning.ToString(),
            "roles" => string.Join(",", Roles),
            _ => "",
        };

    /// <summary>
    /// Takes it off what is offered, or brings it back. Vehicles that are in it stay until they are moved. Refuses with <c>stage.last</c>.
    /// </summary>
    /// <param name="off">True retires it.</param>
    /// <param name="all">The stages there are.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result<FieldChange> Retire(bool off, IReadOnlyList<ShopStage> all, Instant utcNow)
    {
        if (off && RetiredAt is null && IsNeeded(all))
            return Last();
        var (old, now) = RetiredAt is null ? ("offered", off ? "retired" : "offered") : ("retired", off ? "retired" : "offered");
        RetiredAt = off ? RetiredAt ?? utcNow : null;
        Version++;
        return new FieldChange("retired", old, now);
    }

    /// <summary>Moves it one place up or down the list of those that are offered; at the end it stays.</summary>
    /// <param name="by">-1 up, 1 down.</param>
    /// <param name="all">The stages there are.</param>
    public Result<FieldChange> Shift(int by, IReadOnlyList<ShopStage> all)
    {
        if (by is not (-1 or 1))
            return new Problem("stage.shift", "A stage is moved one place up or down.", "by");
        var offered = all.Where(s => s.RetiredAt is null).OrderBy(s => s.Position).ToList();
        var at = offered.IndexOf(this);
        var place = (at + 1).ToString(System.Globalization.CultureInfo.InvariantCulture);
        if (at < 0 || at + by < 0 || at + by >= offered.Count)
            return new FieldChange("place", place, place);
        var other = offered[at + by];
        (Position, other.Position) = (other.Position, Position);
        Version++;
        return new FieldChange("place", place, (at + by + 1).ToString(System.Globalization.CultureInfo.InvariantCulture));
    }

    /// <summary>Whether it is the only one left of a meaning that every shop needs.</summary>
    private bool IsNeeded(IReadOnlyList<ShopStage> all) =>
        RetiredAt is null && Stages.IsNeeded(Meaning) && !all.Any(s => s != this && s.RetiredAt is null && s.Meaning == Meaning);

    private Problem Last() =>
        new("stage.last", $"{Name} is the only stage that means \"{Stages.Name(Meaning).ToLowerInvariant()}\". Add another one first.");

    private static readonly Problem Unmeant = new("stage.meaning", "Choose what the stage means.", "meaning");
}
