using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>What becomes of an appointment: moved, reminded of, missed, called off, come.</summary>
public partial class Appointment
{
    /// <summary>Reminders go out from this hour on.</summary>
    private static readonly LocalTime RemindedFrom = new(10, 0);

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
        if (!IsToCome)
            return Closed;
        if (seen < PlacedVersion)
            return Moved;
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
            return Moved;
        var last = LastMove;
        var undone = last is not null && last.To == Start && last.From == before.Start && before.Start != Start ? last : null;
        if (undone is not null)
            Moves.Remove(undone);
        Put(before);
        return (Result<AppointmentMove?>)undone;
    }

    private AppointmentMove? LastMove => Moves.OrderBy(m => m.At).ThenBy(m => m.Id).LastOrDefault();

    /// <summary>Says why it was moved the last time. Refuses with <c>text.long</c>.</summary>
    public Result Because(string? reason)
    {
        var typed = (reason ?? "").Trim();
        if (typed.Length > LongestReason)
            return TextInput.TooLong(LongestReason, "reason", "A reason");
        if (LastMove is { } last)
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

    /// <summary>So many hours before it begins a customer can still move it or call it off by themselves.</summary>
    private const int ChangeHours = 2;

    /// <summary>Whether the customer can still move it or call it off by themselves.</summary>
    /// <param name="localNow">Wall time.</param>
    public bool MayChangeByCustomer(LocalDateTime localNow) => IsToCome && Start > localNow.PlusHours(ChangeHours);

    /// <summary>How far it is, in a sentence for the customer.</summary>
    public string ForCustomer =>
        State switch
        {
            AppointmentState.Asked => "We got your booking and will confirm it shortly.",
            AppointmentState.Confirmed => "Your appointment is confirmed.",
            AppointmentState.Arrived => "Your vehicle is here.",
            AppointmentState.Missed => "We missed you at this appointment. Please call us for another time.",
            _ => "This appointment is canceled.",
        };

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
}
