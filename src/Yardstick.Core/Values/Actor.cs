namespace Yardstick.Core.Values;

/// <summary>Who does something, and when.</summary>
/// <param name="StaffId">Staff member; of a customer, the one who sent them the link; 0 for the program itself.</param>
/// <param name="At">When, UTC.</param>
/// <param name="ClientId">The browser tab that asked; its own changes are never a clash to it.</param>
public sealed record Actor(long StaffId, Instant At, string ClientId = "")
{
    private static readonly Permission[] All = Enum.GetValues<Permission>();

    /// <summary>Staff, a customer, or the program.</summary>
    public ActorKind Kind { get; init; }

    /// <summary>What they may do; nothing where nobody said.</summary>
    public IReadOnlyCollection<Permission> Rights { get; init; } = [];

    /// <summary>A customer, through their link.</summary>
    /// <param name="sentById">Who sent the link.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Actor Customer(long sentById, Instant utcNow) => new(sentById, utcNow, "link") { Kind = ActorKind.Customer };

    /// <summary>The program itself, which may everything.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public static Actor Program(Instant utcNow) => new(0, utcNow, "program") { Kind = ActorKind.Program, Rights = All };

    /// <summary>Whether they may.</summary>
    public bool May(Permission permission) => Rights.Contains(permission);

    /// <summary>The refusal (<c>rights.right</c>) for somebody who may not set prices by hand; null for those who may.</summary>
    /// <param name="field">The field that is a price.</param>
    public Problem? MayNotPrice(string field) =>
        May(Permission.OverridePrices)
            ? null
            : new Problem("rights.right", "You don't have permission to change prices. Ask a manager.", field);
}
