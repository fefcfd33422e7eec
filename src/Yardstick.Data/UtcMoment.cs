using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>What happened, as UTC.</summary>
public sealed class UtcMoment()
    : ValueConverter<Instant, DateTime>(v => v.ToDateTimeUtc(), v => Instant.FromDateTimeUtc(DateTime.SpecifyKind(v, DateTimeKind.Utc)));
