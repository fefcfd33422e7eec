using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>A VIN or plate as somebody read it on the vehicle, against what is on file.</summary>
/// <param name="Read">What was read, as it is kept.</param>
/// <param name="OnFile">What is on file; empty where nothing was.</param>
/// <param name="Change">What was put on file; null where nothing changed.</param>
public sealed record IdentityRead(string Read, string OnFile, FieldChange? Change)
{
    /// <summary>Another one is on file: somebody has to say which is right.</summary>
    public bool Clashes => Change is null && !string.Equals(Plate.Normal(Read), Plate.Normal(OnFile), StringComparison.Ordinal);

    /// <summary>What became of it, for whoever read it.</summary>
    /// <param name="name">What it is called: VIN, plate.</param>
    public string Words(string name) =>
        Clashes ? $"The counter was told: {name} {Read} on the vehicle, {OnFile} on file."
        : Change is null ? $"The {name} is as on file."
        : $"The {name} is {Read}.";
}
