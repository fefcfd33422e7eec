using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>A car, truck or other vehicle.</summary>
public partial class Vehicle
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Whose it is.</summary>
    public long CustomerId { get; internal set; }

    /// <summary>Plate as on the car, if it is known.</summary>
    public Plate Plate { get; internal set; }

    /// <summary>State or province of the plate.</summary>
    public string PlateRegion { get; internal set; } = "";

    /// <summary>VIN, if it is known.</summary>
    public Vin Vin { get; internal set; }

    /// <summary>Model year; 0 if not known.</summary>
    public int Year { get; internal set; }

    /// <summary>Make.</summary>
    public string Make { get; internal set; } = "";

    /// <summary>Model.</summary>
    public string Model { get; internal set; } = "";

    /// <summary>Engine.</summary>
    public string Engine { get; internal set; } = "";

    /// <summary>Trim.</summary>
    public string Trim { get; internal set; } = "";

    /// <summary>Transmission.</summary>
    public string Transmission { get; internal set; } = "";

    /// <summary>Month in which it was made, as on its plate: <c>2019-03</c>.</summary>
    public string ProductionMonth { get; internal set; } = "";

    /// <summary>Its photo, by content hash.</summary>
    public string PhotoHash { get; internal set; } = "";

    /// <summary>Driven wheels.</summary>
    public string Drive { get; internal set; } = "";

    /// <summary>Color.</summary>
    public string Color { get; internal set; } = "";

    /// <summary>A fleet's own number for it.</summary>
    public string UnitNumber { get; internal set; } = "";

    /// <summary>What everyone who opens it must see.</summary>
    public string Warning { get; internal set; } = "";

    /// <summary>The record that took this one over; null while it stands by itself.</summary>
    public long? MergedIntoId { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Readings with their dates.</summary>
    public List<OdometerReading> Readings { get; } = [];

    /// <summary>Year, make, model, engine, drive.</summary>
    public string Description =>
        string.Join(
            ' ',
            new[] { Year > 0 ? Year.ToString(System.Globalization.CultureInfo.InvariantCulture) : "", Make, Model, Engine, Drive }.Where(
                w => w.Length > 0
            )
        );

    /// <summary>Make and model.</summary>
    public string ShortDescription => $"{Make} {Model}".Trim();

    /// <summary>Makes a vehicle from what was typed.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="thisYear">The present year; models of the next are sold already.</param>
    public static Result<Vehicle> Create(VehicleInput typed, int thisYear)
    {
        var vehicle = new Vehicle
        {
            Make = typed.Make?.Trim() ?? "",
            Model = typed.Model?.Trim() ?? "",
            Engine = typed.Engine?.Trim() ?? "",
            Color = typed.Color?.Trim() ?? "",
            PlateRegion = typed.PlateRegion?.Trim().ToUpperInvariant() ?? "",
            Drive = typed.Drive?.Trim() ?? "",
            Trim = typed.Trim?.Trim() ?? "",
        };
        if (!string.IsNullOrWhiteSpace(typed.Plate))
        {
            var plate = Plate.Parse(typed.Plate);
            if (plate.Problem is { } problem)
                return problem;
            vehicle.Plate = plate.Value;
        }
        if (!string.IsNullOrWhiteSpace(typed.Vin))
        {
            var vin = Vin.Parse(typed.Vin);
            if (vin.Problem is { } problem)
                return problem;
            vehicle.Vin = vin.Value;
        }
        if (!string.IsNullOrWhiteSpace(typed.Year))
        {
            if (!int.TryParse(typed.Year.Trim(), out var year) || year < 1900 || year > thisYear + 1)
                return new Problem("vehicle.year", $"Enter a model year from 1900 to {thisYear + 1}.", "year");
            vehicle.Year = year;
        }
        if (!vehicle.Plate.IsKnown && !vehicle.Vin.IsKnown && vehicle.ShortDescription.Length == 0)
            return new Problem("vehicle.empty", "Enter at least a plate, a VIN or a make.", "plate");
        return vehicle;
    }

    /// <summary>A car of which nothing is known, for a sale over the counter.</summary>
    public static Vehicle Unknown => new();

    /// <summary>This record goes into another, which is kept.</summary>
    public void MergeInto(Vehicle kept)
    {
        MergedIntoId = kept.Id;
        kept.Version++;
    }

    /// <summary>Takes this record out of another again.</summary>
    public void TakeOutOf(Vehicle kept)
    {
        MergedIntoId = null;
        kept.Version++;
    }

    /// <summary>A new car becomes somebody's.</summary>
    /// <param name="customerId">Its owner.</param>
    /// <param name="homeRegion">Region that a plate without one is taken to be of; empty for none.</param>
    public void BelongsTo(long customerId, string homeRegion = "")
    {
        CustomerId = customerId;
        if (Plate.IsKnown && PlateRegion.Length == 0)
            PlateRegion = homeRegion;
    }

    /// <summary>Passes the car on to somebody else. Refuses with <c>vehicle.owner</c> and <c>vehicle.open</c>.</summary>
    /// <param name="owner">The new owner's key.</param>
    /// <param name="ownerName">Their name.</param>
    /// <param name="openOrder">Number of an order that is open for the present owner; null where none is.</param>
    /// <param name="actor">Who.</param>
    public Result<VehicleTransfer> PassTo(long owner, string ownerName, long? openOrder, Actor actor)
    {
        if (CustomerId == owner)
            return new Problem("vehicle.owner", $"This vehicle already belongs to {ownerName} already.");
        if (openOrder is { } number)
            return new Problem(
                "vehicle.open",
                $"Order {number} is open for the current owner. Invoice it before transferring the vehicle."
            );
        var transfer = new VehicleTransfer
        {
            VehicleId = Id,
            FromCustomerId = CustomerId,
            ToCustomerId = owner,
            At = actor.At,
            ById = actor.StaffId,
        };
        CustomerId = owner;
        Version++;
        return transfer;
    }

    /// <summary>Model years by which like cars differ at most.</summary>
    public const int LikeYears = 3;

    /// <summary>Readings by which visits of like cars differ at most, in the shop's unit of distance.</summary>
    public const int LikeDistance = 10_000;

    /// <summary>Cars of the same make and model, built about the same time; itself among them.</summary>
    public Expression<Func<Vehicle, bool>> IsLike()
    {
        var (make, model, from, to) = (Make, Model, Year - LikeYears, Year + LikeYears);
        return other => other.Make == make && other.Model == model && other.Year >= from && other.Year <= to;
    }
}
