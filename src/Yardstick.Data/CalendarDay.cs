using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>A day in the shop.</summary>
public sealed class CalendarDay() : ValueConverter<LocalDate, DateOnly>(v => v.ToDateOnly(), v => LocalDate.FromDateOnly(v));
