using Yardstick.Core.Orders;

namespace Yardstick.Core.Approval;

/// <summary>What a customer said of one job on their page.</summary>
/// <param name="JobId">The job.</param>
/// <param name="Kind">Approved, declined or deferred.</param>
/// <param name="LinesOut">Lines of an approved job that they leave out.</param>
/// <param name="Acknowledged">They confirmed that they know what declining means.</param>
/// <param name="Later">When a deferred one is asked about again; null for the usual time.</param>
public sealed record JobAnswer(long JobId, DecisionKind Kind, IReadOnlyList<long>? LinesOut, bool Acknowledged, DeferralTerm? Later);
