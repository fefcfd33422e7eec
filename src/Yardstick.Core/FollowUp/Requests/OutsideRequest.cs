using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.FollowUp;

/// <summary>Something that came in from outside by itself: who it is, what they want, and what became of it.</summary>
public class OutsideRequest
{
    private const int LongestReason = 120,
        LongestTogether = 2000;

    /// <summary>Why nothing can be made of it any more: somebody dealt with it.</summary>
    public static readonly Problem IsHandled = new("request.handled", "This request was dealt with already. Reload the page.");

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name by which it is known when it comes twice.</summary>
    public required string Key { get; init; }

    /// <summary>What it is.</summary>
    public RequestKind Kind { get; init; }

    /// <summary>When it came first, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>When it last came again, UTC; null where it came once.</summary>
    public Instant? AgainAt { get; internal set; }

    /// <summary>How often it came: a vehicle sends the same code again and again.</summary>
    public int Times { get; internal set; } = 1;

    /// <summary>Name of whoever sent it, as they wrote it.</summary>
    public string Name { get; init; } = "";

    /// <summary>Telephone in E.164; empty for none.</summary>
    public string Phone { get; init; } = "";

    /// <summary>Email; empty for none.</summary>
    public string Email { get; init; } = "";

    /// <summary>Plate as it was read; empty for none.</summary>
    public string Plate { get; init; } = "";

    /// <summary>Vehicle identification number; empty for none.</summary>
    public string Vin { get; init; } = "";

    /// <summary>The vehicle in words.</summary>
    public string Vehicle { get; init; } = "";

    /// <summary>What they say, or what the vehicle says.</summary>
    public string Words
    {
        get => words;
        init => words = value;
    }
    private string words = "";

    /// <summary>Content hash of the photo that came along; empty for none.</summary>
    public string PhotoHash
    {
        get => photoHash;
        init => photoHash = value;
    }
    private string photoHash = "";

    /// <summary>Keys of the services that were booked.</summary>
    public IReadOnlyList<long> ServiceIds { get; init; } = [];

    /// <summary>Trouble code; empty for none.</summary>
    public string Code { get; init; } = "";

    /// <summary>Where the vehicle was, in words; empty where nobody said.</summary>
    public string Place { get; internal set; } = "";

    /// <summary>Degrees north; null where nobody said.</summary>
    public decimal? Latitude { get; internal set; }

    /// <summary>Degrees east.</summary>
    public decimal? Longitude { get; internal set; }

    /// <summary>The customer that it was matched to.</summary>
    public long? CustomerId { get; internal set; }

    /// <summary>The vehicle that it was matched to.</summary>
    public long? VehicleId { get; internal set; }

    /// <summary>Why it was matched, in words; empty where a person chose.</summary>
    public string MatchedBy { get; internal set; } = "";

    /// <summary>The appointment that was made of it.</summary>
    public long? AppointmentId { get; internal set; }

    /// <summary>The order that was made of it without one.</summary>
    public long? OrderId { get; internal set; }

    /// <summary>Hash of the key to its page; empty for none.</summary>
    public string TokenHash { get; init; } = "";

    /// <summary>Who has it; null for nobody yet.</summary>
    public long? AssignedToId { get; internal set; }

    /// <summary>What became of it.</summary>
    public RequestState State { get; internal set; }

    /// <summary>Why it was set aside, or what was done.</summary>
    public string Reason { get; internal set; } = "";

    /// <summary>When it was dealt with, UTC.</summary>
    public Instant? HandledAt { get; internal set; }

    /// <summary>Who dealt with it.</summary>
    public long? HandledById { get; internal set; }

    /// <summary>It came again while nobody had dealt with it.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="place">Where, this time.</param>
    /// <param name="latitude">Degrees north.</param>
    /// <param name="longitude">Degrees east.</param>
    public void CameAgain(Instant utcNow, string place, decimal? latitude, decimal? longitude)
    {
        (AgainAt, Times) = (utcNow, Times + 1);
        if (latitude is not null)
            (Place, Latitude, Longitude) = (place, latitude, longitude);
    }

    /// <summary>The same person asked again before anybody answered: one request with both. Nothing of it is lost while it fits.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="more">What they ask now.</param>
    public bool AskedAgain(Instant utcNow, string more)
    {
        if (words == more)
            (AgainAt, Times) = (utcNow, Times + 1);
        else if (words.Length + more.Length < LongestTogether)
            (words, AgainAt, Times) = ($"{words}\n{more}", utcNow, Times + 1);
        else
            return false;
        return true;
    }

    /// <summary>Puts it to a customer and a vehicle.</summary>
    /// <param name="match">Who it is, and why.</param>
    public void IsOf(RequestMatch match) => (CustomerId, VehicleId, MatchedBy) = (match.CustomerId, match.VehicleId, match.Why);

    /// <summary>An appointment was made of it.</summary>
    /// <param name="appointmentId">The appointment.</param>
    public void Became(long appointmentId) => AppointmentId = appointmentId;

    /// <summary>
    /// An order was made of it. Refuses with <c>request.handled</c> where somebody dealt with it, or it has an appointment, of which its
    /// order is made.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="actor">Who.</param>
    public Result Became(Order order, Actor actor)
    {
        if (!MayBecomeOrder)
            return IsHandled;
        OrderId = order.Id;
        IsOf(new RequestMatch(order.CustomerId, order.VehicleId, MatchedBy));
        Settle(RequestState.Done, Invariant($"Repair order {order.Number} opened"), actor);
        return Result.Done;
    }

    /// <summary>An order can be made of it at once.</summary>
    public bool MayBecomeOrder => State == RequestState.Open && AppointmentId is null;

    /// <summary>What the customer says on an order of it, a line each: words, code and likely repair, and where it arose.</summary>
    /// <param name="repair">What usually mends its code; empty for none.</param>
    public IReadOnlyList<string> Concerns(string? repair) =>
        [
            .. new[] { VisitWords(repair).Replace('\n', ' '), Place.Length > 0 ? $"Reported at {Place}" : "" }.Where(w =>
                w.Trim().Length > 0
            ),
        ];

    /// <summary>It says nothing of a vehicle.</summary>
    public bool IsWithoutVehicle => VehicleId is null && $"{Plate}{Vin}{Vehicle}".Length == 0;

    /// <summary>The vehicle as it is typed on a new record: what reads like a year, make and model of the words, plate and VIN.</summary>
    public VehicleInput ToVehicle()
    {
        var words = Vehicle.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToList();
        var year = words is [{ Length: 4 } first, ..] && first.All(char.IsAsciiDigit) ? first : null;
        if (year is not null)
            words.RemoveAt(0);
        return new VehicleInput(Plate, null, Vin, year, words.FirstOrDefault(), string.Join(' ', words.Skip(1)), null, null);
    }

    /// <summary>Somebody takes it, or gives it back.</summary>
    /// <param name="staffId">Who; null for nobody.</param>
    public void Assign(long? staffId) => AssignedToId = staffId;

    /// <summary>What an appointment of it is for, in words.</summary>
    /// <param name="repair">What usually mends its code; empty for none.</param>
    public string VisitWords(string? repair)
    {
        var says = Code.Length > 0 ? $"{Code}: {Words}" : Words;
        return string.IsNullOrWhiteSpace(repair) ? says : $"{says.TrimEnd('.')}. Likely: {repair.Trim()}";
    }

    /// <summary>What else is open from its telephone, in words; empty for nothing, and once somebody dealt with it.</summary>
    /// <param name="open">Open requests from that telephone, this one among them.</param>
    public string Besides(int open) =>
        State == RequestState.Open && Phone.Length > 0 && open > 1 ? Invariant($"{open - 1} more from this number") : "";

    /// <summary>Whether a second one of the same person can be joined: what they wrote themselves, and nobody dealt with.</summary>
    /// <param name="other">The other.</param>
    public bool MayJoin(OutsideRequest other) =>
        other != this
        && State == RequestState.Open
        && other.State == RequestState.Open
        && Phone.Length > 0
        && Phone == other.Phone
        && Kind is RequestKind.Booking or RequestKind.Question
        && other.Kind is RequestKind.Booking or RequestKind.Question
        // A question has no time of its own that a booking could give way to.
        && (Kind == RequestKind.Booking || other.Kind == RequestKind.Question);

    /// <summary>
    /// Joins a second one of the same person with this: what it says and its photo go over, the time that it booked is free again.
    /// Refuses with <c>request.handled</c> where <see cref="MayJoin"/> does, and <c>request.joinLong</c>.
    /// </summary>
    /// <param name="other">The other; it is set aside.</param>
    /// <param name="appointment">The appointment of the other; null for none.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who.</param>
    public Result Join(OutsideRequest other, Appointment? appointment, LocalDateTime localNow, Actor actor)
    {
        if (!MayJoin(other))
            return IsHandled;
        var booked = appointment is null
            ? ""
            : Invariant($"Also booked: {appointment.Title}, {appointment.Start:ddd, MMM d} at {appointment.Start.Clock()}");
        var both = new[] { other.Words, booked }
            .Where(w => w.Length > 0 && !words.Contains(w, StringComparison.Ordinal))
            .Aggregate(words, (said, more) => $"{said}\n{more}".Trim());
        if (both.Length > LongestTogether)
            return new Problem("request.joinLong", "Together they say more than one request can hold. Deal with each by itself.");
        words = both;
        if (photoHash.Length == 0)
            photoHash = other.PhotoHash;
        Times += other.Times;
        AgainAt = new[] { AgainAt ?? At, other.AgainAt ?? other.At }.Max();
        return other.Handle(RequestState.SetAside, "Joined with the other request of this number", appointment, localNow, actor);
    }

    /// <summary>How it came to the shop.</summary>
    public string Source => Kind is RequestKind.Consent or RequestKind.TroubleCode ? "The vehicle itself" : BookingRules.Source;

    /// <summary>What becomes an appointment of it.</summary>
    /// <param name="words">What it is for, in short.</param>
    public OutsideWish ToWish(string words) =>
        new()
        {
            CustomerId = CustomerId,
            VehicleId = VehicleId,
            Name = Name,
            Phone = Phone.Length > 0 ? new PhoneNumber(Phone) : null,
            Vehicle = $"{Plate} {Vehicle}".Trim(),
            Words = words,
            Source = Source,
        };

    /// <summary>
    /// Deals with it. A booking that is set aside takes no time any more; taken up again it is asked for again. Refuses with
    /// <c>request.reason</c> where it is set aside without a reason, and <c>text.long</c>.
    /// </summary>
    /// <param name="state">What becomes of it.</param>
    /// <param name="reason">Why, or what was done.</param>
    /// <param name="appointment">The appointment that was made of it; null for none.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who.</param>
    public Result Handle(RequestState state, string? reason, Appointment? appointment, LocalDateTime localNow, Actor actor)
    {
        var typed = (reason ?? "").Trim();
        if (typed.Length > LongestReason)
            return TextInput.TooLong(LongestReason, "reason", "A reason");
        if (state == RequestState.SetAside && typed.Length == 0)
            return new Problem("request.reason", "Enter why it is set aside.", "reason");
        Settle(state, typed, actor);
        if (Kind != RequestKind.Booking || appointment is null)
            return Result.Done;
        var became = (state, appointment.State) switch
        {
            (RequestState.SetAside, AppointmentState.Asked or AppointmentState.Confirmed) => appointment.Become(
                AppointmentState.Canceled,
                typed,
                localNow
            ),
            (RequestState.Open, AppointmentState.Canceled) => appointment.Become(AppointmentState.Asked, null, localNow),
            _ => new FieldChange("state", "", ""),
        };
        return became.Problem is { } problem ? problem : Result.Done;
    }

    /// <summary>It was dealt with, or is open again.</summary>
    /// <param name="state">What became of it.</param>
    /// <param name="reason">What was done.</param>
    /// <param name="actor">Who.</param>
    public void Settle(RequestState state, string reason, Actor actor)
    {
        (State, Reason) = (state, state == RequestState.Open ? "" : reason);
        HandledAt = state == RequestState.Open ? null : actor.At;
        HandledById = state == RequestState.Open ? null : actor.StaffId;
    }
}
