using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>An odometer reading as it is read.</summary>
public sealed class OdometerColumn() : ValueConverter<Odometer, int>(v => v.Value, v => new Odometer(v));
