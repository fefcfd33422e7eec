namespace Yardstick.Core.FollowUp;

/// <summary>What comes in from outside by itself.</summary>
public enum RequestKind
{
    /// <summary>A time was booked on the shop's page.</summary>
    Booking,

    /// <summary>An owner lets their vehicle report to the shop.</summary>
    Consent,

    /// <summary>A vehicle sent a trouble code.</summary>
    TroubleCode,

    /// <summary>Somebody asked something on the shop's page.</summary>
    Question,
}
