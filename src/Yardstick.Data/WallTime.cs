using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>Wall time in the shop.</summary>
public sealed class WallTime()
    : ValueConverter<LocalDateTime, DateTime>(v => v.ToDateTimeUnspecified(), v => LocalDateTime.FromDateTime(v));
