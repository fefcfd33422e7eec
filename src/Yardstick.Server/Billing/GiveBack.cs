using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Gives money of an invoice back, or keeps it for the customer.</summary>
public static class GiveBack
{
    /// <summary>How what was paid too much goes back; as a deposit it stays.</summary>
    public sealed record GiveBackRequest(PaymentMethod Method);

    /// <summary>How much of a payment goes back, as typed; empty for all of it.</summary>
    public sealed record RefundRequest(string? Amount);

    /// <summary>What goes back: money to hand over now, or a refund to settle at the terminal.</summary>
    /// <param name="Cash">To hand over now, in cash or by check.</param>
    /// <param name="RefundId">To settle at the terminal.</param>
    /// <param name="Kept">Kept as a deposit.</param>
    public sealed record GivenBack(decimal Cash, long? RefundId, decimal Kept);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/invoices/{id:long}/give-back", Surplus).Asks(Permission.TakePayments).Produces<GivenBack>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/payments/{paymentId:long}/refund", Refund)
            .Asks(Permission.ReverseInvoices)
            .Produces<GivenBack>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Surplus(long id, GiveBackRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<GivenBack>(async work =>
        {
            var found = await work.Db.AccountAsync(id);
            if (found.Problem is { } gone)
                return gone;
            if (request.Method == PaymentMethod.Deposit)
            {
                var kept = await work.KeepSurplusAsync(found.Value);
                return kept.Problem is { } nothing ? nothing : new GivenBack(0, null, kept.Value.Amount);
            }
            var given = found.Value.GiveBack(request.Method, work.Actor);
            if (given.Problem is { } problem)
                return problem;
            return await work.KeepAsync(talk, given.Value) is { } locked ? locked : Told(given.Value);
        });

    private static Task<IResult> Refund(long id, long paymentId, RefundRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<GivenBack>(async work =>
        {
            var found = await work.Db.AccountAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var given = found.Value.RefundOf(paymentId, request.Amount, work.Actor);
            if (given.Problem is { } problem)
                return problem;
            return await work.KeepAsync(talk, given.Value) is { } locked ? locked : Told(given.Value);
        });

    private static GivenBack Told(Refund refund) => new(-refund.Paid?.Amount.Amount ?? 0, refund.Charge?.Id, 0);
}
