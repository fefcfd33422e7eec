using System.Linq.Expressions;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>A time kept for a vehicle: who brings it, what is to be done, who does it where.</summary>
public partial class Appointment
{
    /// <summary>Minutes of one that nobody gave a length.</summary>
    public const int UsualMinutes = 60;

    /// <summary>How appointments come to the shop, as it is offered.</summary>
    public static readonly IReadOnlyList<string> UsualSources = ["Phone", "At the counter", "Text", "Email", BookingRules.Source];

    private const int LongestWords = 500,
        LongestReason = 120,
        MostMinutes = 60 * 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The customer; null where nobody on file was chosen.</summary>
    public long? CustomerId { get; internal set; }

    /// <summary>Name of somebody who is not on file yet.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Telephone of somebody who is not on file yet.</summary>
    public PhoneNumber? Phone { get; internal set; }

    /// <summary>The vehicle; null where none on file was chosen.</summary>
    public long? VehicleId { get; internal set; }

    /// <summary>The vehicle in words where it is not on file yet.</summary>
    public string Vehicle { get; internal set; } = "";

    /// <summary>When the vehicle comes, wall time.</summary>
    public LocalDateTime Start { get; internal set; }

    /// <summary>Minutes of work that are kept for it.</summary>
    public int Minutes { get; internal set; } = UsualMinutes;

    /// <summary>Somebody gave its length; it does not follow from its services any more.</summary>
    public bool HasOwnLength { get; internal set; }

    /// <summary>Who is to do it; null for nobody yet.</summary>
    public long? TechnicianId { get; internal set; }

    /// <summary>Where; null for no bay yet.</summary>
    public long? BayId { get; internal set; }

    /// <summary>What it is for, in the customer's words.</summary>
    public string Words { get; internal set; } = "";

    /// <summary>What the customer does meanwhile.</summary>
    public Transport Transport { get; internal set; }

    /// <summary>How it came to the shop: by phone, at the counter.</summary>
    public string Source { get; internal set; } = "";

    /// <summary>How far it is.</summary>
    public AppointmentState State { get; internal set; } = AppointmentState.Confirmed;

    /// <summary>Why it was called off or missed; empty where nobody said.</summary>
    public string Reason { get; internal set; } = "";

    /// <summary>The order that is for it, or that was made of it.</summary>
    public long? OrderId { get; internal set; }

    /// <summary>The order was made of this appointment, and goes with it when that is taken back.</summary>
    public bool MadeOrder { get; internal set; }

    /// <summary>The customer was reminded of it, UTC; null while not.</summary>
    public Instant? RemindedAt { get; internal set; }

    /// <summary>Made, UTC.</summary>
    public Instant MadeAt { get; init; }

    /// <summary>Who made it.</summary>
    public long MadeById { get; init; }

    /// <summary>Version since which it stands where it stands: edits of other fields do not clash with a move.</summary>
    public int PlacedVersion { get; internal set; } = 1;

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Canned jobs that it is for.</summary>
    public List<AppointmentService> Services { get; } = [];

    /// <summary>The times it was moved, only added to.</summary>
    public List<AppointmentMove> Moves { get; } = [];

    /// <summary>It takes time of the shop: it is to come, or it came.</summary>
    public bool IsOn => State is AppointmentState.Asked or AppointmentState.Confirmed or AppointmentState.Arrived;

    /// <summary>The vehicle is still to come.</summary>
    public bool IsToCome => State is AppointmentState.Asked or AppointmentState.Confirmed;

    /// <summary>What it is for, in short.</summary>
    public string Title =>
        Services.Count > 0 ? string.Join(", ", Services.Select(s => s.Title))
        : Words.Length > 0 ? Words
        : "Appointment";

    /// <summary>Nothing was typed into it yet.</summary>
    public bool IsEmpty =>
        CustomerId is null
        && Name.Length == 0
        && VehicleId is null
        && Vehicle.Length == 0
        && Words.Length == 0
        && Services.Count == 0
        && OrderId is null;

    /// <summary>Those that are still to come.</summary>
    public static readonly Expression<Func<Appointment, bool>> ToCome = a =>
        a.State == AppointmentState.Asked || a.State == AppointmentState.Confirmed;

    /// <summary>A new one. Refuses with <c>appointment.past</c>, <c>appointment.length</c>.</summary>
    /// <param name="start">When the vehicle comes, wall time.</param>
    /// <param name="minutes">Minutes of work; null for an hour.</param>
    /// <param name="technicianId">Who is to do it; null for nobody yet.</param>
    /// <param name="bayId">Where; null for no bay yet.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who makes it.</param>
    public static Result<Appointment> Create(
        LocalDateTime start,
        int? minutes,
        long? technicianId,
        long? bayId,
        LocalDateTime localNow,
        Actor actor
    )
    {
        if (start.Date < localNow.Date)
            return Past(start);
        if (minutes is < 5 or > MostMinutes)
            return NoLength;
        return new Appointment
        {
            Start = start,
            Minutes = minutes ?? UsualMinutes,
            HasOwnLength = minutes is not null,
            TechnicianId = technicianId,
            BayId = bayId,
            MadeAt = actor.At,
            MadeById = actor.StaffId,
        };
    }

    /// <summary>When a vehicle would come: when it is expected, else when the shop opens on its next day.</summary>
    /// <param name="expected">When it is expected, wall time; null where nobody said.</param>
    /// <param name="now">Wall time.</param>
    /// <param name="shop">Whose hours count.</param>
    public static LocalDateTime UsualStart(LocalDateTime? expected, LocalDateTime now, Shop shop)
    {
        if (expected is { } at && at > now)
            return at;
        var day = now.Date.PlusDays(1);
        for (var looked = 0; shop.HoursOn(day) is null && looked < 30; looked++)
            day = day.PlusDays(1);
        return day + shop.DrawnOn(day).From;
    }

    /// <summary>Made for an order that waits for its vehicle.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="customerId">Its customer.</param>
    /// <param name="vehicleId">Its vehicle.</param>
    /// <param name="words">What the order is called.</param>
    /// <param name="minutes">Minutes of its work; 0 where none is known.</param>
    public void For(long orderId, long? customerId, long? vehicleId, string words, int minutes)
    {
        (OrderId, CustomerId, VehicleId) = (orderId, customerId, vehicleId);
        Words = words.Length > LongestWords ? words[..LongestWords] : words;
        if (minutes > 0 && !HasOwnLength)
            Minutes = Math.Min(minutes, MostMinutes);
    }

    /// <summary>An order was opened that waits for this appointment.</summary>
    /// <param name="orderId">The order.</param>
    public void IsForOrder(long orderId) => (OrderId, Version) = (orderId, Version + 1);

    /// <summary>How far it is, in a word.</summary>
    public static string Word(AppointmentState state) =>
        state switch
        {
            AppointmentState.Asked => "asked",
            AppointmentState.Confirmed => "confirmed",
            AppointmentState.Arrived => "arrived",
            AppointmentState.Missed => "missed",
            _ => "canceled",
        };

    /// <summary>What the customer does meanwhile, in words.</summary>
    public static string Word(Transport transport) =>
        transport switch
        {
            Transport.Waits => "waits",
            Transport.Ride => "needs a ride",
            Transport.Loaner => "loaner",
            Transport.PickUp => "we pick it up",
            _ => "drops off",
        };
}
