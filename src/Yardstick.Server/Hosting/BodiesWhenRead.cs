using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Yardstick.Server.Hosting;

/// <summary>
/// How a body is read is worked out when the first of its kind comes. Left to themselves the endpoints work it out for each of their
/// hundreds of types before the first request is answered, which took a tenth of a start.
/// </summary>
/// <param name="app">Where the endpoints go.</param>
internal sealed class BodiesWhenRead(IEndpointRouteBuilder app) : IEndpointRouteBuilder
{
    /// <inheritdoc />
    public IServiceProvider ServiceProvider { get; } = new Provider(app.ServiceProvider);

    /// <inheritdoc />
    public ICollection<EndpointDataSource> DataSources => app.DataSources;

    /// <inheritdoc />
    public IApplicationBuilder CreateApplicationBuilder() => app.CreateApplicationBuilder();

    /// <summary>Options under which nothing of a type is worked out before a value of it is read or written.</summary>
    /// <param name="options">What reads and writes it then.</param>
    internal static JsonOptions Of(IOptions<JsonOptions> options)
    {
        var later = new JsonOptions();
        later.SerializerOptions.TypeInfoResolver = new Resolver(options);
        return later;
    }

    private sealed class Provider(IServiceProvider services) : IServiceProvider
    {
        private readonly Lazy<IOptions<JsonOptions>> later = new(() =>
            Options.Create(Of(services.GetRequiredService<IOptions<JsonOptions>>()))
        );

        public object? GetService(Type serviceType) =>
            serviceType == typeof(IOptions<JsonOptions>) ? later.Value : services.GetService(serviceType);
    }

    private sealed class Resolver(IOptions<JsonOptions> real) : IJsonTypeInfoResolver
    {
        private static readonly MethodInfo Known = typeof(Resolver).GetMethod(
            nameof(Info),
            BindingFlags.NonPublic | BindingFlags.Instance
        )!;

        public JsonTypeInfo GetTypeInfo(Type type, JsonSerializerOptions options) =>
            (JsonTypeInfo)Known.MakeGenericMethod(type).Invoke(this, [options])!;

        private JsonTypeInfo<T> Info<T>(JsonSerializerOptions options) =>
            JsonMetadataServices.CreateValueInfo<T>(options, new Converter<T>(real));
    }

    private sealed class Converter<T>(IOptions<JsonOptions> real) : JsonConverter<T>
    {
        private JsonTypeInfo<T> Info => (JsonTypeInfo<T>)real.Value.SerializerOptions.GetTypeInfo(typeof(T));

        public override T? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize(ref reader, Info);

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value, Info);
    }
}
