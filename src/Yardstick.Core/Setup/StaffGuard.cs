using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>
/// Who changes people on staff, and what has to stay: one owner at least, everybody's own way back, and that nobody gives what they do
/// not have themselves.
/// </summary>
/// <param name="ById">Who changes it.</param>
/// <param name="ByRole">What they are.</param>
/// <param name="ByRights">What they may.</param>
/// <param name="Owners">Keys of the owners who are here.</param>
/// <param name="Shop">The shop.</param>
public sealed record StaffGuard(
    long ById,
    Role ByRole,
    IReadOnlyCollection<Permission> ByRights,
    IReadOnlyCollection<long> Owners,
    Shop Shop
)
{
    private static readonly Problem OwnersOnly = new("person.ownerOnly", "Only an owner makes or changes an owner.", "role");

    /// <summary>
    /// Whether role, rights or presence of a person may be changed: only an owner changes an owner (<c>person.ownerOnly</c>), nobody
    /// themselves (<c>person.self</c>), nobody somebody whose role has rights that they do not have (<c>person.beyond</c>), and the last
    /// owner stays (<c>person.lastOwner</c>).
    /// </summary>
    public Result Change(StaffMember person)
    {
        if (person.Role == Role.Owner && person.Active && Owners.All(id => id == person.Id))
            return new Problem("person.lastOwner", "This is the only owner. Make someone else an owner first.", "role");
        if (person.Id == ById)
            return new Problem("person.self", "You can't change your own role and rights. Ask another owner or manager.", "role");
        return Reaches(person.Role, Rights.Of(person.Role));
    }

    /// <summary>
    /// Whether the name by which somebody signs in may be changed: one's own, and that of those whom one reaches. Refuses with
    /// <c>person.ownerOnly</c> and <c>person.beyond</c>.
    /// </summary>
    public Result Rename(StaffMember person) => person.Id == ById ? Result.Done : Reaches(person.Role, Rights.Of(person.Role));

    private Result Reaches(Role role, IEnumerable<Permission> rights)
    {
        if (role == Role.Owner && ByRole != Role.Owner)
            return OwnersOnly;
        return rights.All(ByRights.Contains) ? Result.Done : Beyond;
    }

    /// <summary>
    /// Whether a link may be made by which somebody chooses a password: whoever has it acts as that person, so the maker has every right
    /// that the person has. Refuses with <c>person.ownerOnly</c>, <c>person.beyond</c> and, for those who left, <c>person.left</c>.
    /// </summary>
    /// <param name="person">The person.</param>
    /// <param name="rights">What the person may.</param>
    public Result Invite(StaffMember person, IEnumerable<Permission> rights) =>
        person.Active
            ? Reaches(person.Role, rights)
            : new Problem("person.left", "Bring the person back first; a link is for people who are here.");

    /// <summary>
    /// Whether somebody may be made what has these rights. Refuses with <c>person.ownerOnly</c> and <c>person.beyond</c>.
    /// </summary>
    public Result Make(Role role) => Reaches(role, Rights.Of(role));

    /// <summary>Whether a right may be given or taken. Refuses with <c>person.beyond</c>.</summary>
    public Result Give(Permission permission) => ByRights.Contains(permission) ? Result.Done : Beyond;

    private static readonly Problem Beyond = new(
        "person.beyond",
        "You can't give or take rights that you don't have. Ask an owner.",
        "rights"
    );
}
