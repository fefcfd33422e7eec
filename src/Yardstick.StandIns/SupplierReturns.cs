using System.Globalization;

namespace Yardstick.StandIns;

/// <summary>
/// Returns to the two suppliers: POST …/returns takes one once a key and says how it stands; picked up, it is credited when somebody says
/// so or after a minute. Contract: docs/outside-services.md.
/// </summary>
internal static class SupplierReturns
{
    private static readonly TimeSpan Credits = TimeSpan.FromMinutes(1);

    private sealed record ReturnRequest(long Return, string? Note, bool Sent, List<SupplierReturnLine> Lines);

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost(
            "/suppliers/{code}/returns",
            (string code, ReturnRequest request, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
            {
                if (!SupplierService.Known.ContainsKey(code))
                    return Task.FromResult(Results.NotFound());
                var key = http.Request.Headers["Idempotency-Key"].ToString();
                if (key.Length == 0)
                    return Task.FromResult(Results.Problem("A return needs an Idempotency-Key.", statusCode: 400));
                return moods.UnderAsync(code, http, refuse =>
                    Results.Json(
                        View(
                            memory.ReturnOnce(
                                code,
                                key,
                                count => Begin(code, key, request, count, refuse),
                                known => request.Sent ? Picked(known, time.GetUtcNow().UtcDateTime) : known
                            )
                        )
                    )
                );
            }
        );
        app.MapGet("/suppliers/{code}/returns/count", (string code, Memory memory) => memory.CountReturns(code));
        // What a person or a test sets.
        app.MapPost(
            "/suppliers/{code}/returns/{authorization}/{state}",
            (string code, string authorization, string state, decimal? credited, Memory memory) =>
                memory.ChangeReturn(code, authorization, r =>
                    r with
                    {
                        State = state,
                        Credited = credited ?? r.Credited,
                        Why = state == "refused" ? "It was opened" : "",
                    }
                )
                    ? Results.NoContent()
                    : Results.NotFound()
        );
    }

    private static SupplierReturn Begin(string code, string key, ReturnRequest request, int count, bool refuse) =>
        new(
            code,
            key,
            refuse ? "" : string.Create(CultureInfo.InvariantCulture, $"RA-{5000 + count}"),
            refuse ? "refused" : "authorized",
            refuse ? "It can't be restocked" : "",
            null
        )
        {
            Lines = request.Lines,
        };

    private static SupplierReturn Picked(SupplierReturn known, DateTime now)
    {
        if (known.State is "refused" or "credited" or "held")
            return known;
        var picked = known.PickedUpAt ?? now;
        return now - picked >= Credits
            ? known with
            {
                State = "credited",
                Credited = decimal.Round(known.Lines.Sum(l => l.Quantity * l.UnitCredit), 2, MidpointRounding.AwayFromZero),
            }
            : known with
            {
                PickedUpAt = picked,
            };
    }

    private static object View(SupplierReturn known) =>
        new
        {
            State = known.State == "held" ? "waiting" : known.State,
            known.Authorization,
            known.Credited,
            Memo = known.State == "credited" ? known.Authorization.Replace("RA-", "CM-", StringComparison.Ordinal) : "",
            known.Why,
        };
}
