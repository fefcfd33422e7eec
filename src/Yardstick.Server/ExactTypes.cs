using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Yardstick.Server;

/// <summary>
/// The document says numbers where numbers are sent: the framework's default allows strings as well, which would make
/// every amount in the web's types "number or string".
/// </summary>
internal sealed class ExactTypes : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        if (schema.Type is { } type && type.HasFlag(JsonSchemaType.String) && (type.HasFlag(JsonSchemaType.Number) || type.HasFlag(JsonSchemaType.Integer)))
        {
            schema.Type = type & ~JsonSchemaType.String;
            schema.Pattern = null;
        }
        return Task.CompletedTask;
    }
}
