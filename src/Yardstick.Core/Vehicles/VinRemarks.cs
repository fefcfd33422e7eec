using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>What looks wrong about a car's VIN, said without refusing it: cars made for elsewhere have no check digit.</summary>
public static class VinRemarks
{
    private const int FirstYearWithCheckDigit = 1981;

    /// <summary>Remarks on the VIN of a car.</summary>
    public static IReadOnlyList<string> Of(Vehicle vehicle) => vehicle.Vin.IsKnown ? Of(vehicle.Vin, vehicle.Year) : [];

    /// <summary>Remarks on a VIN.</summary>
    /// <param name="vin">The VIN.</param>
    /// <param name="year">Model year as it is on file; 0 if not known.</param>
    public static IReadOnlyList<string> Of(Vin vin, int year)
    {
        var remarks = new List<string>();
        var bound = year == 0 || year >= FirstYearWithCheckDigit;
        if (bound && !vin.CheckDigitFits)
        {
            var fits = vin.Corrections();
            remarks.Add(
                $"The check digit does not fit: position 9 is {vin.Text[8]} and would have to be {vin.CheckDigit}. "
                    + (
                        fits.Count == 0
                            ? "Cars made for North America since 1981 have a right one; compare it with the car."
                            : $"It would fit as {string.Join(" or ", fits.Take(4))}; compare it with the car."
                    )
            );
        }
        if (bound && vin.CheckDigitFits && vin.ModelYear is { } told && year > 0 && told != year && told - 30 != year && told + 30 != year)
            remarks.Add($"The VIN tells model year {told}; the record says {year}.");
        return remarks;
    }
}
