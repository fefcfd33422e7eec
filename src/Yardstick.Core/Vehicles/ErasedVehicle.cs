namespace Yardstick.Core.Vehicles;

/// <summary>A vehicle whose customer asked to be forgotten.</summary>
public partial class Vehicle
{
    /// <summary>Takes off what leads to its owner; make, model, year and engine stay for the shop's figures.</summary>
    public void Erase()
    {
        (Plate, PlateRegion, Vin, UnitNumber, Warning, PhotoHash) = (default, "", default, "", "", "");
        Version++;
    }
}
