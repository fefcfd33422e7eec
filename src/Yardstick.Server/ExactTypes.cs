using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Yardstick.Server;

/// <summary>
/// The document says numbers where numbers are sent: the framework's default allows strings as well, which would make
/// every amount in the web's types "number or string".
/// </summary>
internal sealed class ExactTypes : IOpenApiSchemaTransformer
{
    /// <summary>Features name their own requests and views alike; in the document each carries its feature's name.</summary>
    internal static string? NameOf(System.Text.Json.Serialization.Metadata.JsonTypeInfo type)
    {
        var name = OpenApiOptions.CreateDefaultSchemaReferenceId(type);
        return name is null || type.Type.DeclaringType is not { } feature ? name : (feature.Name + name).Replace("ViewView", "View", StringComparison.Ordinal);
    }

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
