using System.Text.Json.Nodes;

namespace Yardstick.Server.Tests.Support;

internal static class Json
{
    internal static long Id(this JsonNode node) => node["id"]!.GetValue<long>();

    internal static string Text(this JsonNode node, string field) => node[field]!.GetValue<string>();

    internal static decimal Number(this JsonNode node, string field) => node[field]!.GetValue<decimal>();

    internal static bool Flag(this JsonNode node, string field) => node[field]!.GetValue<bool>();

    internal static JsonArray List(this JsonNode node, string field) => node[field]!.AsArray();
}
