namespace Yardstick.Core.FollowUp;

/// <summary>Why the shop gets in touch with a customer.</summary>
public enum FollowUpKind
{
    /// <summary>Work that was put off.</summary>
    Deferred,

    /// <summary>Work that was declined, or never answered before the order was ended.</summary>
    Declined,

    /// <summary>A finding of which nobody made work.</summary>
    Advised,

    /// <summary>A service that comes again.</summary>
    Reminder,

    /// <summary>An estimate that was sent and not answered.</summary>
    Estimate,

    /// <summary>An appointment to which nobody came.</summary>
    Missed,

    /// <summary>Thanks after a visit.</summary>
    Thanks,

    /// <summary>A vehicle that was not here for long.</summary>
    Away,

    /// <summary>A look at work before its warranty ends.</summary>
    Warranty,
}
