namespace Yardstick.Core.Orders;

/// <summary>What a customer's answer is called where it stands beside the work.</summary>
public static class DecisionWords
{
    /// <summary>In lower case: pending, approved, declined, deferred, approved for next visit.</summary>
    public static string Words(this DecisionKind decision) =>
        decision switch
        {
            DecisionKind.Approved => "approved",
            DecisionKind.Declined => "declined",
            DecisionKind.Deferred => "deferred",
            DecisionKind.AnotherVisit => "approved for next visit",
            _ => "pending",
        };
}
