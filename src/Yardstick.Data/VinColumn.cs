using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>A VIN as it is written; none as an empty text.</summary>
public sealed class VinColumn() : ValueConverter<Vin, string>(v => v.Text, v => Vin.Kept(v));
