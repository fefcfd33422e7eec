namespace Yardstick.Core.FollowUp;

/// <summary>What was done about a reason to get in touch.</summary>
public enum FollowUpActKind
{
    /// <summary>A message was written.</summary>
    Messaged,

    /// <summary>Called, and talked to them.</summary>
    Reached,

    /// <summary>Called, and left a message.</summary>
    LeftWord,

    /// <summary>Called, and nobody answered.</summary>
    NoAnswer,

    /// <summary>Put off until a day.</summary>
    PutOff,

    /// <summary>Closed for good: nobody asks again.</summary>
    Closed,
}
