namespace Yardstick.Core.FollowUp;

/// <summary>What a connected vehicle, or the service behind it, reports.</summary>
public sealed record CarReport
{
    /// <summary>Counts up; what is asked after it is newer.</summary>
    public required long Number { get; init; }

    /// <summary>consent, ended, reading or code.</summary>
    public required string Kind { get; init; }

    /// <summary>The vehicle's name at the service.</summary>
    public required string Car { get; init; }

    /// <summary>When, UTC.</summary>
    public required Instant At { get; init; }

    /// <summary>VIN.</summary>
    public string Vin { get; init; } = "";

    /// <summary>The owner's name.</summary>
    public string Owner { get; init; } = "";

    /// <summary>The owner's telephone.</summary>
    public string Phone { get; init; } = "";

    /// <summary>The vehicle in words.</summary>
    public string Vehicle { get; init; } = "";

    /// <summary>Odometer in the shop's unit; null where it does not say.</summary>
    public int? Odometer { get; init; }

    /// <summary>Battery voltage.</summary>
    public decimal? Volts { get; init; }

    /// <summary>Trouble code.</summary>
    public string Code { get; init; } = "";

    /// <summary>What the code says.</summary>
    public string Words { get; init; } = "";

    /// <summary>Where it was, in words.</summary>
    public string Place { get; init; } = "";

    /// <summary>Degrees north.</summary>
    public decimal? Latitude { get; init; }

    /// <summary>Degrees east.</summary>
    public decimal? Longitude { get; init; }

    /// <summary>What came in, as a request: an owner's consent, or a code.</summary>
    /// <param name="phone">The owner's telephone in E.164; empty where it is none.</param>
    public OutsideRequest ToRequest(string phone) =>
        new()
        {
            Key = $"car {Car} {Number}",
            Kind = Kind == "code" ? RequestKind.TroubleCode : RequestKind.Consent,
            At = At,
            Name = Owner,
            Phone = phone,
            Vin = Vin,
            Vehicle = Vehicle,
            Words = Kind == "code" ? Words : "The owner lets this vehicle report its odometer, battery and trouble codes to the shop.",
            Code = Code,
            Place = Place,
            Latitude = Latitude,
            Longitude = Longitude,
        };
}
