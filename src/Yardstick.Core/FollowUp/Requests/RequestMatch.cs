namespace Yardstick.Core.FollowUp;

/// <summary>Whose a request is, and why.</summary>
/// <param name="CustomerId">The customer; null where nobody fits.</param>
/// <param name="VehicleId">The vehicle; null where none fits.</param>
/// <param name="Why">Why, in words.</param>
public sealed record RequestMatch(long? CustomerId, long? VehicleId, string Why)
{
    /// <summary>A vehicle that may be meant.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="CustomerId">Whose it is.</param>
    /// <param name="Owner">Whose, by name.</param>
    public sealed record Candidate(long Id, long CustomerId, string Owner);

    /// <summary>Somebody who entered a code that was texted to them.</summary>
    /// <param name="customerId">The customer; null where several have the telephone and the vehicle is none of theirs.</param>
    /// <param name="vehicleId">The vehicle that they chose; null for another.</param>
    public static RequestMatch ByCode(long? customerId, long? vehicleId) => new(customerId, vehicleId, "entered the code that was texted");

    /// <summary>
    /// Who it is: by the telephone where one customer has it, the vehicle by its VIN or plate where it is theirs. A plate of somebody else
    /// is said and not taken: anybody can type one.
    /// </summary>
    /// <param name="byPhone">Customers with the telephone.</param>
    /// <param name="byVin">Vehicles with the VIN.</param>
    /// <param name="byPlate">Vehicles with the plate.</param>
    public static RequestMatch Of(
        IReadOnlyList<(long Id, string Name)> byPhone,
        IReadOnlyList<Candidate> byVin,
        IReadOnlyList<Candidate> byPlate
    )
    {
        // A VIN is read from the vehicle, not typed from memory.
        if (byVin.Count == 1)
            return new(byVin[0].CustomerId, byVin[0].Id, "the VIN is on file");
        var (car, how) = byPlate.Count == 1 ? (byPlate[0], "plate") : (null, "");
        if (byPhone.Count != 1)
            return new(
                null,
                null,
                (byPhone.Count, car) switch
                {
                    (> 1, _) => $"{byPhone.Count} customers have this phone number",
                    (_, { } other) => $"new phone number; the plate is {other.Owner}'s",
                    _ => "nobody on file has this phone number",
                }
            );
        var customer = byPhone[0];
        if (car is null)
            return new(customer.Id, null, "phone number on file");
        return car.CustomerId == customer.Id
            ? new(customer.Id, car.Id, $"phone number and {how} on file")
            : new(customer.Id, null, $"phone number on file; the {how} is {car.Owner}'s");
    }
}
