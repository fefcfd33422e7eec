using System.Reflection;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Yardstick.Core.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server;

/// <summary>Says of each endpoint in the API's document its area, what it is part of, which right it asks for, and who may call it.</summary>
internal sealed partial class DescribedOperations : IOpenApiOperationTransformer
{
    private static readonly Lazy<Dictionary<string, string>> Summaries = new(ReadSummaries);

    public Task TransformAsync(OpenApiOperation operation, OpenApiOperationTransformerContext context, CancellationToken cancellationToken)
    {
        var metadata = context.Description.ActionDescriptor.EndpointMetadata;
        if (metadata.OfType<MethodInfo>().FirstOrDefault() is not { DeclaringType: { } declaring } method)
            return Task.CompletedTask;
        var feature = declaring;
        while (feature.DeclaringType is { } outer)
            feature = outer;
        operation.Tags = new HashSet<OpenApiTagReference> { new(AreaOf(feature)) };
        if (Summaries.Value.TryGetValue(feature.FullName!, out var summary))
            operation.Description = summary;
        operation.AddExtension("x-right", Text(RightOf(metadata)));
        operation.AddExtension("x-changes", Flag(method.GetParameters().Any(p => p.ParameterType == typeof(CommandRunner))));
        operation.AddExtension("x-in-person", Flag(IsInPerson(metadata)));
        return Task.CompletedTask;
    }

    private static JsonNodeExtension Text(string text) => new(JsonValue.Create(text)!);

    private static JsonNodeExtension Flag(bool value) => new(JsonValue.Create(value));

    /// <summary>Whether it is nothing for a program with an access token: for people only, or for whoever holds a link.</summary>
    private static bool IsInPerson(IList<object> metadata) =>
        metadata.OfType<OnlyInPerson>().Any()
        || metadata.OfType<AsksFor>().FirstOrDefault() is not { } asks
        || asks.Permission is { } permission && !AccessToken.Grantable.Contains(permission);

    private static string AreaOf(Type feature) => feature.Namespace?.Split('.') is [_, _, var area, ..] ? area : "Server";

    private static string RightOf(IList<object> metadata) =>
        metadata.OfType<AsksFor>().FirstOrDefault() is not { } asks ? "Nobody has to sign in"
        : asks.Permission is { } permission ? RightWords.Of(permission)
        : "Anyone who is signed in";

    private static Dictionary<string, string> ReadSummaries()
    {
        var file = Path.Combine(AppContext.BaseDirectory, "Yardstick.Server.xml");
        if (!File.Exists(file))
            return [];
        return XDocument
            .Load(file)
            .Descendants("member")
            .Select(m => (Name: (string?)m.Attribute("name") ?? "", Summary: m.Element("summary")))
            .Where(m => m.Name.StartsWith("T:", StringComparison.Ordinal) && m.Summary is not null)
            .ToDictionary(m => m.Name[2..], m => Spaces().Replace(Plain(m.Summary!), " ").Trim());
    }

    private static string Plain(XElement summary)
    {
        foreach (var see in summary.Elements("see").ToList())
            see.ReplaceWith(new XText(((string?)see.Attribute("cref") ?? "").Split('.')[^1]));
        return summary.Value;
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
