using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>A time of day in the shop.</summary>
public sealed class TimeOfDay() : ValueConverter<LocalTime, TimeOnly>(v => v.ToTimeOnly(), v => LocalTime.FromTimeOnly(v));
