using System.Globalization;
using System.Net;
using System.Text;

namespace Yardstick.StandIns;

/// <summary>A text or email that passed through, one way or the other.</summary>
/// <param name="Number">Counts up; what is asked after it is newer.</param>
/// <param name="Kind">text or mail.</param>
/// <param name="Way">in: to the shop; out: from it; state: what became of one.</param>
/// <param name="Key">Key of the text, Message-ID of the email.</param>
/// <param name="Address">The customer's number or address.</param>
/// <param name="Subject">Subject of an email.</param>
/// <param name="Body">What it says; of a state the reason.</param>
/// <param name="State">delivered, failed or empty.</param>
/// <param name="At">When, UTC.</param>
/// <param name="Attachment">Name of what came with an email; empty for nothing.</param>
/// <param name="To">Of an email that came in, the address of the shop that it was written to; of one from the shop, where answers go.</param>
/// <param name="InReplyTo">Message-ID of the email that one answers; empty for none.</param>
/// <param name="Files">What came along with one that came in.</param>
public sealed record PostItem(
    long Number,
    string Kind,
    string Way,
    string Key,
    string Address,
    string Subject,
    string Body,
    string State,
    DateTime At,
    string Attachment = "",
    string To = "",
    string InReplyTo = "",
    IReadOnlyList<PostFile>? Files = null
);

/// <summary>A file that came along with an email: GET /post/files/ID hands it out.</summary>
public sealed record PostFile(string Id, string Name, long Size);

/// <summary>
/// A text gateway and what a mail provider tells over HTTP. POST /texts sends one text a key; GET /post/events?after=N tells what came
/// in and what became of what went out; /phone and /mail show what customers got, and let one answer.
/// </summary>
internal static class PostBox
{
    private sealed record TextRequest(string To, string Body);

    private sealed record WrittenFile(string Name, byte[] Content);

    private sealed record Written(
        string Kind,
        string From,
        string Subject,
        string Body,
        string To = "",
        string InReplyTo = "",
        IReadOnlyList<WrittenFile>? Files = null
    );

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost("/texts", (TextRequest request, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
        {
            var key = http.Request.Headers["Idempotency-Key"].ToString();
            if (key.Length == 0)
                return Task.FromResult(Results.Problem("A text needs an Idempotency-Key.", statusCode: 400));
            // Numbers that end in 0199 belong to nobody: the gateway takes the text and fails to deliver it.
            var lost = request.To.EndsWith("0199", StringComparison.Ordinal);
            return moods.UnderAsync("texts", http, refuse =>
                refuse
                    ? Results.Problem("This number can't get texts.", statusCode: 422)
                    : Results.Json(
                        new
                        {
                            id = memory
                                .PostOnce(
                                    "text",
                                    key,
                                    request.To,
                                    "",
                                    request.Body,
                                    "",
                                    time.GetUtcNow().UtcDateTime,
                                    lost ? "failed" : "delivered",
                                    lost ? "There is no such number." : ""
                                )
                                .Number,
                        }
                    )
            );
        });
        app.MapGet("/post/events", (long after, HttpContext http, Moods moods, Memory memory) =>
            moods.UnderAsync("post-events", http, _ => Results.Json(memory.PostAfter(after).Where(p => p.Way != "out")))
        );
        app.MapGet("/post/files/{id}", (string id, HttpContext http, Moods moods, Memory memory) =>
            moods.UnderAsync("post-files", http, refuse =>
                !refuse && memory.FileOf(id) is { } content ? Results.Bytes(content) : Results.NotFound()
            )
        );
        app.MapGet("/post/all", (Memory memory) => memory.PostAfter(0));
        app.MapPost("/post/write", (Written written, Memory memory, TimeProvider time) =>
            Results.Json(
                memory.PostIn(
                    new PostItem(
                        0,
                        written.Kind,
                        "in",
                        "",
                        written.From,
                        written.Subject,
                        written.Body,
                        "",
                        time.GetUtcNow().UtcDateTime,
                        "",
                        written.To,
                        written.InReplyTo,
                        memory.Keep((written.Files ?? []).Select(f => (f.Name, f.Content)))
                    )
                )
            )
        );
        app.MapPost("/post/write-form", async (HttpRequest request, Memory memory, TimeProvider time) =>
        {
            var form = await request.ReadFormAsync();
            var files = new List<(string Name, byte[] Content)>();
            foreach (var sent in form.Files.Where(f => f.Length > 0))
            {
                using var content = new MemoryStream();
                await sent.CopyToAsync(content);
                files.Add((sent.FileName, content.ToArray()));
            }
            var answered = memory.PostAfter(0).FirstOrDefault(p => p.Way == "out" && p.Key == form["about"].ToString());
            memory.PostIn(
                new PostItem(
                    0,
                    form["kind"].ToString(),
                    "in",
                    "",
                    form["from"].ToString(),
                    answered is { Kind: "mail" } ? $"Re: {answered.Subject}" : "",
                    form["body"].ToString(),
                    "",
                    time.GetUtcNow().UtcDateTime,
                    "",
                    answered?.To ?? "",
                    answered?.Key ?? "",
                    memory.Keep(files)
                )
            );
            return Results.Redirect(form["kind"] == "text" ? "/phone" : "/mail");
        });
        app.MapGet("/phone", (Memory memory) => Results.Content(Page("text", "Telephones", memory), "text/html; charset=utf-8"));
        app.MapGet("/mail", (Memory memory) => Results.Content(Page("mail", "Mailboxes", memory), "text/html; charset=utf-8"));
    }

    private static string Page(string kind, string title, Memory memory)
    {
        static string Safe(string text) => WebUtility.HtmlEncode(text).ReplaceLineEndings("<br>");
        var html = new StringBuilder().Append(
            CultureInfo.InvariantCulture,
            $"<!doctype html><meta charset=utf-8><meta name=viewport content=\"width=device-width\"><title>{title}</title><style>body{{font:16px/1.5 sans-serif;max-width:34rem;margin:1rem auto;padding:0 1rem;background:#eceae4}}section{{background:#fff;border-radius:10px;padding:.75rem 1rem;margin:1rem 0}}h2{{font-size:1rem;margin:0 0 .5rem}}p{{max-width:26rem;padding:.5rem .75rem;border-radius:10px;background:#eef1f1;margin:.4rem 0;overflow-wrap:anywhere}}p.in{{margin-left:auto;background:#dcebe4}}small{{color:#555}}form{{display:flex;gap:.5rem}}input[name=body]{{flex:1}}</style><h1>{title}</h1>"
        );
        foreach (
            var person in memory
                .PostAfter(0)
                .Where(p => p.Kind == kind && p.Way != "state")
                .GroupBy(p => p.Address)
                .OrderByDescending(g => g.Max(p => p.Number))
        )
        {
            html.Append(CultureInfo.InvariantCulture, $"<section><h2>{Safe(person.Key)}</h2>");
            foreach (var item in person.OrderBy(p => p.Number))
            {
                var body = System.Text.RegularExpressions.Regex.Replace(Safe(item.Body), @"https?://[^\s<]+", "<a href=\"$0\">$0</a>");
                html.Append(
                    CultureInfo.InvariantCulture,
                    $"<p class={item.Way}>{(item.Subject.Length > 0 ? $"<b>{Safe(item.Subject)}</b><br>" : "")}{body}{(item.Attachment.Length > 0 ? $"<br><small>with {Safe(item.Attachment)}</small>" : "")}<br><small>{item.At:HH:mm} UTC</small></p>"
                );
            }
            html.Append(
                CultureInfo.InvariantCulture,
                $"<form method=post enctype=multipart/form-data action=/post/write-form><input type=hidden name=kind value={kind}><input type=hidden name=from value=\"{Safe(person.Key)}\">{About(kind, person)}<input name=body aria-label=\"Answer from {Safe(person.Key)}\" placeholder=\"Answer\">{(kind == "text" ? "" : "<input type=file name=files multiple aria-label=\"Files\">")}<button>Send</button></form></section>"
            );
        }
        return html.ToString();
    }

    /// <summary>Which email is answered, the latest first.</summary>
    private static string About(string kind, IEnumerable<PostItem> items) =>
        kind == "text"
            ? ""
            : $"<select name=about aria-label=\"Which email\">{string.Concat(items.Where(p => p.Way == "out").OrderByDescending(p => p.Number).Select(p => $"<option value=\"{WebUtility.HtmlEncode(p.Key)}\">{WebUtility.HtmlEncode(p.Subject)}</option>"))}</select>";
}
