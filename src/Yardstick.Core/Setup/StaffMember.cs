namespace Yardstick.Core.Setup;

/// <summary>A person on staff.</summary>
public class StaffMember
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Full name.</summary>
    public required string Name { get; set; }
    /// <summary>What the person is.</summary>
    public Role Role { get; set; }
    /// <summary>Skills as the shop names them, separated by commas.</summary>
    public string Skills { get; set; } = "";
    /// <summary>False for those who left.</summary>
    public bool Active { get; set; } = true;

    /// <summary>First name and initial: <c>Tobias R.</c></summary>
    public string ShortName => ShortNameOf(Name);

    /// <summary>First name and initial of the last.</summary>
    public static string ShortNameOf(string name)
    {
        var words = name.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return words.Length < 2 ? name : $"{words[0]} {words[^1][0]}.";
    }
}
