using System.Text.Json;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core;
using Yardstick.Core.Purchasing;

namespace Yardstick.Server.Outside;

/// <summary>What a supplier says of an order.</summary>
/// <param name="Reference">The supplier's own reference.</param>
/// <param name="State">Where the order is.</param>
/// <param name="ExpectedAt">When it comes, UTC.</param>
public sealed record SupplierAnswer(string Reference, PurchaseOrderState State, Instant? ExpectedAt);

/// <summary>A supplier's service.</summary>
public interface ISupplierClient
{
    /// <summary>Hands an order over. Sent twice with the same key, it is taken once.</summary>
    Task<Result<SupplierAnswer>> PlaceAsync(string supplierCode, PurchaseOrder order, CancellationToken cancel);

    /// <summary>Asks where an order is.</summary>
    Task<Result<SupplierAnswer>> AskAsync(string supplierCode, string reference, CancellationToken cancel);
}

/// <summary>Suppliers over HTTP.</summary>
public sealed class SupplierClient(HttpClient http) : ISupplierClient
{
    private sealed record Answer(string Reference, string State, Instant? ExpectedAt);

    /// <inheritdoc />
    public Task<Result<SupplierAnswer>> PlaceAsync(string supplierCode, PurchaseOrder order, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, $"suppliers/{Uri.EscapeDataString(supplierCode)}/orders")
        {
            Content = JsonContent.Create(
                new
                {
                    purchaseOrder = order.Number,
                    lines = order.Lines.Where(l => l.Awaited).Select(l => new { number = l.PartNumber, quantity = l.Quantity.Value }),
                }
            ),
        };
        request.Headers.Add("Idempotency-Key", order.IdempotencyKey.ToString());
        return SendAsync(request, cancel);
    }

    /// <inheritdoc />
    public Task<Result<SupplierAnswer>> AskAsync(string supplierCode, string reference, CancellationToken cancel) =>
        SendAsync(
            new HttpRequestMessage(
                HttpMethod.Get,
                $"suppliers/{Uri.EscapeDataString(supplierCode)}/orders/{Uri.EscapeDataString(reference)}"
            ),
            cancel
        );

    private async Task<Result<SupplierAnswer>> SendAsync(HttpRequestMessage request, CancellationToken cancel)
    {
        var call = await OutsideCall.SendAsync<Answer>(http, request, cancel);
        if (call.Problem is { } problem)
            return problem;
        var state = call.Value.State switch
        {
            "placed" => PurchaseOrderState.Placed,
            "confirmed" => PurchaseOrderState.Confirmed,
            "shipped" => PurchaseOrderState.Shipped,
            "delayed" => PurchaseOrderState.Delayed,
            "refused" => PurchaseOrderState.Refused,
            _ => (PurchaseOrderState?)null,
        };
        return state is { } known
            ? new SupplierAnswer(call.Value.Reference, known, call.Value.ExpectedAt)
            : new Problem("outside.answer", $"sent a reply that could not be read (\"{call.Value.State}\")");
    }
}

/// <summary>One call of an outside service: whatever goes wrong becomes the second half of a sentence that begins with its name.</summary>
internal static class OutsideCall
{
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

    internal static async Task<Result<T>> SendAsync<T>(HttpClient http, HttpRequestMessage request, CancellationToken cancel)
    {
        try
        {
            using var response = await http.SendAsync(request, cancel);
            if ((int)response.StatusCode == 404)
                return new Problem("outside.unknown", "has no data for this");
            if (!response.IsSuccessStatusCode)
                return new Problem("outside.failed", $"answered with an error ({(int)response.StatusCode})");
            return await response.Content.ReadFromJsonAsync<T>(Json, cancel) is { } value
                ? value
                : new Problem("outside.answer", "sent an empty answer");
        }
        catch (JsonException)
        {
            return new Problem("outside.answer", "sent a reply that could not be read");
        }
        catch (Exception problem) when (IsSilence(problem))
        {
            return new Problem("outside.silent", "is not responding");
        }
    }
}
