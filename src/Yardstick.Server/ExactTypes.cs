using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Yardstick.Server;

/// <summary>
/// The document says numbers where numbers are sent: the framework's default allows strings as well, which would make
/// every amount in the web's types "number or string". Times are texts of a format.
/// </summary>
internal sealed class ExactTypes : IOpenApiSchemaTransformer
{
    private static readonly Dictionary<Type, string> Times = new()
    {
        [typeof(Instant)] = "date-time",
        [typeof(LocalDateTime)] = "date-time",
        [typeof(LocalDate)] = "date",
        [typeof(LocalTime)] = "time",
    };

    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        if (
            schema.Type is { } type
            && type.HasFlag(JsonSchemaType.String)
            && (type.HasFlag(JsonSchemaType.Number) || type.HasFlag(JsonSchemaType.Integer))
        )
        {
            schema.Type = type & ~JsonSchemaType.String;
            schema.Pattern = null;
        }
        var kind = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (Times.TryGetValue(kind, out var format))
        {
            (schema.Type, schema.Format) = (JsonSchemaType.String, format);
        }
        return Task.CompletedTask;
    }
}
