using System.Buffers.Text;
using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Yardstick.Server.Orders;

/// <summary>Hashes what a part of a sheet says.</summary>
public sealed class PartHash(IOptions<JsonOptions> json)
{
    private const int Length = 9;
    private readonly JsonSerializerOptions options = new(json.Value.SerializerOptions) { Converters = { new PlainDecimal() } };

    /// <summary>Twelve characters that are the same for parts that say the same.</summary>
    internal string Of<T>(T content) =>
        Base64Url.EncodeToString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(content, options)).AsSpan(0, Length));

    /// <summary>9.10 as it was typed is 9.1 as it is read again.</summary>
    private sealed class PlainDecimal : JsonConverter<decimal>
    {
        public override decimal Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => reader.GetDecimal();

        public override void Write(Utf8JsonWriter writer, decimal value, JsonSerializerOptions options) =>
            writer.WriteRawValue(value.ToString("0.############################", CultureInfo.InvariantCulture));
    }
}
