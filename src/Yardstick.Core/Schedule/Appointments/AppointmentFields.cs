using System.Globalization;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Schedule;

/// <summary>What is written on an appointment: whom and what it is for, field by field as typed.</summary>
public partial class Appointment
{
    private const int LongestName = 120,
        LongestVehicle = 120;

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

    /// <summary>Fills in what came from outside, cut to what fits here: the whole of it stays with the request.</summary>
    /// <param name="wish">Whose it is, and what for.</param>
    public void FillIn(OutsideWish wish)
    {
        static string Cut(string text, int most) => text.Length <= most ? text : text[..(most - 1)].TrimEnd() + "…";
        (CustomerId, VehicleId) = (wish.CustomerId, wish.VehicleId);
        if (wish.CustomerId is null)
            (Name, Phone) = (Cut(wish.Name, LongestName), wish.Phone);
        if (wish.VehicleId is null)
            Vehicle = Cut(wish.Vehicle, LongestVehicle);
        (Words, Source) = (Cut(wish.Words, LongestWords), Cut(wish.Source, LongestName));
        Transport = wish.Waits ? Transport.Waits : Transport.DropOff;
        State = wish.IsAsked ? AppointmentState.Asked : AppointmentState.Confirmed;
        Version++;
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
}
