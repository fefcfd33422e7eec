namespace Yardstick.Core.Setup;

/// <summary>A person on staff.</summary>
public class StaffMember
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Full name.</summary>
    public required string Name { get; init; }

    /// <summary>What the person is.</summary>
    public Role Role { get; internal set; }

    /// <summary>Skills as the shop names them.</summary>
    public IReadOnlyList<string> Skills { get; init; } = [];

    /// <summary>False for those who left.</summary>
    public bool Active { get; internal set; } = true;

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
        string.IsNullOrWhiteSpace(name) || name.Length > 120
            ? new Problem("firstRun.owner", "Type the owner's name.", "ownerName")
            : new StaffMember { Name = name.Trim(), Role = Role.Owner };
}
