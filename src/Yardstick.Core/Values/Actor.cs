namespace Yardstick.Core.Values;

/// <summary>Who does something, when, and from which screen.</summary>
/// <param name="StaffId">The person; for a customer whoever sent the link; 0 for the program.</param>
/// <param name="At">UTC.</param>
/// <param name="ClientId">The browser tab.</param>
public sealed record Actor(long StaffId, DateTime At, string ClientId = "")
{
    /// <summary>Staff, a customer, or the program.</summary>
    public ActorKind Kind { get; init; }

    /// <summary>A customer behind a link.</summary>
    /// <param name="sentById">Who on staff sent the link.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static Actor Customer(long sentById, DateTime utcNow) => new(sentById, utcNow, "link") { Kind = ActorKind.Customer };

    /// <summary>The program by itself.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public static Actor Program(DateTime utcNow) => new(0, utcNow, "program") { Kind = ActorKind.Program };
}
