using System.Globalization;
using System.Net;

namespace Yardstick.StandIns;

/// <summary>
/// Pages of the card service on which a customer types a card. POST /card/pages opens one once a key, POST /card/pages/{key}/close closes
/// it unless it was paid; what became of it is looked up like any charge.
/// </summary>
internal static class CardPages
{
    private static readonly TimeSpan OpenFor = TimeSpan.FromMinutes(30);

    private sealed record PageRequest(long Amount, string Currency, string ReturnUrl);

    private sealed record PageOpened(string Url);

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost("/card/pages", (PageRequest request, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
        {
            var key = http.Request.Headers["Idempotency-Key"].ToString();
            if (key.Length == 0)
                return Task.FromResult(Results.Problem("A page needs an Idempotency-Key.", statusCode: 400));
            return moods.UnderAsync("card-page", http, _ =>
            {
                memory.ChargeOnce(key, count => new Charge(key, "open", $"P{70000 + count}", "", "", request.Amount)
                {
                    ReturnUrl = request.ReturnUrl,
                    At = time.GetUtcNow().UtcDateTime,
                });
                return Results.Json(new PageOpened($"{http.Request.Scheme}://{http.Request.Host}/card/pages/{key}"));
            });
        });
        app.MapGet("/card/pages/{key}", (string key, Memory memory, TimeProvider time) =>
            Current(memory, time, key) is { } charge ? Results.Content(Page(charge), "text/html; charset=utf-8") : Results.NotFound()
        );
        app.MapPost("/card/pages/{key}", async (string key, HttpRequest request, Memory memory, TimeProvider time) =>
            {
                var form = await request.ReadFormAsync();
                var digits = new string([.. form["card"].ToString().Where(char.IsAsciiDigit)]);
                var paid = form["act"] == "pay";
                if (Current(memory, time, key) is null)
                    return Results.NotFound();
                var charge = memory.ChangeCharge(key, c => c.State != "open" ? c
                    : !paid ? c with { State = "cancelled", Message = "The customer left the page." }
                    : digits.Length < 8 ? c
                    : digits.EndsWith("0002", StringComparison.Ordinal) ? c with { State = "declined", Message = "Insufficient funds." }
                    : c with { State = "approved", CardEnding = digits[^4..] })!;
                return Results.Redirect(charge.State == "open" ? $"/card/pages/{key}" : charge.ReturnUrl);
            })
            .DisableAntiforgery();
        app.MapPost("/card/pages/{key}/close", (string key, HttpContext http, Moods moods, Memory memory) =>
            moods.UnderAsync("card-page", http, _ =>
                memory.ChangeCharge(key, c => c.State == "open" ? c with { State = "cancelled", Message = "The shop called it off." } : c)
                    is { } charge
                    ? Results.Json(charge)
                    : Results.NotFound()
            )
        );
    }

    /// <summary>A charge as it stands now: a page that was open too long has ended.</summary>
    internal static Charge? Current(Memory memory, TimeProvider time, string key) =>
        memory.ChangeCharge(key, c =>
            c.State == "open" && time.GetUtcNow().UtcDateTime - c.At > OpenFor
                ? c with
                {
                    State = "cancelled",
                    Message = "The page has ended.",
                }
                : c
        );

    private static string Page(Charge charge)
    {
        var amount = (charge.Amount / 100m).ToString("0.00", CultureInfo.InvariantCulture);
        var body =
            charge.State == "open"
                ? $"""
                    <form method=post><label>Card number <input name=card inputmode=numeric autocomplete=off required minlength=8></label>
                    <button name=act value=pay>Pay {amount}</button>
                    <button name=act value=leave formnovalidate>Back without paying</button></form>
                    <p>Simulated: any number of eight digits or more pays; one that ends in 0002 is declined.</p>
                    """
                : $"<p>This payment is over.</p><p><a href=\"{WebUtility.HtmlEncode(charge.ReturnUrl)}\">Back to the shop</a></p>";
        return $"<!doctype html><html lang=en><meta charset=utf-8><meta name=viewport content='width=device-width'><title>Card payment</title><style>body{{font:17px/1.5 sans-serif;max-width:26rem;margin:2rem auto;padding:0 1rem}}input,button{{font:inherit;padding:.6rem;width:100%;box-sizing:border-box;margin:.4rem 0}}</style><h1>Pay {amount}</h1>{body}</html>";
    }
}
