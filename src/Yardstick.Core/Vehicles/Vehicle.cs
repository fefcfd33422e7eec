namespace Yardstick.Core.Vehicles;

/// <summary>A car, truck or other vehicle.</summary>
public partial class Vehicle
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Whose it is.</summary>
    public long CustomerId { get; set; }
    /// <summary>Plate as on the car.</summary>
    public string Plate { get; set; } = "";
    /// <summary>State or province of the plate.</summary>
    public string PlateRegion { get; set; } = "";
    /// <summary>VIN, or empty.</summary>
    public string Vin { get; set; } = "";
    /// <summary>Model year; 0 if not known.</summary>
    public int Year { get; set; }
    /// <summary>Make.</summary>
    public string Make { get; set; } = "";
    /// <summary>Model.</summary>
    public string Model { get; set; } = "";
    /// <summary>Engine.</summary>
    public string Engine { get; set; } = "";
    /// <summary>Trim.</summary>
    public string Trim { get; set; } = "";
    /// <summary>Transmission.</summary>
    public string Transmission { get; set; } = "";
    /// <summary>Month in which it was made, as on its plate: <c>2019-03</c>.</summary>
    public string ProductionMonth { get; set; } = "";
    /// <summary>Its photo, by content hash.</summary>
    public string PhotoHash { get; set; } = "";
    /// <summary>Driven wheels.</summary>
    public string Drive { get; set; } = "";
    /// <summary>Color.</summary>
    public string Color { get; set; } = "";
    /// <summary>A fleet's own number for it.</summary>
    public string UnitNumber { get; set; } = "";
    /// <summary>What everyone who opens it must see.</summary>
    public string Warning { get; set; } = "";
    /// <summary>The record that took this one over; null while it stands by itself.</summary>
    public long? MergedIntoId { get; set; }
    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; } = 1;
    /// <summary>Readings with their dates.</summary>
    public List<OdometerReading> Readings { get; } = [];

    /// <summary>Year, make, model, engine, drive.</summary>
    public string Description => string.Join(' ', new[] { Year > 0 ? Year.ToString(System.Globalization.CultureInfo.InvariantCulture) : "", Make, Model, Engine, Drive }.Where(w => w.Length > 0));

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
            var plate = Values.Plate.Parse(typed.Plate);
            if (plate.Problem is { } problem) return problem;
            vehicle.Plate = plate.Value.Text;
        }
        if (!string.IsNullOrWhiteSpace(typed.Vin))
        {
            var vin = Values.Vin.Parse(typed.Vin);
            if (vin.Problem is { } problem) return problem;
            vehicle.Vin = vin.Value.Text;
        }
        if (!string.IsNullOrWhiteSpace(typed.Year))
        {
            if (!int.TryParse(typed.Year.Trim(), out var year) || year < 1900 || year > thisYear + 1)
                return new Problem("vehicle.year", $"The model year is a number from 1900 to {thisYear + 1}.", "year");
            vehicle.Year = year;
        }
        if (vehicle.Plate.Length == 0 && vehicle.Vin.Length == 0 && vehicle.ShortDescription.Length == 0)
            return new Problem("vehicle.empty", "A car needs at least a plate, a VIN or a make.", "plate");
        return vehicle;
    }
}
