using System.Globalization;
using Yardstick.Core.Floor;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>The header of an order: what is asked of its fields, and its way through the shop.</summary>
public partial class Order
{
    /// <summary>The time of day that is meant where only a day was typed.</summary>
    public static readonly LocalTime UsualPromise = new(17, 0),
        UsualArrival = new(8, 0);

    /// <summary>Changes a field of the header to what was typed.</summary>
    /// <param name="field">
    /// title, promisedAt, arrivesAt, keyTag, keysAt, carAt, odometerIn, odometerOut, customerWaits, hasPriority, oldPartsBack,
    /// washingWanted, onPremises, leadId, writerId, contactId, siteId.
    /// </param>
    /// <param name="text">What was typed; empty clears.</param>
    /// <param name="localNow">Wall time, from which words such as tomorrow count.</param>
    /// <param name="actor">Who.</param>
    /// <param name="people">Who can be named on it; null where none of these fields is set.</param>
    public Result<FieldChange> SetHeader(string field, string? text, LocalDateTime localNow, Actor actor, OrderPeople? people = null)
    {
        if (Closed() is { } closed)
            return closed;
        var old = Shown(field);
        var empty = string.IsNullOrWhiteSpace(text);
        switch (field)
        {
            case "title":
                if (text is { Length: > 200 })
                    return TextInput.TooLong(200, field, "A title");
                Title = text?.Trim() ?? "";
                break;
            case "keyTag":
                if (text is { Length: > 20 })
                    return TextInput.TooLong(20, field, "A key tag");
                KeyTag = text?.Trim() ?? "";
                break;
            case "keysAt" or "carAt":
                if (text is { Length: > 60 })
                    return TextInput.TooLong(60, field);
                if (field == "keysAt")
                    KeysAt = text?.Trim() ?? "";
                else
                    CarAt = text?.Trim() ?? "";
                break;
            case "promisedAt" or "arrivesAt":
                var moment = empty
                    ? null
                    : (Result<LocalDateTime>?)
                        DateTimeInput.Read(text, localNow, field, field == "promisedAt" ? UsualPromise : UsualArrival);
                if (moment?.Problem is { } unreadable)
                    return unreadable;
                if (field == "promisedAt")
                    PromisedAt = moment?.Value;
                else
                    ArrivesAt = moment?.Value;
                break;
            case "odometerIn" or "odometerOut":
                Odometer? reading = null;
                if (!empty)
                {
                    var typed = Odometer.Parse(text, field);
                    if (typed.Problem is { } bad)
                        return bad;
                    reading = typed.Value;
                }
                if (field == "odometerOut" && reading < OdometerIn)
                    return new Problem("odometer.backwards", $"Odometer out can't be less than odometer in ({OdometerIn}).", field);
                if (field == "odometerIn")
                    OdometerIn = reading;
                else
                    OdometerOut = reading;
                break;
            case "customerWaits":
                CustomerWaits = text == "true";
                break;
            case "hasPriority":
                HasPriority = text == "true";
                break;
            case "oldPartsBack":
                OldPartsBack = text == "true";
                break;
            case "washingWanted":
                WashingWanted = text == "true";
                break;
            case "onPremises":
                if (VehicleId is null)
                    return new Problem("order.noVehicle", "Add a vehicle first.", field);
                if (text == "true" && Stage == Stage.Expected)
                {
                    ArrivesAt = localNow;
                    MoveTo(Stage.Here, "The vehicle arrived", actor);
                }
                OnPremises = text == "true";
                break;
            case "laborRate":
                var rate = RateChoice.Parse(text, field);
                if (rate.Problem is { } badRate)
                    return badRate;
                LaborRate = rate.Value;
                break;
            case "leadId":
                LeadId = Key(text);
                break;
            case "writerId":
                if (Key(text) is not { } writer)
                    return new Problem("order.writer", "Choose a service writer.", field);
                if (people?.Staff.Contains(writer) != true)
                    return new Problem("order.writer", "That person is not on the staff list. Choose another.", field);
                WriterId = writer;
                break;
            case "contactId":
                if (OrderPeople.Contact(Key(text), people) is { } noContact)
                    return noContact;
                ContactId = Key(text);
                break;
            case "siteId":
                if (OrderPeople.Site(Key(text), people) is { } noSite)
                    return noSite;
                SiteId = Key(text);
                break;
            default:
                return new Problem("order.field", $"\"{field}\" can't be edited.", field);
        }
        Record("order", Id, field, old, Shown(field), Version + 1, actor);
        return new FieldChange(field, old, Shown(field));
    }

    /// <summary>A promise that somebody made is marked where the plan could not keep it then.</summary>
    /// <param name="earliest">The earliest that the plan could keep, wall time; null where nobody knows.</param>
    public void JudgePromise(LocalDateTime? earliest) => PromisedAgainstPlan = PromisedAt < earliest;

    private static long? Key(string? text) => long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null;

    private string Shown(string field) =>
        field switch
        {
            "title" => Title,
            "laborRate" => LaborRate?.ToString() ?? "",
            "keyTag" => KeyTag,
            "keysAt" => KeysAt,
            "carAt" => CarAt,
            "promisedAt" => Wall(PromisedAt),
            "arrivesAt" => Wall(ArrivesAt),
            "odometerIn" => OdometerIn?.Value.ToString(CultureInfo.InvariantCulture) ?? "",
            "odometerOut" => OdometerOut?.Value.ToString(CultureInfo.InvariantCulture) ?? "",
            "customerWaits" => YesNo(CustomerWaits),
            "hasPriority" => YesNo(HasPriority),
            "oldPartsBack" => YesNo(OldPartsBack),
            "washingWanted" => YesNo(WashingWanted),
            "onPremises" => YesNo(OnPremises),
            "leadId" => LeadId?.ToString(CultureInfo.InvariantCulture) ?? "",
            "writerId" => WriterId.ToString(CultureInfo.InvariantCulture),
            "contactId" => ContactId?.ToString(CultureInfo.InvariantCulture) ?? "",
            "siteId" => SiteId?.ToString(CultureInfo.InvariantCulture) ?? "",
            _ => "",
        };

    private static string Wall(LocalDateTime? at) => at?.ToString("uuuu-MM-dd'T'HH:mm", CultureInfo.InvariantCulture) ?? "";

    private static string YesNo(bool yes) => yes ? "true" : "false";

    /// <summary>The shop's stage that it is in.</summary>
    public ShopStage StageIn(StageList stages) => stages.Of(Stage, StageId);

    /// <summary>Where it stands: its stage while it is open, else how it ended.</summary>
    public string StatusWords(StageList stages) =>
        State switch
        {
            OrderState.Open => StageIn(stages).Name,
            OrderState.Posted when Stage == Stage.Collected => "Invoiced, picked up",
            OrderState.Posted => "Invoiced",
            OrderState.Ended => "Ended without an invoice",
            _ => "Void",
        };

    /// <summary>Moves the car to a stage.</summary>
    /// <param name="to">The stage.</param>
    /// <param name="because">Why it moves by itself; empty when a person moves it.</param>
    /// <param name="actor">Who.</param>
    public Result MoveTo(Stage to, string because, Actor actor) =>
        to == Stage ? Result.Done : Move(to, null, because, (Stages.Name(Stage), Stages.Name(to)), actor);

    /// <summary>Somebody moves the car to a stage of the shop's own. Refuses with <c>stage.retired</c>.</summary>
    /// <param name="to">The stage.</param>
    /// <param name="from">The stage that it is in.</param>
    /// <param name="actor">Who.</param>
    public Result MoveTo(ShopStage to, ShopStage from, Actor actor)
    {
        if (to.Id == from.Id)
            return Result.Done;
        if (CheckPending && to.Meaning >= Stage.Done)
            return new Problem("check.needed", "This vehicle still needs its quality check. Pass it first.", "stage");
        return to.RetiredAt is null
            ? Move(to.Meaning, to.Id, "", (from.Name, to.Name), actor)
            : new Problem("stage.retired", $"{to.Name} is retired. Choose another stage.", "stage");
    }

    private Result Move(Stage to, long? stageId, string because, (string From, string To) names, Actor actor)
    {
        if (State == OrderState.Posted && to < Stage.Done || State is OrderState.Ended or OrderState.Voided)
            return Closed()!;
        StageChanges.Add(
            new StageChange
            {
                OrderId = Id,
                From = Stage,
                To = to,
                ToStageId = stageId,
                At = actor.At,
                ById = actor.StaffId,
                ByKind = actor.Kind,
                Because = because,
            }
        );
        Record("order", Id, "stage", names.From, names.To, Version + 1, actor);
        OnPremises = VehicleId is not null && IsHereIn(to);
        (Stage, StageId) = (to, stageId);
        StageSince = actor.At;
        return Result.Done;
    }

    /// <summary>Whether the vehicle is here after a move to a stage: it is not before it came, nor once it was picked up.</summary>
    private bool IsHereIn(Stage to) =>
        to switch
        {
            Stage.Expected or Stage.Collected => false,
            Stage.InWork => true,
            _ => OnPremises || Stage is Stage.Expected or Stage.Collected,
        };

    /// <summary>Gives the order a car afterwards; it is then no sale over the counter, and its customer is the car's owner.</summary>
    /// <param name="vehicleId">The car; null makes it a sale over the counter, by name.</param>
    /// <param name="ownerId">Whose car it is.</param>
    /// <param name="actor">Who.</param>
    public Result SetVehicle(long? vehicleId, long? ownerId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (vehicleId is not null && CustomerId is { } customer && customer != ownerId)
            return new Problem(
                "vehicle.owner",
                "This vehicle belongs to a different customer. Transfer it first, or start a repair order for its owner."
            );
        if (vehicleId is not null && CustomerId != ownerId)
            (CustomerId, ContactId, SiteId) = (ownerId, null, null);
        if (CounterSale && vehicleId is not null && Stage == Stage.Pricing)
            MoveTo(Stage.Here, "Vehicle added", actor);
        // Which vehicle it is gets corrected; where it stands was said by someone and stays.
        var here = VehicleId is null ? Stage is not (Stage.Expected or Stage.Collected) : OnPremises;
        VehicleId = vehicleId;
        CounterSale = vehicleId is null;
        OnPremises = vehicleId is not null && here;
        Record("order", Id, "vehicle", "", vehicleId?.ToString(CultureInfo.InvariantCulture) ?? "counter sale", Version + 1, actor);
        return Result.Done;
    }
}
