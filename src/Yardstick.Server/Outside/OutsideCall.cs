using System.Text.Json;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core;

namespace Yardstick.Server.Outside;

/// <summary>One call of an outside service: whatever goes wrong becomes the second half of a sentence that begins with its name.</summary>
internal static class OutsideCall
{
    /// <summary>Nothing was sent: the service failed so often that it is left alone for a while.</summary>
    internal static readonly Problem NotAsked = new("outside.notAsked", "is not responding");

    /// <summary>Whether an exception says that nobody answered.</summary>
    internal static bool IsSilence(Exception problem) =>
        problem
            is HttpRequestException
                or TaskCanceledException
                or Polly.Timeout.TimeoutRejectedException
                or Polly.CircuitBreaker.BrokenCircuitException;

    /// <summary>
    /// Whether there is no answer at all: it may come when it is asked for again. That something is unknown is an answer.
    /// </summary>
    internal static bool IsSilence(Problem? problem) => problem is { Code: not "outside.unknown" };

    private static readonly JsonSerializerOptions Json = new JsonSerializerOptions(JsonSerializerDefaults.Web).ConfigureForNodaTime(
        DateTimeZoneProviders.Tzdb
    );

    /// <summary>What an answer leaves out is empty, and what is too long is cut.</summary>
    internal static string Cut(string? text, int most) =>
        text is null ? ""
        : text.Length > most ? text[..most]
        : text;

    internal static Task<Result<T>> SendAsync<T>(HttpClient http, HttpRequestMessage request, CancellationToken cancel) =>
        ReadAsync<T>(
            http,
            request,
            async content =>
                await content.ReadFromJsonAsync<T>(Json, cancel) is { } value
                    ? value
                    : new Problem("outside.answer", "sent an empty answer"),
            cancel
        );

    /// <summary>A document as it is.</summary>
    internal static Task<Result<byte[]>> BytesAsync(HttpClient http, HttpRequestMessage request, int most, CancellationToken cancel) =>
        ReadAsync<byte[]>(
            http,
            request,
            async content =>
                await content.ReadAsByteArrayAsync(cancel) is { } all && all.Length <= most
                    ? all
                    : new Problem("outside.answer", "sent a document that is too large"),
            cancel
        );

    private static async Task<Result<T>> ReadAsync<T>(
        HttpClient http,
        HttpRequestMessage request,
        Func<HttpContent, Task<Result<T>>> read,
        CancellationToken cancel
    )
    {
        try
        {
            using var response = await http.SendAsync(request, cancel);
            if ((int)response.StatusCode == 404)
                return new Problem("outside.unknown", "has no data for this");
            if (!response.IsSuccessStatusCode)
                return new Problem("outside.failed", $"answered with an error ({(int)response.StatusCode})");
            return await read(response.Content);
        }
        catch (JsonException)
        {
            return new Problem("outside.answer", "sent a reply that could not be read");
        }
        catch (Polly.CircuitBreaker.BrokenCircuitException)
        {
            return NotAsked;
        }
        catch (Exception problem) when (IsSilence(problem))
        {
            return new Problem("outside.silent", "is not responding");
        }
    }
}
