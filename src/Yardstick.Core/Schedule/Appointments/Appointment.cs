using System.Globalization;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Schedule;

/// <summary>A time kept for a vehicle: who brings it, what is to be done, who does it where.</summary>
public class Appointment
{
    /// <summary>Minutes of one that nobody gave a length.</summary>
    public const int UsualMinutes = 60;

    /// <summary>How appointments come to the shop, as it is offered.</summary>
    public static readonly IReadOnlyList<string> UsualSources = ["Phone", "At the counter", "Text", "Email", "Our website"];

    private const int LongestName = 120,
        LongestVehicle = 120,
        LongestWords = 500,
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

    /// <summary>
    /// Changes one field to what was typed: name, phone, vehicle, words, length (as hours), transport, source, reason. Refuses with
    /// <c>text.long</c>, <c>phone.unreadable</c>, <c>figure.unreadable</c>, <c>appointment.length</c>, <c>appointment.closed</c>.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="country">Country of telephone numbers without one.</param>
    public Result<FieldChange> Set(string field, string? text, string country)
    {
        if (State == AppointmentState.Canceled)
            return Closed;
        var old = Shown(field);
        if (Write(field, (text ?? "").Trim(), country) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Write(string field, string typed, string country) =>
        field switch
        {
            "name" => Text(typed, LongestName, field, t => (Name, CustomerId) = (t, t.Length > 0 ? null : CustomerId)),
            "phone" => typed.Length == 0 ? Kept(() => Phone = null) : Read(PhoneNumber.Parse(typed, country), p => Phone = p),
            "vehicle" => Text(typed, LongestVehicle, field, t => (Vehicle, VehicleId) = (t, t.Length > 0 ? null : VehicleId)),
            "words" => Text(typed, LongestWords, field, t => Words = t),
            "length" => SetLength(typed),
            "transport" => Enum.TryParse<Transport>(typed, out var transport) && Enum.IsDefined(transport)
                ? Kept(() => Transport = transport)
                : new Problem("appointment.field", $"\"{typed}\" is not a kind of transport.", field),
            "source" => Text(typed, LongestName, field, t => Source = t),
            "reason" => Text(typed, LongestReason, field, t => Reason = t),
            _ => new Problem("appointment.field", $"\"{field}\" can't be edited.", field),
        };

    private Problem? SetLength(string typed)
    {
        if (typed.Length == 0)
        {
            HasOwnLength = false;
            TakeLength();
            return null;
        }
        var hours = LaborHours.Parse(typed, "length");
        if (hours.Problem is { } unreadable)
            return unreadable;
        var minutes = (int)decimal.Round(hours.Value.Value * 60, MidpointRounding.AwayFromZero);
        return minutes is < 5 or > MostMinutes ? NoLength : Kept(() => (Minutes, HasOwnLength) = (minutes, true));
    }

    /// <summary>Chooses whom it is for, on file.</summary>
    /// <param name="customerId">The customer; null for none.</param>
    /// <param name="vehicleId">A vehicle of the customer's; null for none.</param>
    public Result BelongsTo(long? customerId, long? vehicleId)
    {
        if (State == AppointmentState.Canceled)
            return Closed;
        (CustomerId, VehicleId) = (customerId, vehicleId);
        if (customerId is not null)
            (Name, Phone) = ("", null);
        if (vehicleId is not null)
            Vehicle = "";
        Version++;
        return Result.Done;
    }

    /// <summary>Chooses what it is for. Its length follows unless somebody gave one.</summary>
    /// <param name="services">Canned jobs in order.</param>
    public Result SetServices(IEnumerable<AppointmentService> services)
    {
        if (State == AppointmentState.Canceled)
            return Closed;
        Services.Clear();
        Services.AddRange(services);
        TakeLength();
        Version++;
        return Result.Done;
    }

    private void TakeLength()
    {
        if (HasOwnLength)
            return;
        var sold = Services.Sum(s => s.Hours.Value) * 60;
        Minutes = sold > 0 ? Math.Clamp((int)decimal.Ceiling(sold / 5) * 5, 5, MostMinutes) : UsualMinutes;
    }

    /// <summary>
    /// Moves it to another time, person or bay; another time is counted. Refuses with <c>appointment.closed</c>, <c>appointment.past</c>
    /// and <c>appointment.conflict</c>.
    /// </summary>
    /// <param name="to">Who, where and when.</param>
    /// <param name="seen">Version that the mover saw.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who moves it.</param>
    public Result MoveTo(Placement to, int seen, LocalDateTime localNow, Actor actor)
    {
        if (!IsOn)
            return Closed;
        if (seen < PlacedVersion)
            return new Problem("appointment.conflict", "Someone just moved this appointment. Check where it is now.");
        if (to.Start != Start)
        {
            if (to.Start.Date < localNow.Date)
                return Past(to.Start);
            Moves.Add(
                new AppointmentMove
                {
                    From = Start,
                    To = to.Start,
                    At = actor.At,
                    ById = actor.StaffId,
                }
            );
            RemindedAt = null;
        }
        Put(to);
        return Result.Done;
    }

    /// <summary>Appointments of somebody that are still to come.</summary>
    /// <param name="technicianId">Who.</param>
    public static System.Linq.Expressions.Expression<Func<Appointment, bool>> ToComeOf(long technicianId) =>
        a => a.TechnicianId == technicianId && (a.State == AppointmentState.Asked || a.State == AppointmentState.Confirmed);

    /// <summary>Nobody is to do it any more; it stays when it is.</summary>
    public void Unassign() => Put(new Placement(null, BayId, Start));

    private void Put(Placement at)
    {
        (Start, TechnicianId, BayId) = (at.Start, at.TechnicianId, at.BayId);
        PlacedVersion = ++Version;
    }

    /// <summary>Takes the latest move back: it is where it was, and the move does not count.</summary>
    /// <param name="before">Where it was.</param>
    /// <param name="seen">Version that the move left.</param>
    public Result<AppointmentMove?> MoveBack(Placement before, int seen)
    {
        if (seen < PlacedVersion)
            return new Problem("appointment.conflict", "Someone just moved this appointment. Check where it is now.");
        var last = Moves.OrderBy(m => m.At).ThenBy(m => m.Id).LastOrDefault();
        var undone = last is not null && last.To == Start && last.From == before.Start && before.Start != Start ? last : null;
        if (undone is not null)
            Moves.Remove(undone);
        Put(before);
        return (Result<AppointmentMove?>)undone;
    }

    /// <summary>Says why it was moved the last time. Refuses with <c>text.long</c>.</summary>
    public Result Because(string? reason)
    {
        var typed = (reason ?? "").Trim();
        if (typed.Length > LongestReason)
            return TextInput.TooLong(LongestReason, "reason", "A reason");
        if (Moves.OrderBy(m => m.At).ThenBy(m => m.Id).LastOrDefault() is { } last)
            last.Reason = typed;
        Version++;
        return Result.Done;
    }

    /// <summary>
    /// Says how far it is: asked, confirmed, missed or called off, with a reason. Refuses with <c>appointment.arrived</c>,
    /// <c>appointment.early</c> and <c>text.long</c>.
    /// </summary>
    /// <param name="state">How far.</param>
    /// <param name="reason">Why it was missed or called off.</param>
    /// <param name="localNow">Wall time.</param>
    public Result<FieldChange> Become(AppointmentState state, string? reason, LocalDateTime localNow)
    {
        if (State == AppointmentState.Arrived || state == AppointmentState.Arrived)
            return new Problem("appointment.arrived", "A repair order was made of this appointment. Undo that first.");
        if (state == AppointmentState.Missed && Start > localNow)
            return new Problem("appointment.early", "This appointment is still to come. Cancel it instead.", "state");
        var typed = (reason ?? "").Trim();
        if (typed.Length > LongestReason)
            return TextInput.TooLong(LongestReason, "reason", "A reason");
        var old = State;
        (State, Reason, Version) = (state, state is AppointmentState.Missed or AppointmentState.Canceled ? typed : "", Version + 1);
        return new FieldChange("state", Word(old), Word(state));
    }

    /// <summary>The vehicle came; an order is there for it. Refuses with <c>appointment.closed</c>, <c>appointment.arrived</c>.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="made">It was made of the appointment.</param>
    public Result Arrive(long orderId, bool made)
    {
        if (State == AppointmentState.Arrived)
            return new Problem("appointment.arrived", "A repair order was made of this appointment already.");
        if (!IsOn)
            return Closed;
        (State, OrderId, MadeOrder, Version) = (AppointmentState.Arrived, orderId, made, Version + 1);
        return Result.Done;
    }

    /// <summary>The vehicle did not come after all: it is an appointment again.</summary>
    public Result Return()
    {
        if (State != AppointmentState.Arrived)
            return new Problem("appointment.notArrived", "No repair order was made of this appointment.");
        if (MadeOrder)
            OrderId = null;
        (State, MadeOrder, Version) = (AppointmentState.Confirmed, false, Version + 1);
        return Result.Done;
    }

    /// <summary>Reminders go out from this hour on.</summary>
    private static readonly LocalTime RemindedFrom = new(10, 0);

    /// <summary>Whether the customer is to be reminded now: it is confirmed, tomorrow, and was not agreed today.</summary>
    /// <param name="now">Wall time.</param>
    /// <param name="shop">The shop.</param>
    public bool IsToBeReminded(LocalDateTime now, Shop shop) =>
        shop.RemindsOfAppointments
        && State == AppointmentState.Confirmed
        && RemindedAt is null
        && Start.Date == now.Date.PlusDays(1)
        && now.TimeOfDay >= RemindedFrom
        && shop.Local(MadeAt).Date < now.Date;

    /// <summary>The customer was reminded of it.</summary>
    public void Reminded(Instant utcNow) => RemindedAt = utcNow;

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

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "phone" => Phone?.E164 ?? "",
            "vehicle" => Vehicle,
            "words" => Words,
            "length" => HasOwnLength ? (Minutes / 60m).ToString("0.##", CultureInfo.InvariantCulture) : "",
            "transport" => Transport.ToString(),
            "source" => Source,
            "reason" => Reason,
            _ => "",
        };

    private static Problem Past(LocalDateTime start) =>
        new("appointment.past", Invariant($"{start:dddd, MMM d} is over. Choose today or a later day."), "start");

    /// <summary>It is over, or called off.</summary>
    public static readonly Problem Over = new("appointment.over", "This appointment is over or was called off.");

    /// <summary>There is no text for it.</summary>
    public static readonly Problem NoTemplate = new(
        "appointment.noTemplate",
        "There is no text for appointments. Add a template for them in Setup, Messages."
    );

    /// <summary>Nobody can be written to.</summary>
    public static readonly Problem NoNumber = new("appointment.noNumber", "There is no phone number to text. Enter one first.");

    /// <summary>Nobody knows whose vehicle comes.</summary>
    public static readonly Problem Unknown = new(
        "appointment.unknown",
        "Choose the customer and the vehicle first, or write the vehicle up."
    );

    /// <summary>The order's vehicle is here.</summary>
    public static readonly Problem IsHere = new("appointment.here", "This vehicle is in the shop already; schedule its jobs instead.");

    /// <summary>The order has one.</summary>
    public static readonly Problem IsTwice = new("appointment.twice", "This repair order has an appointment already.");

    /// <summary>It goes without a trace only while nothing was entered.</summary>
    public static readonly Problem NotEmpty = new("appointment.notEmpty", "Something was entered on this appointment. Cancel it instead.");

    /// <summary>The order that was made of it is not taken back any more.</summary>
    public static readonly Problem HasBegun = new("appointment.begun", "Work on this repair order has begun. End the order instead.");

    private static readonly Problem NoLength = new(
        "appointment.length",
        "An appointment takes between 5 minutes and 80 hours of work.",
        "length"
    );

    private static readonly Problem Closed = new("appointment.closed", "This appointment was called off. Restore it first.");
}
