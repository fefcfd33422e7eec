using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>A plate as it is written; none as an empty text.</summary>
public sealed class PlateColumn() : ValueConverter<Plate, string>(v => v.Text, v => Plate.Kept(v));
