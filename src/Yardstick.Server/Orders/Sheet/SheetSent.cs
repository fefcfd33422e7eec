using Yardstick.Core.Approval;

namespace Yardstick.Server.Orders;

/// <summary>An estimate that was sent.</summary>
/// <param name="At">Sent, UTC.</param>
/// <param name="SeenAt">First opened by the customer, UTC.</param>
/// <param name="AnsweredAt">Answered, UTC.</param>
/// <param name="State">What its link is good for now.</param>
public sealed record SheetSent(Instant At, Instant? SeenAt, Instant? AnsweredAt, LinkState State);
