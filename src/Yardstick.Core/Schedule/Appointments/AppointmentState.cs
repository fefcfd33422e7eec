namespace Yardstick.Core.Schedule;

/// <summary>How far an appointment is.</summary>
public enum AppointmentState
{
    /// <summary>Asked for; nobody confirmed it yet.</summary>
    Asked,

    /// <summary>Agreed with the customer.</summary>
    Confirmed,

    /// <summary>The vehicle came.</summary>
    Arrived,

    /// <summary>Nobody came.</summary>
    Missed,

    /// <summary>Called off.</summary>
    Canceled,
}
