using System.Text.Json;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>A value that may be missing as JSON, or null.</summary>
internal sealed class JsonOrNull<T>() : ValueConverter<T?, string?>(value => Write(value), text => Read(text))
    where T : class
{
    internal static string? Write(T? value) => value == null ? null : JsonSerializer.Serialize(value, JsonColumn.Options);

    internal static T? Read(string? text) => text == null ? null : JsonSerializer.Deserialize<T>(text, JsonColumn.Options);
}
