using System.Text.Json;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Yardstick.Data;

/// <summary>A record as JSON; one that is as it is made as an empty text.</summary>
internal sealed class JsonRecord<T>() : ValueConverter<T, string>(value => Write(value), text => Read(text))
    where T : class, new()
{
    private static readonly string Empty = JsonSerializer.Serialize(new T(), JsonColumn.Options);

    internal static string Write(T value) => JsonSerializer.Serialize(value, JsonColumn.Options) is var text && text == Empty ? "" : text;

    internal static T Read(string text) => text.Length == 0 ? new() : JsonSerializer.Deserialize<T>(text, JsonColumn.Options)!;
}
