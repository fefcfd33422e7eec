namespace Yardstick.Server.Catalog;

/// <summary>What came onto the order.</summary>
/// <param name="OrderVersion">Version of the order after it.</param>
/// <param name="JobIds">Jobs that were added.</param>
/// <param name="LineIds">Lines that were added or changed.</param>
/// <param name="JobId">The job to go on in.</param>
/// <param name="LineId">The line to go on in; null for none.</param>
/// <param name="Column">Where the next figure is expected.</param>
/// <param name="DiscountId">The discount that was given.</param>
/// <param name="LineVersion">Version of the line that got another source, for its undo.</param>
public sealed record AddedToOrder(int OrderVersion, IReadOnlyList<long> JobIds, IReadOnlyList<long> LineIds, long? JobId, long? LineId, string Column, long? DiscountId = null, int? LineVersion = null);
