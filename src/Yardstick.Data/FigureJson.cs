using System.Text.Json;
using System.Text.Json.Serialization;
using Yardstick.Core.Values;

namespace Yardstick.Data;

/// <summary>Figures of a kind as plain numbers within a JSON column.</summary>
public sealed class FigureJson<T> : JsonConverter<T>
    where T : struct, IFigure<T>
{
    /// <inheritdoc/>
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => T.Of(reader.GetDecimal());

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNumberValue(value.Value);
}
