using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Tells how a card charge went.</summary>
public static class CardCharges
{
    /// <summary>How a charge went.</summary>
    /// <param name="Id">The charge.</param>
    /// <param name="State">Where it is.</param>
    /// <param name="Message">A sentence for people.</param>
    public sealed record ChargeOutcome(long Id, CardChargeState State, string Message);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/card-charges/{id:long}/settle", async (long id, CardTalk talk) => Told(await talk.SettleAsync(id)))
            .Asks(Permission.TakePayments)
            .Produces<ChargeOutcome>()
            .ProducesProblem(404);
        api.MapPost("/card-charges/{id:long}/call-off", async (long id, CardTalk talk) => Told(await talk.CallOffPageAsync(id)))
            .Asks(Permission.TakePayments)
            .Produces<ChargeOutcome>()
            .ProducesProblem(404);
    }

    private static IResult Told(SettledCharge? charge) =>
        charge is { } settled
            ? Results.Ok(new ChargeOutcome(settled.Charge.Id, settled.Charge.State, Sentence(settled)))
            : Problems.Of(new Problem("charge.gone", "This card charge no longer exists. Reload the page."));

    private static string Sentence(SettledCharge settled)
    {
        var charge = settled.Charge;
        if (settled.GivenBack is { } back)
        {
            return back.State == CardChargeState.Approved
                ? $"{charge.Charged} was charged to the card ending in {charge.CardEnding} although the invoice was paid meanwhile; {-back.Amount} was given back to the card at once."
                : $"{charge.Charged} was charged to the card ending in {charge.CardEnding} although the invoice was paid meanwhile. Giving {-back.Amount} back is not settled: {Sentence(new SettledCharge(back, null))}";
        }
        return charge.State switch
        {
            CardChargeState.Approved when charge.Amount.Cents > 0 => $"{charge.Charged} charged to card ending in {charge.CardEnding}.",
            CardChargeState.Approved => $"{-charge.Amount} refunded to the card ending in {charge.CardEnding}.",
            CardChargeState.Declined when charge.OnPage => $"Nothing was charged on the payment page: {charge.Message}",
            CardChargeState.Declined when charge.Amount.Cents > 0 =>
                $"Card declined: {charge.Message} Nothing was charged; try another card or cash.",
            CardChargeState.Declined =>
                $"The terminal refused the refund: {charge.Message} Nothing was paid back; give it back in cash or try again.",
            CardChargeState.NotMade => charge.Message.Length > 0
                ? charge.Message
                : "The card terminal never received this charge. Nothing was charged; try again.",
            _ => charge.Message.Length > 0 ? charge.Message : "The card terminal has not responded yet. Check again in a moment.",
        };
    }
}
