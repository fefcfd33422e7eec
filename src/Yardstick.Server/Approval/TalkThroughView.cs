using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>The order set large for reading out, and what each choice comes to.</summary>
public static class TalkThroughView
{
    /// <summary>The page.</summary>
    /// <param name="Estimate">What the customer is shown.</param>
    /// <param name="OrderId">The order.</param>
    /// <param name="Version">The order's version.</param>
    /// <param name="OpenJobs">Jobs that wait for an answer, in order.</param>
    /// <param name="Choices">Figures of every choice; empty where there are too many, then the server answers each.</param>
    /// <param name="Agreed">Amount agreed to; null while nothing was decided.</param>
    /// <param name="Allowed">How far the approved work may grow without asking again.</param>
    /// <param name="Phone">The customer's first telephone, as it is read; empty without one.</param>
    /// <param name="Found">Everything that was found, also what the customer was not shown yet.</param>
    /// <param name="DeclineReasons">Reasons that are offered.</param>
    public sealed record SelectionView(
        EstimateSnapshot Estimate,
        long OrderId,
        int Version,
        IReadOnlyList<long> OpenJobs,
        IReadOnlyList<SelectionTotals> Choices,
        decimal? Agreed,
        decimal? Allowed,
        string Phone,
        IReadOnlyList<VisibilityItem> Found,
        IReadOnlyList<string> DeclineReasons
    );

    /// <summary>A choice: open jobs that are in, lines of them that are out.</summary>
    public sealed record SelectionRequest(IReadOnlyList<long>? JobIds, IReadOnlyList<long>? LinesOut);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/talk-through", ShowAsync).Asks(Permission.SeeOrders).Produces<SelectionView>();
        // Asks only; nothing is kept. The lines would not fit an address.
        api.MapPost("/orders/{id:long}/talk-through/choice", ChooseAsync).Asks(Permission.SeeOrders).Produces<SelectionTotals>();
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await EstimatePresentation.ReadAsync(db, id, time.Now()) is not { } shown)
            return Problems.Of(Gone.Order);
        var consent = Core.Pricing.OrderPricer.Price(shown.Case).Consent;
        var phone = await db
            .CustomerPhones.Where(p => p.CustomerId == shown.Order.CustomerId)
            .OrderBy(p => p.Id)
            .Select(p => p.Number)
            .FirstOrDefaultAsync();
        return Results.Ok(
            new SelectionView(
                shown.Estimate,
                id,
                shown.Order.Version,
                shown.OpenJobs.Select(j => j.Id).ToList(),
                ChoicesOf(shown),
                consent?.Authorized,
                consent?.Allowed,
                phone is null ? "" : new PhoneNumber(phone).Shown(shown.Shop.Country),
                shown.ToRelease,
                shown.Shop.DeclineReasons
            )
        );
    }

    /// <summary>Figures of every choice over the open jobs.</summary>
    internal static IReadOnlyList<SelectionTotals> ChoicesOf(EstimatePresentation shown) =>
        SelectionPricing.All(shown.Case, shown.Approved, shown.OpenJobs);

    /// <summary>Figures of one choice.</summary>
    internal static SelectionTotals Choose(EstimatePresentation shown, SelectionRequest request)
    {
        var pricing = SelectionPricing.Without(shown.Order, shown.Case, (request.LinesOut ?? []).ToHashSet());
        return SelectionPricing.Of(pricing, shown.Approved, shown.OpenJobs, (request.JobIds ?? []).ToHashSet());
    }

    private static async Task<IResult> ChooseAsync(long id, SelectionRequest request, ShopDb db, TimeProvider time) =>
        await EstimatePresentation.ReadAsync(db, id, time.Now()) is { } shown
            ? Results.Ok(Choose(shown, request))
            : Problems.Of(Gone.Order);
}
