using System.Globalization;
using System.Net;
using System.Text;

namespace Yardstick.StandIns;

/// <summary>Where a person or a test sets how the services behave.</summary>
internal static class ControlPage
{
    private static readonly (string Code, string Name)[] Services =
    [
        ("harbor", "Harbor Parts"),
        ("northline", "Northline Supply"),
        ("card", "Card terminal"),
        ("card-lookup", "Card terminal, looking up"),
        ("card-page", "Card payment page"),
        ("directory", "Telephone directory"),
        ("vehicles", "Vehicle data"),
        ("guide", "Labor guide"),
        ("facts", "Facts about cars"),
        ("texts", "Text gateway"),
        ("post-events", "What came in"),
        ("cars", "Connected cars"),
        ("mail", "Mail server"),
        ("program", "Another program"),
    ];
    private static readonly (string Mode, string Words)[] Modes =
    [
        ("ok", "answers"),
        ("refuse", "says no"),
        ("fail", "answers with an error"),
        ("off", "is not responding"),
        ("loseAnswer", "does it, but the answer is lost"),
        ("doubleAnswer", "takes each request twice"),
    ];

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/", (Moods moods) => Results.Content(Page(moods), "text/html; charset=utf-8"));
        app.MapGet("/health", () => "ok");
        app.MapPut("/control/{service}", (string service, Mood mood, Moods moods) =>
        {
            moods.Set(service, mood);
            return Results.NoContent();
        });
        app.MapPost("/control", async (HttpRequest request, Moods moods) =>
        {
            var form = await request.ReadFormAsync();
            int Number(string name) => int.TryParse(form[name], CultureInfo.InvariantCulture, out var number) ? number : 0;
            moods.Set(form["service"].ToString(), new Mood(form["mode"].ToString(), Number("delay"), Number("times")));
            return Results.Redirect("/");
        });
    }

    private static string Page(Moods moods)
    {
        var html = new StringBuilder(
            "<!doctype html><meta charset=utf-8><title>Outside services</title><style>body{font:16px/1.5 sans-serif;max-width:46rem;margin:2rem auto}form{display:flex;gap:.5rem;margin:.75rem 0;align-items:center}b{width:14rem}</style><h1>Outside services</h1><p>These stand in for the real ones. Set how each behaves; for good, or for so many requests. What customers got: <a href=/phone>telephones</a>, <a href=/mail>mailboxes</a>. What cars report: <a href=/cars>connected cars</a>. What webhooks told: <a href=/program>another program</a>.</p>"
        );
        foreach (var (code, name) in Services)
        {
            var now = moods.All.GetValueOrDefault(code, new Mood());
            html.Append(
                CultureInfo.InvariantCulture,
                $"<form method=post action=/control><b>{WebUtility.HtmlEncode(name)}</b><input type=hidden name=service value={code}><select name=mode aria-label=\"{name}: behaves\">"
            );
            foreach (var (mode, words) in Modes)
                html.Append(CultureInfo.InvariantCulture, $"<option value={mode}{(mode == now.Mode ? " selected" : "")}>{words}</option>");
            html.Append(
                CultureInfo.InvariantCulture,
                $"</select><label>after <input name=delay value={now.DelayMs} size=5> ms</label><label>for <input name=times value={now.Times} size=3> requests (0: for good)</label><button>Set</button></form>"
            );
        }
        return html.ToString();
    }
}
