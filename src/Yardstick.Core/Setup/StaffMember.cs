using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A person on staff. What was theirs stays theirs in every record, also when they left.</summary>
public class StaffMember
{
    private const int LongestName = 120,
        MostSkills = 20,
        LongestSignature = 300;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Full name, 1 to 120 characters.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>What the person is.</summary>
    public Role Role { get; internal set; }

    /// <summary>Skills as the shop names them.</summary>
    public IReadOnlyList<string> Skills { get; internal set; } = [];

    /// <summary>How long the person takes for what is sold as an hour: 100% as long, 120% a fifth longer. 25 to 400.</summary>
    public Percent Pace { get; internal set; } = new(100);

    /// <summary>What an hour costs the shop, in the shop's currency; null where nobody said.</summary>
    public Money? PayRate { get; internal set; }

    /// <summary>Hours at work by weekday; null for those of the shop.</summary>
    public WeekHours? Hours { get; internal set; }

    /// <summary>What stands under the emails that the person writes, up to 300 characters; empty for nothing.</summary>
    public string Signature { get; internal set; } = "";

    /// <summary>False for those who left.</summary>
    public bool Active { get; internal set; } = true;

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>First name and initial: <c>Tobias R.</c></summary>
    public string ShortName => ShortNameOf(Name);

    /// <summary>First name and initial of the last.</summary>
    public static string ShortNameOf(string name)
    {
        var words = name.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return words.Length < 2 ? name : $"{words[0]} {words[^1][0]}.";
    }

    /// <summary>Whoever sets the shop up. Refuses with <c>firstRun.owner</c>.</summary>
    /// <param name="name">1 to 120 characters.</param>
    public static Result<StaffMember> Owner(string? name) =>
        NameOf(name) is { } typed
            ? new StaffMember { Name = typed, Role = Role.Owner }
            : new Problem("firstRun.owner", "Enter the owner's name.", "ownerName");

    /// <summary>Somebody new. Refuses with <c>person.name</c>, <c>person.ownerOnly</c> and <c>person.beyond</c>.</summary>
    /// <param name="name">1 to 120 characters.</param>
    /// <param name="role">What the person is.</param>
    /// <param name="guard">Who adds them.</param>
    public static Result<StaffMember> Create(string? name, Role role, StaffGuard guard)
    {
        if (NameOf(name) is not { } typed)
            return NoName;
        if (guard.Make(role).Problem is { } refused)
            return refused;
        return new StaffMember { Name = typed, Role = role };
    }

    /// <summary>Sets what stands under the emails that the person writes. Refuses with <c>text.long</c>.</summary>
    /// <param name="text">As typed, also over several lines; empty for nothing.</param>
    public Result SignWith(string? text)
    {
        var typed = (text ?? "").ReplaceLineEndings("\n").Trim();
        if (typed.Length > LongestSignature)
            return TextInput.TooLong(LongestSignature, "signature", "A signature");
        Signature = typed;
        return Result.Done;
    }

    /// <summary>An email with the signature under it; one that ends with it already stays as it is.</summary>
    /// <param name="body">What the person wrote.</param>
    public string Signed(string body) =>
        Signature.Length == 0 || body.TrimEnd().EndsWith(Signature, StringComparison.Ordinal) ? body : $"{body.TrimEnd()}\n\n{Signature}";

    /// <summary>
    /// Changes one field to what was typed: name, role, skills, pace, payRate, or the hours of a weekday such as hours.monday. A week
    /// that is like the shop's on every day is the shop's.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="guard">Who changes it, and who else is there.</param>
    public Result<FieldChange> Set(string field, string? text, StaffGuard guard)
    {
        var old = Shown(field, guard.Shop);
        var typed = (text ?? "").Trim();
        if (Write(field, typed, guard) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field, guard.Shop));
    }

    private Problem? Write(string field, string typed, StaffGuard guard)
    {
        switch (field)
        {
            case "name":
                if (NameOf(typed) is not { } name)
                    return NoName;
                Name = name;
                return null;
            case "role":
                return Become(typed, guard);
            case "skills":
                var skills = typed.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
                if (skills.Length > MostSkills || skills.Any(s => s.Length > 40))
                    return new Problem("person.skills", "At most 20 skills with up to 40 characters each are kept.", field);
                Skills = [.. skills.Distinct(StringComparer.OrdinalIgnoreCase)];
                return null;
            case "pace":
                var pace = Percent.Parse(typed.Length == 0 ? "100" : typed, field);
                if (pace.Problem is { } badPace)
                    return badPace;
                if (pace.Value.Value is < 25 or > 400)
                    return new Problem("person.pace", "A pace is between 25% and 400% of the time that is sold.", field);
                Pace = pace.Value;
                return null;
            case "payRate":
                if (typed.Length == 0)
                {
                    PayRate = null;
                    return null;
                }
                var rate = NumberInput.Amount(typed, field);
                if (rate.Ok)
                    PayRate = Money.Of(rate.Value);
                return rate.Problem;
            default:
                return WeekHours.DayOf(field) is { } day
                    ? Work(day, typed, guard.Shop)
                    : new Problem("person.field", $"\"{field}\" can't be edited.", field);
        }
    }

    private Problem? Become(string typed, StaffGuard guard)
    {
        if (!Enum.TryParse<Role>(typed, out var role) || !Enum.IsDefined(role))
            return new Problem("person.role", "Choose what the person is from the list.", "role");
        if (role == Role)
            return null;
        if (guard.Change(this).Problem is { } refused)
            return refused;
        if (guard.Make(role).Problem is { } beyond)
            return beyond;
        Role = role;
        return null;
    }

    private Problem? Work(IsoDayOfWeek day, string typed, Shop shop)
    {
        var hours = DayHours.Parse(typed, WeekHours.FieldOf(day), overnight: true);
        if (hours.Problem is { } problem)
            return problem;
        var week = (Hours ?? shop.Hours).With(day, hours.Value);
        Hours = week == shop.Hours ? null : week;
        return null;
    }

    /// <summary>The name by which the person signs in is another now.</summary>
    public void Renamed() => Version++;

    /// <summary>
    /// Takes a person off those who are here, or brings them back. Refuses with the codes of <see cref="StaffGuard.Change"/>.
    /// </summary>
    /// <param name="active">True brings them back.</param>
    /// <param name="guard">Who changes it, and who else is there.</param>
    public Result<FieldChange> SetActive(bool active, StaffGuard guard)
    {
        if (active == Active)
            return new FieldChange("active", Word(Active), Word(active));
        if (guard.Change(this).Problem is { } refused)
            return refused;
        var change = new FieldChange("active", Word(Active), Word(active));
        (Active, Version) = (active, Version + 1);
        return change;
    }

    /// <summary>Gives a right, takes it, or leaves it to the role again.</summary>
    /// <param name="permission">Which.</param>
    /// <param name="allowed">True gives, false takes, null leaves it to the role.</param>
    /// <param name="own">What was given to and taken from the person; changed accordingly.</param>
    /// <param name="guard">Who changes it, and who else is there.</param>
    /// <param name="actor">Who does it, and when.</param>
    /// <returns>Refused with <c>person.self</c>, <c>person.lastOwner</c> and <c>person.ownerRight</c>.</returns>
    public Result<FieldChange> SetRight(Permission permission, bool? allowed, IList<StaffRight> own, StaffGuard guard, Actor actor)
    {
        if (guard.Change(this).Problem is { } refused)
            return refused;
        if (guard.Give(permission).Problem is { } beyond)
            return beyond;
        if (Role == Role.Owner && allowed == false)
            return new Problem("person.ownerRight", "An owner has every right; make the person a manager first.", "rights");
        var before = own.FirstOrDefault(r => r.Permission == permission);
        var byRole = Rights.Allows(Role, permission);
        var old = before?.Allowed ?? byRole;
        if (before is not null)
            own.Remove(before);
        if (allowed is { } may && may != byRole)
            own.Add(
                new StaffRight
                {
                    StaffId = Id,
                    Permission = permission,
                    Allowed = may,
                    ById = actor.StaffId,
                    At = actor.At,
                }
            );
        Version++;
        return new FieldChange($"right {permission}", old ? "yes" : "no", (allowed ?? byRole) ? "yes" : "no");
    }

    /// <summary>The shift that the person begins on a day; null where they are off, away, or the shop is closed.</summary>
    /// <param name="day">The day.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="absences">Absences, of others too.</param>
    public DayHours? WorksOn(LocalDate day, Shop shop, IEnumerable<Absence> absences) =>
        shop.HoursOn(day) is null || absences.Any(a => a.StaffId == Id && a.Covers(day)) ? null
        : Hours is { } own ? own.On(day.DayOfWeek)
        : shop.HoursOn(day);

    /// <summary>
    /// When the person is at work between two midnights, wall time, in order: the shift of that day up to midnight, and what is left of
    /// the one that began the day before.
    /// </summary>
    /// <param name="day">The day.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="absences">Absences, of others too.</param>
    public IReadOnlyList<(LocalDateTime From, LocalDateTime Until)> StretchesOn(
        LocalDate day,
        Shop shop,
        IReadOnlyCollection<Absence> absences
    )
    {
        var (begins, ends) = (day.AtMidnight(), day.PlusDays(1).AtMidnight());
        var there = new List<(LocalDateTime From, LocalDateTime Until)>();
        foreach (var began in new[] { day.PlusDays(-1), day })
        foreach (var (from, until) in WorksOn(began, shop, absences)?.StretchesOn(began) ?? [])
        {
            // Whoever is still there from the night begins nothing anew.
            var start =
                there.Count > 0 && there[^1].Until > from ? there[^1].Until
                : from > begins ? from
                : begins;
            var end = until < ends ? until : ends;
            if (start < end)
                there.Add((start, end));
        }
        return there;
    }

    /// <summary>Minutes for which the person is at work between two midnights, by the wall.</summary>
    /// <param name="day">The day.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="absences">Absences, of others too.</param>
    public int MinutesOn(LocalDate day, Shop shop, IReadOnlyCollection<Absence> absences) =>
        StretchesOn(day, shop, absences).Sum(s => (int)Period.Between(s.From, s.Until, PeriodUnits.Minutes).Minutes);

    /// <summary>As it is typed.</summary>
    /// <param name="field">Which field.</param>
    /// <param name="shop">The shop, whose hours count where the person has none of their own.</param>
    public string Shown(string field, Shop shop) =>
        field switch
        {
            "name" => Name,
            "role" => Role.ToString(),
            "skills" => string.Join(", ", Skills),
            "pace" => Pace.ToString(),
            "payRate" => PayRate?.AsTyped ?? "",
            _ => WeekHours.DayOf(field) is { } day ? (Hours ?? shop.Hours).On(day)?.ToString() ?? "off" : "",
        };

    private static string Word(bool active) => active ? "here" : "left";

    private static string? NameOf(string? name) =>
        (name ?? "").Trim() is { Length: > 0 and <= LongestName } typed
            ? string.Join(' ', typed.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            : null;

    private static readonly Problem NoName = new("person.name", "Enter a name of up to 120 characters.", "name");
}
