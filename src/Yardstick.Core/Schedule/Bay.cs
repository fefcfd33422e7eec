using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Schedule;

/// <summary>A place in which one car is worked on.</summary>
public class Bay
{
    private const int LongestName = 40,
        LongestWord = 40;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name, 1 to 40 characters; no two are called the same.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>What can be done in it, in the shop's own words: lift, alignment.</summary>
    public IReadOnlyList<string> Equipment { get; internal set; } = [];

    /// <summary>Not used any more, UTC; null while it is.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>A new one. Refuses with <c>bay.name</c> and <c>bay.twice</c>.</summary>
    /// <param name="name">1 to 40 characters.</param>
    /// <param name="taken">Whether another has the name already.</param>
    public static Result<Bay> Create(string? name, bool taken)
    {
        var made = new Bay();
        return made.Rename((name ?? "").Trim(), taken) is { } problem ? problem : made;
    }

    /// <summary>Changes one field: name or equipment.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed; equipment with commas.</param>
    /// <param name="taken">Whether another has that name already.</param>
    public Result<FieldChange> Set(string field, string? text, bool taken)
    {
        var old = Shown(field);
        var typed = (text ?? "").Trim();
        var problem = field switch
        {
            "name" => Rename(typed, taken),
            "equipment" => SetEquipment(typed),
            _ => new Problem("bay.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Rename(string typed, bool taken)
    {
        if (typed.Length is 0 or > LongestName)
            return new Problem("bay.name", "Enter a bay name of up to 40 characters.", "name");
        return taken ? new Problem("bay.twice", $"There is already a bay {typed}.", "name") : Kept(() => Name = typed);
    }

    private Problem? SetEquipment(string typed)
    {
        var words = typed.Split([',', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return words.Any(w => w.Length > LongestWord)
            ? TextInput.TooLong(LongestWord, "equipment")
            : Kept(() => Equipment = [.. words.Distinct(StringComparer.OrdinalIgnoreCase)]);
    }

    private string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "equipment" => string.Join(", ", Equipment),
            _ => "",
        };

    /// <summary>Takes it out of use, or brings it back.</summary>
    /// <param name="off">True takes it out of use.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public FieldChange Retire(bool off, Instant utcNow)
    {
        var old = RetiredAt is null ? "in use" : "retired";
        RetiredAt = off ? RetiredAt ?? utcNow : null;
        Version++;
        return new FieldChange("retired", old, off ? "retired" : "in use");
    }
}
