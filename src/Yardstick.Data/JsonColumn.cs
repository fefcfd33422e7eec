using System.Text.Json;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>
/// A value of its own kind that stands as JSON in one column: it is read and written whole, and nobody asks the database about its parts.
/// One that is as at the beginning stands as an empty text.
/// </summary>
internal static class JsonColumn
{
    /// <summary>How values are written: times as ISO 8601 writes them, figures as plain numbers.</summary>
    internal static readonly JsonSerializerOptions Options = new JsonSerializerOptions
    {
        Converters = { new FigureJson<Quantity>(), new FigureJson<LaborHours>(), new FigureJson<Percent>(), new FigureJson<UnitPrice>() },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    /// <summary>Keeps a list so.</summary>
    internal static void AsJson<T>(this PropertyBuilder<IReadOnlyList<T>> property) =>
        property.HasConversion(new JsonList<T>(), Same<IReadOnlyList<T>>());

    /// <summary>Keeps values by name so.</summary>
    internal static void AsJson<T>(this PropertyBuilder<IReadOnlyDictionary<string, T>> property) =>
        property.HasConversion(new JsonDictionary<T>(), Same<IReadOnlyDictionary<string, T>>());

    /// <summary>Keeps a week's hours so.</summary>
    internal static void AsJson(this PropertyBuilder<WeekHours> property) =>
        property.HasConversion(new WeekHoursColumn(), Same<WeekHours>());

    /// <summary>Keeps a record so.</summary>
    internal static void AsJsonRecord<T>(this PropertyBuilder<T> property)
        where T : class, new() => property.HasConversion(new JsonRecord<T>(), Same<T>());

    /// <summary>Keeps a value so that may be missing; then the column is null.</summary>
    internal static void AsJsonOrNull<T>(this PropertyBuilder<T?> property)
        where T : class => property.HasConversion(new JsonOrNull<T>(), Same<T?>());

    // Values are never changed in place: another value is another object.
    private static ValueComparer<T> Same<T>() =>
        new((a, b) => ReferenceEquals(a, b), value => value == null ? 0 : value.GetHashCode(), value => value);
}
