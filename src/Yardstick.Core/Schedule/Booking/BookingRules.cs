namespace Yardstick.Core.Schedule;

/// <summary>What the booking page takes, and in what words it refuses.</summary>
public static class BookingRules
{
    /// <summary>How bookings come to the shop.</summary>
    public const string Source = "Our website";

    /// <summary>Most services of one booking.</summary>
    public const int MostServices = 6;

    /// <summary>Most bookings from one telephone within <see cref="PhoneDays"/>.</summary>
    public const int MostOfPhone = 4;

    /// <summary>Days over which the bookings of a telephone are counted.</summary>
    public const int PhoneDays = 7;

    /// <summary>Most requests of all within <see cref="LatelyMinutes"/>.</summary>
    public const int MostLately = 40;

    /// <summary>Minutes over which all requests are counted.</summary>
    public const int LatelyMinutes = 10;

    /// <summary>The shop takes none.</summary>
    public static readonly Problem Closed = new("booking.closed", "The shop takes no bookings here. Please call.");

    /// <summary>Nothing was chosen, or too much.</summary>
    public static readonly Problem NoService = new("booking.service", "Choose at least one service.", "serviceIds");

    /// <summary>What people do not see was filled in.</summary>
    public static readonly Problem Robot = new("booking.robot", "This booking looks like a robot's. Please call the shop.");

    /// <summary>It begins too soon, or was called off.</summary>
    public static readonly Problem Over = new("booking.over", "This booking can't be changed here any more. Please call the shop.");

    /// <summary>Whether one more is taken. Refuses with <c>booking.many</c> and <c>booking.busy</c>.</summary>
    /// <param name="ofPhone">Bookings from this telephone in the last days that nobody set aside.</param>
    /// <param name="lately">Requests of all in the last minutes.</param>
    public static Result MayTake(int ofPhone, int lately) =>
        ofPhone >= MostOfPhone ? new Problem("booking.many", "Several requests came from this number already. Please call the shop.")
        : lately >= MostLately
            ? new Problem("booking.busy", "Many bookings came in just now. Try again in a few minutes, or call the shop.")
        : Result.Done;
}
