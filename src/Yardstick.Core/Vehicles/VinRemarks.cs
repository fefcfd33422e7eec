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
                $"The check digit doesn't match: position 9 is {vin.Text[8]} but should be {vin.CheckDigit}. "
                    + (
                        fits.Count == 0
                            ? "North American vehicles since 1981 have a valid one. Compare it with the VIN on the vehicle."
                            : $"Did you mean {string.Join(" or ", fits.Take(4))}? Compare it with the VIN on the vehicle."
                    )
            );
        }
        if (bound && vin.CheckDigitFits && vin.ModelYear is { } told && year > 0 && told != year && told - 30 != year && told + 30 != year)
            remarks.Add($"The VIN decodes to model year {told}; the record says {year}.");
        return remarks;
    }
}
