using System.Text.Json;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Server.Outside;

/// <summary>What is asked of a supplier before ordering.</summary>
/// <param name="LineId">Key of the line, which comes back with the answer.</param>
/// <param name="Number">Part number.</param>
/// <param name="Quantity">Units.</param>
/// <param name="UnitCost">Cost each that the shop expects.</param>
public sealed record QuoteAsked(long LineId, string Number, decimal Quantity, decimal UnitCost);

/// <summary>How much of a part a branch has.</summary>
/// <param name="Branch">The branch.</param>
/// <param name="Available">Units.</param>
/// <param name="Minutes">How long it takes from there.</param>
public sealed record BranchStock(string Branch, int Available, int Minutes);

/// <summary>What a supplier says of a part now.</summary>
/// <param name="LineId">Key of the line that was asked for.</param>
/// <param name="State">Confirmed where there is enough, PartlyFilled where there is some; else why there is none.</param>
/// <param name="UnitCost">Its price now, each; null where they do not say.</param>
/// <param name="Branch">The branch that it would come from.</param>
/// <param name="Available">Units there.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Branches">All branches.</param>
public sealed record Quoted(
    long LineId,
    PurchaseLineState State,
    UnitPrice? UnitCost,
    string Branch,
    int Available,
    int Minutes,
    IReadOnlyList<BranchStock> Branches
);

/// <summary>A bill that a supplier's service has for the shop.</summary>
/// <param name="Number">The supplier's number.</param>
/// <param name="BilledOn">Its date.</param>
/// <param name="Total">What they ask for.</param>
/// <param name="PurchaseOrder">Number of the purchase order that it bills.</param>
public sealed record OfferedBill(string Number, LocalDate BilledOn, decimal Total, long PurchaseOrder);

/// <summary>A supplier's service.</summary>
public interface ISupplierClient
{
    /// <summary>Asks price and stock of parts, now.</summary>
    Task<Result<IReadOnlyList<Quoted>>> QuoteAsync(
        string supplierCode,
        string branch,
        IReadOnlyList<QuoteAsked> asked,
        CancellationToken cancel
    );

    /// <summary>Hands an order over. Sent twice with the same key, it is taken once.</summary>
    Task<Result<SupplierAnswer>> PlaceAsync(string supplierCode, PurchaseOrder order, string branch, CancellationToken cancel);

    /// <summary>Asks where an order is.</summary>
    Task<Result<SupplierAnswer>> AskAsync(string supplierCode, string reference, CancellationToken cancel);

    /// <summary>Asks to cancel lines of an order.</summary>
    /// <returns>Keys of the lines that will not come; the others are on their way.</returns>
    Task<Result<IReadOnlySet<long>>> CancelAsync(
        string supplierCode,
        string reference,
        IEnumerable<long> lineIds,
        CancellationToken cancel
    );

    /// <summary>
    /// Asks for the authorization of a return, and later what became of it. Sent twice with the same key, it is taken once.
    /// </summary>
    Task<Result<SupplierReturnAnswer>> ReturnAsync(string supplierCode, PartReturn made, CancellationToken cancel);

    /// <summary>Asks which bills there are.</summary>
    Task<Result<IReadOnlyList<OfferedBill>>> BillsAsync(string supplierCode, CancellationToken cancel);

    /// <summary>Fetches a bill, a UBL 2.1 Invoice.</summary>
    /// <returns>The document, 2 MB at most.</returns>
    Task<Result<byte[]>> BillAsync(string supplierCode, string number, CancellationToken cancel);
}

/// <summary>Suppliers over HTTP; the contract is in docs/outside-services.md.</summary>
public sealed class SupplierClient(HttpClient http) : ISupplierClient
{
    private const int LongestWords = 80,
        MostBills = 200,
        LargestBill = 2_000_000;

    private sealed record LineAnswer(long Line, string State, decimal? Filled, Instant? ExpectedAt);

    private sealed record Answer(string Reference, string State, Instant? ExpectedAt, IReadOnlyList<LineAnswer>? Lines);

    private sealed record QuoteLine(
        long Line,
        string State,
        decimal? UnitCost,
        string Branch,
        int Available,
        int Minutes,
        IReadOnlyList<BranchStock>? Branches
    );

    private sealed record QuoteAnswer(IReadOnlyList<QuoteLine>? Lines);

    private sealed record ReturnAnswer(string State, string? Authorization, decimal? Credited, string? Memo, string? Why);

    private sealed record BillsAnswer(IReadOnlyList<OfferedBill>? Bills);

    private sealed record CancelAnswer(IReadOnlyList<long>? Cancelled);

    /// <inheritdoc />
    public async Task<Result<IReadOnlyList<Quoted>>> QuoteAsync(
        string supplierCode,
        string branch,
        IReadOnlyList<QuoteAsked> asked,
        CancellationToken cancel
    )
    {
        var request = Post(
            $"suppliers/{Uri.EscapeDataString(supplierCode)}/quote",
            new
            {
                branch,
                lines = asked.Select(a => new
                {
                    line = a.LineId,
                    a.Number,
                    a.Quantity,
                    a.UnitCost,
                }),
            }
        );
        var call = await OutsideCall.SendAsync<QuoteAnswer>(http, request, cancel);
        if (call.Problem is { } problem)
            return problem;
        var quoted = new List<Quoted>();
        foreach (var line in call.Value.Lines ?? [])
        {
            if (LineStateOf(line.State) is not { } state || line.UnitCost < 0)
                return Unreadable(line.State);
            quoted.Add(
                new Quoted(
                    line.Line,
                    state,
                    line.UnitCost is { } cost ? new UnitPrice(cost) : null,
                    line.Branch,
                    line.Available,
                    line.Minutes,
                    line.Branches ?? []
                )
            );
        }
        return quoted;
    }

    /// <inheritdoc />
    public Task<Result<SupplierAnswer>> PlaceAsync(string supplierCode, PurchaseOrder order, string branch, CancellationToken cancel)
    {
        var request = Post(
            $"suppliers/{Uri.EscapeDataString(supplierCode)}/orders",
            new
            {
                purchaseOrder = order.Number,
                branch,
                order.Message,
                order.Delivery,
                lines = order
                    .Lines.Where(l => l.Awaited)
                    .Select(l => new
                    {
                        line = l.Id,
                        number = l.PartNumber,
                        quantity = l.Quantity.Value,
                        unitCost = l.UnitCost.Value,
                        coreEach = l.CoreEach.Value,
                    }),
            }
        );
        request.Headers.Add("Idempotency-Key", order.IdempotencyKey.ToString());
        return SendAsync(request, cancel);
    }

    /// <inheritdoc />
    public Task<Result<SupplierAnswer>> AskAsync(string supplierCode, string reference, CancellationToken cancel) =>
        SendAsync(new HttpRequestMessage(HttpMethod.Get, OrderAt(supplierCode, reference)), cancel);

    /// <inheritdoc />
    public async Task<Result<IReadOnlySet<long>>> CancelAsync(
        string supplierCode,
        string reference,
        IEnumerable<long> lineIds,
        CancellationToken cancel
    )
    {
        var request = Post($"{OrderAt(supplierCode, reference)}/cancel", new { lines = lineIds });
        var call = await OutsideCall.SendAsync<CancelAnswer>(http, request, cancel);
        return call.Problem is { } problem ? problem : (call.Value.Cancelled ?? []).ToHashSet();
    }

    /// <inheritdoc />
    public async Task<Result<SupplierReturnAnswer>> ReturnAsync(string supplierCode, PartReturn made, CancellationToken cancel)
    {
        var request = Post(
            $"suppliers/{Uri.EscapeDataString(supplierCode)}/returns",
            new
            {
                @return = made.Number,
                made.Note,
                sent = made.State == PartReturnState.Sent,
                lines = made.Lines.Select(l => new
                {
                    line = l.Id,
                    number = l.PartNumber,
                    quantity = l.Quantity.Value,
                    unitCredit = l.UnitCredit.Value,
                    reason = JsonNamingPolicy.CamelCase.ConvertName(l.Reason.ToString()),
                }),
            }
        );
        request.Headers.Add("Idempotency-Key", made.IdempotencyKey.ToString());
        var call = await OutsideCall.SendAsync<ReturnAnswer>(http, request, cancel);
        if (call.Problem is { } problem)
            return problem;
        var said = call.Value;
        SupplierReturnState? state = said.State switch
        {
            "waiting" => SupplierReturnState.Waiting,
            "authorized" => SupplierReturnState.Authorized,
            "refused" => SupplierReturnState.Refused,
            "credited" => SupplierReturnState.Credited,
            _ => null,
        };
        if (state is not { } known || said.Credited < 0)
            return Unreadable(said.State);
        return new SupplierReturnAnswer(
            Short(said.Authorization),
            known,
            said.Credited is { } credited ? Money.Of(credited) : null,
            Short(known == SupplierReturnState.Refused ? said.Why : said.Memo)
        );
    }

    /// <inheritdoc />
    public async Task<Result<IReadOnlyList<OfferedBill>>> BillsAsync(string supplierCode, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, $"suppliers/{Uri.EscapeDataString(supplierCode)}/bills");
        var call = await OutsideCall.SendAsync<BillsAnswer>(http, request, cancel);
        return call.Problem is { } problem ? problem : (call.Value.Bills ?? []).Take(MostBills).ToList();
    }

    /// <inheritdoc />
    public Task<Result<byte[]>> BillAsync(string supplierCode, string number, CancellationToken cancel) =>
        OutsideCall.BytesAsync(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"suppliers/{Uri.EscapeDataString(supplierCode)}/bills/{Uri.EscapeDataString(number)}"),
            LargestBill,
            cancel
        );

    private static string Short(string? text) =>
        (text ?? "").Trim() is { Length: > LongestWords } all ? all[..LongestWords] : (text ?? "").Trim();

    private static HttpRequestMessage Post(string path, object body) => new(HttpMethod.Post, path) { Content = JsonContent.Create(body) };

    private static string OrderAt(string supplierCode, string reference) =>
        $"suppliers/{Uri.EscapeDataString(supplierCode)}/orders/{Uri.EscapeDataString(reference)}";

    private async Task<Result<SupplierAnswer>> SendAsync(HttpRequestMessage request, CancellationToken cancel)
    {
        var call = await OutsideCall.SendAsync<Answer>(http, request, cancel);
        if (call.Problem is { } problem)
            return problem;
        if (StateOf(call.Value.State) is not { } known)
            return Unreadable(call.Value.State);
        var lines = new List<SupplierLineAnswer>();
        foreach (var line in call.Value.Lines ?? [])
        {
            // A line that was cancelled here is known to be.
            if (line.State == "cancelled")
                continue;
            if (LineStateOf(line.State) is not { } state)
                return Unreadable(line.State);
            lines.Add(new SupplierLineAnswer(line.Line, state, line.Filled is { } units ? new Quantity(units) : null, line.ExpectedAt));
        }
        return new SupplierAnswer(call.Value.Reference, known, call.Value.ExpectedAt, lines);
    }

    private static PurchaseOrderState? StateOf(string word) =>
        word switch
        {
            "placed" => PurchaseOrderState.Placed,
            "confirmed" => PurchaseOrderState.Confirmed,
            "shipped" => PurchaseOrderState.Shipped,
            "delayed" => PurchaseOrderState.Delayed,
            "refused" => PurchaseOrderState.Refused,
            _ => null,
        };

    private static PurchaseLineState? LineStateOf(string word) =>
        word switch
        {
            "placed" => PurchaseLineState.Unanswered,
            "available" or "confirmed" => PurchaseLineState.Confirmed,
            "partly" => PurchaseLineState.PartlyFilled,
            "delayed" => PurchaseLineState.Delayed,
            "shipped" => PurchaseLineState.Shipped,
            "none" or "refused" => PurchaseLineState.NotAvailable,
            "discontinued" => PurchaseLineState.Discontinued,
            "unknown" => PurchaseLineState.UnknownNumber,
            _ => null,
        };

    private static Problem Unreadable(string word) => new("outside.answer", $"sent a reply that could not be read (\"{word}\")");
}
