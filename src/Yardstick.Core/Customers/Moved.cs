namespace Yardstick.Core.Customers;

/// <summary>Keys of rows that moved from one record to the other.</summary>
public sealed record Moved
{
    /// <summary>Vehicles.</summary>
    public IReadOnlyList<long> Vehicles { get; init; } = [];

    /// <summary>Orders.</summary>
    public IReadOnlyList<long> Orders { get; init; } = [];

    /// <summary>Telephone numbers.</summary>
    public IReadOnlyList<long> Phones { get; init; } = [];

    /// <summary>Email addresses.</summary>
    public IReadOnlyList<long> Emails { get; init; } = [];

    /// <summary>Contact people.</summary>
    public IReadOnlyList<long> Contacts { get; init; } = [];

    /// <summary>Sites.</summary>
    public IReadOnlyList<long> Sites { get; init; } = [];

    /// <summary>Odometer readings.</summary>
    public IReadOnlyList<long> Readings { get; init; } = [];

    /// <summary>Files.</summary>
    public IReadOnlyList<long> Files { get; init; } = [];

    /// <summary>Appointments.</summary>
    public IReadOnlyList<long> Appointments { get; init; } = [];

    /// <summary>Messages both ways.</summary>
    public IReadOnlyList<long> Messages { get; init; } = [];

    /// <summary>What was done to follow up.</summary>
    public IReadOnlyList<long> FollowUps { get; init; } = [];

    /// <summary>Requests from outside.</summary>
    public IReadOnlyList<long> Requests { get; init; } = [];

    /// <summary>Connected cars that are the vehicle.</summary>
    public IReadOnlyList<long> ConnectedCars { get; init; } = [];

    /// <summary>Reminders.</summary>
    public IReadOnlyList<long> Reminders { get; init; } = [];

    /// <summary>Answers about the car.</summary>
    public IReadOnlyList<long> Answers { get; init; } = [];

    /// <summary>Orders of a former program.</summary>
    public IReadOnlyList<long> FormerOrders { get; init; } = [];

    /// <summary>Labels that the other record did not have.</summary>
    public IReadOnlyList<long> Labels { get; init; } = [];

    /// <summary>Extra fields that the other record had empty.</summary>
    public IReadOnlyList<long> Extras { get; init; } = [];

    /// <summary>Fields that were empty and were filled from the other record.</summary>
    public IReadOnlyList<string> Filled { get; init; } = [];
}
