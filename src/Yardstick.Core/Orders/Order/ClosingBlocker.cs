namespace Yardstick.Core.Orders;

/// <summary>What keeps an order from being closed.</summary>
/// <param name="Code">Stable name.</param>
/// <param name="Message">What is in the way and what to do.</param>
/// <param name="JobId">The job that it is about.</param>
/// <param name="LineId">The line that it is about.</param>
/// <param name="Field">The header field that it is about.</param>
public sealed record ClosingBlocker(string Code, string Message, long? JobId = null, long? LineId = null, string? Field = null);
