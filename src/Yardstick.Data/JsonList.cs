using System.Text.Json;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>A list as JSON; an empty one as an empty text.</summary>
internal sealed class JsonList<T>() : ValueConverter<IReadOnlyList<T>, string>(list => Write(list), text => Read(text))
{
    internal static string Write(IReadOnlyList<T> list) => list.Count == 0 ? "" : JsonSerializer.Serialize(list, JsonColumn.Options);

    internal static IReadOnlyList<T> Read(string text) =>
        text.Length == 0 ? [] : JsonSerializer.Deserialize<IReadOnlyList<T>>(text, JsonColumn.Options)!;
}
