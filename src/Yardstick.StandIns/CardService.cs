namespace Yardstick.StandIns;

/// <summary>A card terminal. POST /card/charges charges once a key; GET /card/charges/{key} looks a charge up.</summary>
internal static class CardService
{
    private sealed record ChargeRequest(long Amount, string Currency);

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost("/card/charges", (ChargeRequest request, HttpContext http, Moods moods, Memory memory) =>
        {
            var key = http.Request.Headers["Idempotency-Key"].ToString();
            if (key.Length == 0)
                return Task.FromResult(Results.Problem("A charge needs an Idempotency-Key.", statusCode: 400));
            return moods.UnderAsync("card", http, refuse =>
                Results.Json(
                    memory.ChargeOnce(key, count =>
                        refuse
                            ? new Charge(key, "declined", $"T{70000 + count}", "", "Insufficient funds.", request.Amount)
                            : new Charge(key, "approved", $"T{70000 + count}", "4417", "", request.Amount)
                    )
                )
            );
        });
        app.MapGet("/card/charges/{key}", (string key, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
            moods.UnderAsync("card-lookup", http, _ =>
                CardPages.Current(memory, time, key) is { } charge ? Results.Json(charge) : Results.NotFound()
            )
        );
        app.MapGet("/card/count", (Memory memory) => memory.CountCharges());
    }
}
