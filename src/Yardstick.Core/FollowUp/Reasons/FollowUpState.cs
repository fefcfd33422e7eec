namespace Yardstick.Core.FollowUp;

/// <summary>How far a reason to get in touch is.</summary>
public enum FollowUpState
{
    /// <summary>They answered: somebody has to do something.</summary>
    Answered,

    /// <summary>It is due.</summary>
    Due,

    /// <summary>It is due within the next weeks.</summary>
    Soon,

    /// <summary>They were asked, and are left alone for a while.</summary>
    Resting,

    /// <summary>Somebody put it off.</summary>
    PutOff,

    /// <summary>The vehicle is here, or has an appointment.</summary>
    Coming,

    /// <summary>Closed for good.</summary>
    Closed,
}
