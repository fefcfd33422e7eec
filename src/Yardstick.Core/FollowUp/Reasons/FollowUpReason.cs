using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>A reason to get in touch with a customer.</summary>
public sealed record FollowUpReason
{
    /// <summary>Why.</summary>
    public required FollowUpKind Kind { get; init; }

    /// <summary>Key of what is the reason: job, finding, reminder, order, appointment, invoice or vehicle, by its kind.</summary>
    public required long SourceId { get; init; }

    /// <summary>The customer.</summary>
    public required long CustomerId { get; init; }

    /// <summary>The vehicle; null for none.</summary>
    public long? VehicleId { get; init; }

    /// <summary>The order that it comes from.</summary>
    public long? OrderId { get; init; }

    /// <summary>What it is about, as the customer would say it.</summary>
    public required string Title { get; init; }

    /// <summary>The day on which it is due.</summary>
    public required LocalDate On { get; init; }

    /// <summary>Why now, in words.</summary>
    public required string Why { get; init; }

    /// <summary>What it is worth before tax, as it was told; zero where nobody can tell.</summary>
    public Money Worth { get; init; }

    /// <summary>The canned job that does it.</summary>
    public long? CannedJobId { get; init; }

    /// <summary>It comes again after each visit, and what was done about it before then says nothing of the next time.</summary>
    public bool Recurs => Kind is FollowUpKind.Reminder or FollowUpKind.Away;

    /// <summary>It asks the customer to come for work.</summary>
    public bool IsWork => Kind is FollowUpKind.Deferred or FollowUpKind.Declined or FollowUpKind.Advised or FollowUpKind.Reminder;
}
