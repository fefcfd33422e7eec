using System.Text.Json;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>
/// A value of its own kind that stands as JSON in one column: it is read and written whole, and nobody asks the database about its parts.
/// </summary>
internal static class JsonColumn
{
    /// <summary>How values are written: times as ISO 8601 writes them, figures as plain numbers.</summary>
    internal static readonly JsonSerializerOptions Options = new JsonSerializerOptions
    {
        Converters = { new FigureJson<Quantity>(), new FigureJson<LaborHours>(), new FigureJson<Percent>(), new FigureJson<UnitPrice>() },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    /// <summary>A value that is never null; one that is as at the beginning stands as an empty text.</summary>
    /// <param name="none">What an empty text is read as.</param>
    internal static ValueConverter<T, string> Of<T>(T none)
        where T : class
    {
        var empty = JsonSerializer.Serialize(none, Options);
        return new(value => Write(value, empty), text => text.Length == 0 ? none : JsonSerializer.Deserialize<T>(text, Options)!);
    }

    /// <summary>A value or null.</summary>
    internal static ValueConverter<T?, string?> OfOptional<T>()
        where T : class =>
        new(
            value => value == null ? null : JsonSerializer.Serialize(value, Options),
            text => text == null ? null : JsonSerializer.Deserialize<T>(text, Options)
        );

    /// <summary>Values are never changed in place: another value is another object.</summary>
    internal static ValueComparer<T> Same<T>() =>
        new((a, b) => ReferenceEquals(a, b), value => value == null ? 0 : value.GetHashCode(), value => value);

    private static string Write<T>(T value, string empty)
    {
        var text = JsonSerializer.Serialize(value, Options);
        return text == empty ? "" : text;
    }
}
