namespace Yardstick.Core.Schedule;

/// <summary>When an order is ready, as it is scheduled and as a better plan has it.</summary>
/// <param name="OrderId">The order.</param>
/// <param name="PromisedAt">What was promised, wall time; null for nothing.</param>
/// <param name="ReadyBefore">When it is ready as things are scheduled, the rest where it fits; null where it has no place.</param>
/// <param name="ReadyAfter">When it would be ready; null where it has no place.</param>
/// <param name="LateBefore">Minutes late as things are.</param>
/// <param name="LateAfter">Minutes late then.</param>
public sealed record OrderOutlook(
    long OrderId,
    LocalDateTime? PromisedAt,
    LocalDateTime? ReadyBefore,
    LocalDateTime? ReadyAfter,
    int LateBefore,
    int LateAfter
);
