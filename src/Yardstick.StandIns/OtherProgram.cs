using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>
/// A program of somebody else that is told by webhooks what happens in the shop: it takes POST /program and shows on /program what it
/// heard since it started, each message once.
/// </summary>
internal static class OtherProgram
{
    private const int Most = 100;

    private sealed record Heard(string Id, DateTime At, string Event, string About);

    internal static void Map(IEndpointRouteBuilder app)
    {
        var all = new ConcurrentQueue<Heard>();
        app.MapPost("/program", async (HttpContext http, Moods moods, TimeProvider time) =>
        {
            using var body = await JsonDocument.ParseAsync(http.Request.Body, cancellationToken: http.RequestAborted);
            var id = http.Request.Headers["webhook-id"].ToString();
            var heard = new Heard(id, time.GetUtcNow().UtcDateTime, Text(body, "event"), Text(body, "about"));
            return await moods.UnderAsync("program", http, refuse =>
            {
                if (refuse)
                    return Results.StatusCode(StatusCodes.Status410Gone);
                // A message may come twice; its id says that it is the same.
                if (!all.Any(h => h.Id == id))
                    all.Enqueue(heard);
                while (all.Count > Most)
                    all.TryDequeue(out _);
                return Results.NoContent();
            });
        });
        app.MapGet("/program", () => Results.Content(Page(all), "text/html; charset=utf-8"));
    }

    private static string Text(JsonDocument body, string name) =>
        body.RootElement.TryGetProperty(name, out var value) ? value.GetString() ?? "" : "";

    private static string Page(IEnumerable<Heard> all)
    {
        var html = new StringBuilder(
            "<!doctype html><meta charset=utf-8><meta name=viewport content=\"width=device-width\"><title>Another program</title><style>body{font:16px/1.5 sans-serif;max-width:46rem;margin:1rem auto;padding:0 1rem}td{padding:0 1rem 0 0}</style><h1>Another program</h1><p>What the shop told it, the latest first.</p><table>"
        );
        foreach (var heard in all.Reverse())
            html.Append(
                CultureInfo.InvariantCulture,
                $"<tr><td>{heard.At:HH:mm:ss} UTC<td>{WebUtility.HtmlEncode(heard.Event)}<td>{WebUtility.HtmlEncode(heard.About)}"
            );
        return html.Append("</table>").ToString();
    }
}
