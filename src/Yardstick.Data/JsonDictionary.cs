using System.Text.Json;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>Values by name as JSON; none as an empty text.</summary>
internal sealed class JsonDictionary<T>() : ValueConverter<IReadOnlyDictionary<string, T>, string>(all => Write(all), text => Read(text))
{
    internal static string Write(IReadOnlyDictionary<string, T> all) =>
        all.Count == 0 ? "" : JsonSerializer.Serialize(all, JsonColumn.Options);

    internal static IReadOnlyDictionary<string, T> Read(string text) =>
        text.Length == 0
            ? new Dictionary<string, T>()
            : JsonSerializer.Deserialize<IReadOnlyDictionary<string, T>>(text, JsonColumn.Options)!;
}
