using Yardstick.Core;
using Yardstick.Core.Billing;

namespace Yardstick.Server.Outside;

/// <summary>What the card terminal says of a charge.</summary>
public sealed record CardAnswer(CardChargeState State, string Reference, string CardEnding, string Message);

/// <summary>The card terminal.</summary>
public interface ICardTerminal
{
    /// <summary>Charges a card, or with a negative amount pays back. The same key charges once.</summary>
    Task<Result<CardAnswer>> ChargeAsync(CardCharge charge, string currency, CancellationToken cancel);

    /// <summary>Looks a charge up by its key; one that the terminal never got is <see cref="CardChargeState.NotMade"/>.</summary>
    Task<Result<CardAnswer>> LookUpAsync(Guid key, CancellationToken cancel);

    /// <summary>Opens a page on which the customer types the card; the same key opens the same page. Tells its address.</summary>
    Task<Result<string>> OpenPageAsync(CardCharge charge, string currency, string returnUrl, CancellationToken cancel);

    /// <summary>Closes that page, unless it was paid on already: what became of it is told.</summary>
    Task<Result<CardAnswer>> ClosePageAsync(Guid key, CancellationToken cancel);
}

/// <summary>The card terminal over HTTP.</summary>
public sealed class CardTerminal(HttpClient http) : ICardTerminal
{
    private sealed record Page(string Url);

    private sealed record Answer(string State, string Reference, string CardEnding, string? Message);

    /// <inheritdoc />
    public async Task<Result<CardAnswer>> ChargeAsync(CardCharge charge, string currency, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, "card/charges")
        {
            Content = JsonContent.Create(new { amount = charge.Charged.Cents, currency }),
        };
        request.Headers.Add("Idempotency-Key", charge.IdempotencyKey.ToString());
        return Read(await OutsideCall.SendAsync<Answer>(http, request, cancel));
    }

    /// <inheritdoc />
    public async Task<Result<CardAnswer>> LookUpAsync(Guid key, CancellationToken cancel)
    {
        var call = await OutsideCall.SendAsync<Answer>(http, new HttpRequestMessage(HttpMethod.Get, $"card/charges/{key}"), cancel);
        return call.Problem?.Code == "outside.unknown" ? new CardAnswer(CardChargeState.NotMade, "", "", "") : Read(call);
    }

    /// <inheritdoc />
    public async Task<Result<string>> OpenPageAsync(CardCharge charge, string currency, string returnUrl, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, "card/pages")
        {
            Content = JsonContent.Create(
                new
                {
                    amount = charge.Charged.Cents,
                    currency,
                    returnUrl,
                }
            ),
        };
        request.Headers.Add("Idempotency-Key", charge.IdempotencyKey.ToString());
        var call = await OutsideCall.SendAsync<Page>(http, request, cancel);
        return call.Problem is { } problem ? problem : call.Value.Url;
    }

    /// <inheritdoc />
    public async Task<Result<CardAnswer>> ClosePageAsync(Guid key, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, $"card/pages/{key}/close");
        var call = await OutsideCall.SendAsync<Answer>(http, request, cancel);
        return call.Problem?.Code == "outside.unknown" ? new CardAnswer(CardChargeState.NotMade, "", "", "") : Read(call);
    }

    private static Result<CardAnswer> Read(Result<Answer> call)
    {
        if (call.Problem is { } problem)
            return problem;
        var state = call.Value.State switch
        {
            "approved" => CardChargeState.Approved,
            "open" => CardChargeState.Pending,
            _ => CardChargeState.Declined,
        };
        return new CardAnswer(state, call.Value.Reference, call.Value.CardEnding, call.Value.Message ?? "");
    }
}
