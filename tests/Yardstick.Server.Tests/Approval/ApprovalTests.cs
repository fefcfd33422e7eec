using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Approval;

/// <summary>Asking the customer: the link, the answer, the ceiling, another visit, as people and robots do it.</summary>
public class ApprovalTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    /// <summary>A signature: a small picture with strokes in it.</summary>
    private static readonly string Signature = Convert.ToBase64String(Png());

    private static byte[] Png(int width = 200)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, 60);
        using var canvas = new SkiaSharp.SKCanvas(bitmap);
        canvas.Clear(SkiaSharp.SKColors.Transparent);
        using var pen = new SkiaSharp.SKPaint { Color = SkiaSharp.SKColors.Black, StrokeWidth = 3 };
        canvas.DrawLine(10, 40, 180, 15, pen);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    private static int sent;

    private HttpClient Customer() => new() { BaseAddress = new Uri(shop.Address, "api/customers-pages/estimates/") };

    private static async Task<JsonNode> JsonAsync(HttpResponseMessage answer) => JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;

    /// <summary>Sends the estimate by text and answers its token, as it stands in the text that went out.</summary>
    private async Task<string> SendAsync(Browser writer, long order, string to = "505 555 0111")
    {
        await writer.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Text",
                address = to,
                body = "Please look: {{ link }} Thanks",
                now = true,
            }
        );
        for (var i = 0; i < 100; i++)
        {
            var got = JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .Where(p =>
                    p!.Text("way") == "out" && p!.Text("kind") == "text" && p!.Text("body").Contains("/approve/", StringComparison.Ordinal)
                )
                .Select(p => p!.Text("body"))
                .ToList();
            if (got.Count > sent)
            {
                sent = got.Count;
                Assert.StartsWith("Please look: http", got[^1], StringComparison.Ordinal);
                return got[^1].Split("/approve/")[1].Split(' ')[0];
            }
            await Task.Delay(100);
        }
        throw new InvalidOperationException("The text with the link never went out.");
    }

    private static async Task<(long Order, long First, long Second)> TwoJobsAsync(Browser writer, string name)
    {
        var (order, first) = await writer.WriteUpAsync(name);
        var second = (await writer.PostAsync($"orders/{order}/jobs", new { title = "Wiper blades" })).Id();
        await writer.PostAsync(
            $"orders/{order}/jobs/{second}/lines",
            new
            {
                kind = "Part",
                description = "Blade",
                quantity = "2",
                unitCost = "9",
            }
        );
        return (order, first, second);
    }

    [Fact]
    public async Task A_customer_answers_on_the_link_and_the_counter_has_it_with_a_frozen_copy()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first, second) = await TwoJobsAsync(writer, "Linksen");
        var token = await SendAsync(writer, order);
        using var customer = Customer();

        // A robot that fetches the page before a person does neither opens nor answers it.
        Assert.Equal(HttpStatusCode.OK, (await customer.GetAsync(token)).StatusCode);
        Assert.Equal(0, (await writer.GetAsync($"orders/{order}/sending")).List("links")[0]!["opened"]!.GetValue<int>());
        await customer.PostAsync($"{token}/seen", null);
        await customer.PostAsync($"{token}/seen", null);
        Assert.Equal(2, (await writer.GetAsync($"orders/{order}/sending")).List("links")[0]!["opened"]!.GetValue<int>());

        var page = await JsonAsync(await customer.GetAsync(token));
        Assert.Equal("Open", page.Text("state"));
        var (open, choices) = (page.List("openJobs"), page.List("choices"));
        Assert.Equal((2, 4), (open.Count, choices.Count));
        // Cost and margin are nowhere in what a customer gets.
        foreach (var kept in new[] { "cost\":", "margin", "profit" })
            Assert.DoesNotContain(kept, page.ToJsonString(), StringComparison.OrdinalIgnoreCase);
        var onlyFirst = choices[1]!.Number("total");

        object Answer(params object[] jobs) =>
            new
            {
                jobs,
                name = "Vesa Aalto",
                signaturePng = Signature,
                note = "Please before Friday",
            };
        var yes = new { jobId = first, kind = "Approved" };
        Assert.Equal("answer.open", (await JsonAsync(await customer.PostAsJsonAsync($"{token}/answer", Answer(yes)))).Text("code"));
        Assert.Equal(
            "answer.signature",
            (await JsonAsync(await customer.PostAsJsonAsync($"{token}/answer", new { jobs = new[] { yes }, name = "Vesa" }))).Text("code")
        );
        var later = new
        {
            jobId = second,
            kind = "Deferred",
            later = "month",
        };
        // A double tap: both are answered, one answer is kept.
        var taps = await Task.WhenAll(
            customer.PostAsJsonAsync($"{token}/answer", Answer(yes, later)),
            customer.PostAsJsonAsync($"{token}/answer", Answer(yes, later))
        );
        Assert.All(taps, t => Assert.Equal(HttpStatusCode.OK, t.StatusCode));
        Assert.Equal(("Answered", onlyFirst), ((await JsonAsync(taps[1])).Text("state"), (await JsonAsync(taps[1])).Number("agreed")));

        await using var db = shop.OpenDb();
        var decisions = await db.Decisions.Where(d => d.OrderId == order).OrderBy(d => d.Id).ToListAsync();
        Assert.Equal([DecisionKind.Approved, DecisionKind.Deferred], decisions.Select(d => d.Kind));
        Assert.All(decisions, d =>
            Assert.Equal((AnswerChannel.Link, "Vesa Aalto", "Please before Friday"), (d.Channel, d.DecidedBy, d.Note))
        );
        Assert.All(decisions, d => Assert.NotEmpty(d.SignatureHash));
        // The record says who answered: the customer, not whoever sent the link.
        Assert.Contains(await db.OrderChanges.Where(c => c.OrderId == order).Select(c => c.ByKind).ToListAsync(), kind =>
            kind == ActorKind.Customer
        );
        Assert.Contains((await writer.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("by") == "The customer");
        Assert.Equal(shop.Time.Now().InUtc().Date.PlusMonths(1), decisions[1].DeferUntil);
        Assert.Equal(onlyFirst, decisions[1].AmountAgreed.Amount);
        var copy = await db.StoredSnapshots.SingleAsync(c => c.Id == decisions[0].ShownId);
        Assert.Equal(copy.Hash, EstimateSnapshot.HashOf(copy.Json));
        Assert.Contains(EstimateSnapshot.FromJson(copy.Json).Jobs, j => j.Id == second);

        // What follows from an answer follows from this one: the car waits for its parts, and the record tells of it.
        var sheet = await writer.SheetAsync(order);
        Assert.Equal("WaitingForParts", sheet.Text("stage"));
        Assert.Contains(await db.OrderChanges.Where(c => c.OrderId == order && c.Field == "decision").Select(c => c.New).ToListAsync(), c =>
            c == "Approved"
        );
        var notice = (await writer.GetAsync("notices")).AsArray().Single(n => n!["orderId"]?.GetValue<long>() == order)!;
        Assert.Contains("approved 1 of 2", notice.Text("text"), StringComparison.Ordinal);
        await writer.PostAsync($"notices/{notice.Id()}/seen");
        Assert.DoesNotContain((await writer.GetAsync("notices")).AsArray(), n => n!.Id() == notice.Id());
        // The record tells it all, with the copy as a document and the signature as a picture.
        var answers = (await writer.GetAsync($"orders/{order}/decisions")).AsArray();
        Assert.All(answers, a => Assert.True(a!.Flag("intact") && a!.Flag("signed")));
        Assert.Equal(copy.Hash, answers[0]!.Text("shownHash"));
        Assert.Equal("%PDF"u8.ToArray(), (await writer.BytesAsync($"shown-copies/{copy.Id}/estimate.pdf"))[..4]);
        Assert.NotEmpty(await writer.BytesAsync($"decisions/{answers[0]!.Id()}/signature.png"));
        // What was shown and decided can't be changed by anybody any more.
        await Assert.ThrowsAnyAsync<Exception>(() => db.Database.ExecuteSqlRawAsync("UPDATE StoredSnapshots SET Json = ''"));
        await Assert.ThrowsAnyAsync<Exception>(() => db.Database.ExecuteSqlRawAsync("DELETE FROM Decisions"));
    }

    [Fact]
    public async Task An_answer_and_a_change_at_the_same_moment_never_mix()
    {
        using var writer = await shop.SignInAsync("mina");
        using var customer = Customer();
        for (var round = 0; round < 6; round++)
        {
            var (order, job) = await writer.WriteUpAsync($"Zugleich {round}");
            var token = await SendAsync(writer, order, $"505 555 016{round + 3}");
            var told = (await JsonAsync(await customer.GetAsync(token))).List("choices")[1]!.Number("total");
            var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!;
            var change = writer.SendAsync(
                HttpMethod.Post,
                $"orders/{order}/lines/{line.Id()}",
                new
                {
                    field = "hours",
                    value = "3",
                    version = line["version"]!.GetValue<int>(),
                }
            );
            var answer = await customer.PostAsJsonAsync(
                $"{token}/answer",
                new
                {
                    jobs = new[] { new { jobId = job, kind = "Approved" } },
                    name = "Vesa",
                    signaturePng = Signature,
                }
            );
            Assert.Equal(HttpStatusCode.OK, (await change).Status);

            await using var db = shop.OpenDb();
            var decisions = await db.Decisions.Where(d => d.OrderId == order).ToListAsync();
            if (answer.StatusCode == HttpStatusCode.OK)
            {
                // Answered first: what was agreed to is what the page said, and the change shows as one that came after it.
                Assert.Equal(told, Assert.Single(decisions).AmountAgreed.Amount);
                Assert.NotEmpty((await writer.SheetAsync(order)).List("jobs")[0]!.List("changedSince"));
            }
            else
            {
                Assert.Equal((HttpStatusCode.Conflict, "link.closed"), (answer.StatusCode, (await JsonAsync(answer)).Text("code")));
                Assert.Empty(decisions);
                Assert.Equal("Changed", (await JsonAsync(await customer.GetAsync(token))).Text("state"));
            }
        }
    }

    [Fact]
    public async Task A_note_that_is_too_long_is_refused_and_nothing_of_the_answer_is_kept()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Langnote");
        var token = await SendAsync(writer, order, "505 555 0169");
        using var customer = Customer();
        object Answer(string note) =>
            new
            {
                jobs = new[] { new { jobId = job, kind = "Approved" } },
                name = "Vesa",
                signaturePng = Signature,
                note,
            };
        var refused = await JsonAsync(await customer.PostAsJsonAsync($"{token}/answer", Answer(new string('n', 2001))));
        Assert.Equal(("answer.note", "note"), (refused.Text("code"), refused.Text("field")));
        Assert.Equal("Open", (await JsonAsync(await customer.GetAsync(token))).Text("state"));
        Assert.Equal(
            "Answered",
            (await JsonAsync(await customer.PostAsJsonAsync($"{token}/answer", Answer(new string('n', 2000))))).Text("state")
        );
    }

    [Fact]
    public async Task An_answer_to_an_old_version_is_never_taken_for_the_new_one()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Changer");
        var token = await SendAsync(writer, order);
        using var customer = Customer();
        object answer = new
        {
            jobs = new[] { new { jobId = job, kind = "Approved" } },
            name = "Vesa",
            signaturePng = Signature,
        };
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Part",
                description = "Grease",
                quantity = "1",
                unitCost = "4",
            }
        );

        var changed = await JsonAsync(await customer.GetAsync(token));
        Assert.Equal("Changed", changed.Text("state"));
        Assert.Null(changed["estimate"]);
        Assert.Equal(HttpStatusCode.Conflict, (await customer.PostAsJsonAsync($"{token}/answer", answer)).StatusCode);
        Assert.Equal("Changed", (await writer.SheetAsync(order))["sent"]!.Text("state"));

        var newer = await SendAsync(writer, order);
        Assert.Contains(
            "sent you a new link",
            (await JsonAsync(await customer.GetAsync(token))).Text("sentence"),
            StringComparison.Ordinal
        );
        Assert.Equal("Open", (await JsonAsync(await customer.GetAsync(newer))).Text("state"));
        var link = (await writer.GetAsync($"orders/{order}/sending")).List("links")[0]!.Id();
        await writer.PostAsync($"links/{link}/withdraw");
        Assert.Equal("Withdrawn", (await JsonAsync(await customer.GetAsync(newer))).Text("state"));
        Assert.Equal(HttpStatusCode.Conflict, (await customer.PostAsJsonAsync($"{newer}/answer", answer)).StatusCode);

        var last = await SendAsync(writer, order);
        shop.DaysPass(15);
        Assert.Equal("Expired", (await JsonAsync(await customer.GetAsync(last))).Text("state"));
        await using var db = shop.OpenDb();
        Assert.False(await db.Decisions.AnyAsync(d => d.OrderId == order));
    }

    [Fact]
    public async Task A_question_stands_in_the_thread_and_the_answer_goes_back()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Frager");
        var token = await SendAsync(writer, order, "505 555 0112");
        using var customer = Customer();
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await customer.PostAsJsonAsync($"{token}/question", new { text = " " })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await customer.PostAsJsonAsync($"{token}/question", new { text = "Can I wait there?" })).StatusCode
        );
        Assert.Equal(1, (await writer.SheetAsync(order))["unseenMessages"]!.GetValue<int>());
        var thread = await writer.GetAsync($"orders/{order}/messages");
        Assert.Equal("Can I wait there?", thread.List("messages")[^1]!.Text("body"));
        await writer.PostAsync($"orders/{order}/messages/seen");
        Assert.Equal(0, (await writer.SheetAsync(order))["unseenMessages"]!.GetValue<int>());
    }

    [Fact]
    public async Task Only_what_was_released_goes_out_with_its_photo()
    {
        using var writer = await shop.SignInAsync("mina");
        using var technician = await shop.SignInAsync("ana");
        var (order, _) = await writer.WriteUpAsync("Fotos");
        var photo = (await technician.KeepAsync("photos", Png())).Body.Text("hash");
        var hidden = (await technician.PostAsync($"orders/{order}/findings", new { text = "Bodge", rating = "Watch" })).Id();
        var shown = (
            await technician.PostAsync(
                $"orders/{order}/findings",
                new
                {
                    text = "Pads 2 mm",
                    rating = "Due",
                    photoHash = photo,
                }
            )
        ).Id();
        var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!.Id();
        await writer.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "noteForCustomer",
                value = "We take the quiet ones",
                version = 1,
            }
        );
        await writer.KeepAsync($"files/Line/{line}?name=side.png", Png(90));
        await writer.KeepAsync($"files/Line/{line}?name=other.png", Png(91));
        var open = (await writer.GetAsync($"orders/{order}/sending")).List("toRelease");
        Assert.Equal(["Finding", "Finding", "Note", "Photo", "Photo"], open.Select(o => o!.Text("kind")));
        Assert.All(open, o => Assert.Equal("ToBeDecided", o!.Text("release")));
        var photos = open.Where(o => o!.Text("kind") == "Photo").ToList();
        async Task Release(string kind, long id, bool show, string words = "") =>
            await writer.PostAsync(
                $"orders/{order}/release",
                new
                {
                    kind,
                    id,
                    show,
                    words,
                }
            );
        await Release("Finding", hidden, show: false);
        await Release("Finding", shown, show: true, "Front pads are worn");
        await Release("Photo", photos[0]!.Id(), show: true);
        await Release("Photo", photos[1]!.Id(), show: false);
        var token = await SendAsync(writer, order, "505 555 0113");
        using var customer = Customer();
        var page = await JsonAsync(await customer.GetAsync(token));
        Assert.Equal("Front pads are worn", Assert.Single(page["estimate"]!.List("findings"))!.Text("text"));
        Assert.Equal("image/jpeg", (await customer.GetAsync($"{token}/photos/{photo}")).Content.Headers.ContentType!.MediaType);
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync($"{token}/photos/{new string('a', 64)}")).StatusCode);
        var onLine = page["estimate"]!.List("jobs")[0]!.List("lines")[0]!;
        // The note was not released; of the photos one was.
        Assert.Equal(("", photos[0]!.Text("photoHash")), (onLine.Text("note"), Assert.Single(onLine.List("photos"))!.GetValue<string>()));
        Assert.Equal(HttpStatusCode.OK, (await customer.GetAsync($"{token}/photos/{photos[0]!.Text("photoHash")}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync($"{token}/photos/{photos[1]!.Text("photoHash")}")).StatusCode);
        Assert.Contains("internal only", (await writer.GetAsync($"orders/{order}/record")).ToString(), StringComparison.Ordinal);
        // A photo that is released later changes nothing of what can be answered; a note does, for it is read before the answer.
        await Release("Photo", photos[1]!.Id(), show: true);
        Assert.Equal("Open", (await JsonAsync(await customer.GetAsync(token))).Text("state"));
        await Release("Note", line, show: true);
        Assert.Equal("Changed", (await JsonAsync(await customer.GetAsync(token))).Text("state"));
        // A technician can't release: the counter does.
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (
                await technician.SendAsync(
                    HttpMethod.Post,
                    $"orders/{order}/release",
                    new
                    {
                        kind = "Finding",
                        id = shown,
                        show = true,
                    }
                )
            ).Status
        );
    }

    [Fact]
    public async Task The_talk_through_answers_every_choice_and_records_a_whole_conversation()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first, second) = await TwoJobsAsync(writer, "Sprecher");
        var talk = await writer.GetAsync($"orders/{order}/talk-through");
        Assert.Equal([first, second], talk.List("openJobs").Select(j => j!.GetValue<long>()));
        var asked = await writer.PostAsync(
            $"orders/{order}/talk-through/choice",
            new { jobIds = new[] { second }, linesOut = Array.Empty<long>() }
        );
        Assert.Equal(talk.List("choices")[2]!.Number("total"), asked.Number("total"));

        var refused = await writer.RefusedAsync(
            $"orders/{order}/decisions/several",
            new
            {
                decidedBy = "Vesa",
                channel = "Phone",
                jobs = new object[]
                {
                    new { jobId = first, kind = "Approved" },
                    new
                    {
                        jobId = second,
                        kind = "Deferred",
                        deferUntil = "yesterday-ish",
                    },
                },
            }
        );
        Assert.Equal($"job:{second}:deferUntil", refused.Text("field"));
        Assert.Equal("Proposed", (await writer.SheetAsync(order)).List("jobs")[0]!.Text("decision"));
        await writer.PostAsync(
            $"orders/{order}/decisions/several",
            new
            {
                decidedBy = "Vesa",
                channel = "InPerson",
                signaturePng = Signature,
                jobs = new object[] { new { jobId = first, kind = "Approved" }, new { jobId = second, kind = "Declined" } },
            }
        );
        var sheet = await writer.SheetAsync(order);
        Assert.Equal(["Approved", "Declined"], sheet.List("jobs").Select(j => j!.Text("decision")));

        // What changes in an approved job from here on is said at the job.
        var line = sheet.List("jobs")[0]!.List("lines")[0]!;
        await writer.PostAsync(
            $"orders/{order}/lines/{line.Id()}",
            new
            {
                field = "hours",
                value = "1.6",
                version = line["version"]!.GetValue<int>(),
            }
        );
        var changes = (await writer.SheetAsync(order)).List("jobs")[0]!.List("changedSince");
        Assert.StartsWith("Press bushing in: 1.5 h", Assert.Single(changes)!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task With_more_than_six_open_jobs_the_server_answers_each_choice_the_same()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first) = await writer.WriteUpAsync("Viele");
        var jobs = new List<long> { first };
        for (var i = 0; i < 7; i++)
        {
            var job = (await writer.PostAsync($"orders/{order}/jobs", new { title = $"Job {i}" })).Id();
            await writer.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Labor",
                    description = $"Work {i}",
                    hours = "1",
                }
            );
            jobs.Add(job);
        }
        var talk = await writer.GetAsync($"orders/{order}/talk-through");
        Assert.Equal((8, 0), (talk.List("openJobs").Count, talk.List("choices").Count));
        async Task<JsonNode> ChooseAsync(params long[] wanted) =>
            await writer.PostAsync($"orders/{order}/talk-through/choice", new { jobIds = wanted });
        var none = await ChooseAsync();
        var one = await ChooseAsync(jobs[3]);
        Assert.Equal(0, none.Number("total"));
        Assert.Equal(one.Number("total"), none.List("adds")[3]!.Number("amount"));
        // Everything is in: the same as the sheet's total.
        var sheet = await writer.SheetAsync(order);
        Assert.Equal(sheet["figures"]!.Number("total"), (await ChooseAsync([.. jobs])).Number("total"));
        Assert.Equal(System.Net.HttpStatusCode.NotFound, (await writer.SendAsync(HttpMethod.Get, "orders/999999/talk-through")).Status);
    }

    [Fact]
    public async Task Sending_holds_prices_and_moves_the_car_and_refuses_what_can_not_be_sent()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Sender");
        Assert.Equal(
            "address",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/links",
                    new
                    {
                        channel = "Text",
                        address = "12",
                        body = "x",
                        now = true,
                    }
                )
            ).Text("field")
        );
        Assert.Equal(
            "message.subject",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/links",
                    new
                    {
                        channel = "Email",
                        address = "vesa@example.com",
                        body = "x",
                        now = true,
                    }
                )
            ).Text("code")
        );
        Assert.Empty((await writer.GetAsync($"orders/{order}/sending")).List("links"));
        // Without a place for the link it follows the words.
        await writer.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Email",
                address = "vesa@example.com",
                subject = "Estimate",
                body = "Please look.",
                now = true,
            }
        );
        await using var db = shop.OpenDb();
        Assert.Matches("^Please look\\.\\s+http", await db.Messages.Where(m => m.OrderId == order).Select(m => m.Body).FirstAsync());
        Assert.All(await db.Lines.Where(l => l.JobId == job).ToListAsync(), l =>
            Assert.NotNull(l is LaborLine labor ? labor.QuotedPrice : ((PartLine)l).QuotedPrice)
        );
        Assert.Equal("WaitingForAnswer", (await writer.SheetAsync(order)).Text("stage"));
        await writer.ApproveAsync(order, job);
        Assert.Equal(
            "link.nothing",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/links",
                    new
                    {
                        channel = "Text",
                        address = "505 555 0111",
                        body = "x",
                        now = true,
                    }
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task Work_for_another_visit_goes_to_that_visits_order_with_its_parts()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first, second) = await TwoJobsAsync(writer, "Spaeter");
        await writer.ApproveAsync(order, first);
        var purchase = await writer.PlaceAsync(order);
        await writer.HandedOverAsync(purchase);
        await writer.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { first },
                kind = "AnotherVisit",
                decidedBy = "Vesa",
                channel = "Phone",
            }
        );

        var sheet = await writer.SheetAsync(order);
        var moved = sheet.List("jobs").First(j => j!.Id() == first)!;
        Assert.Equal("AnotherVisit", moved.Text("decision"));
        Assert.Equal(0, sheet["consent"]!.Number("agreed"));
        var nextId = moved["anotherVisitOrderId"]!.GetValue<long>();
        var next = await writer.SheetAsync(nextId);
        Assert.Equal(("Expected", "Approved"), (next.Text("stage"), next.List("jobs")[0]!.Text("decision")));
        Assert.StartsWith(
            "Ordered",
            next.List("jobs")[0]!.List("lines").First(l => l!.Text("kind") == "Part")!.Text("stateCode"),
            StringComparison.Ordinal
        );
        await using var db = shop.OpenDb();
        Assert.Equal(nextId, (await db.PurchaseOrderLines.FirstAsync(l => l.PurchaseOrderId == purchase)).OrderId);
        // The same again finds the order that is expected already; the first job can't be decided here any more.
        await writer.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { second },
                kind = "AnotherVisit",
                decidedBy = "Vesa",
                channel = "Phone",
            }
        );
        Assert.Equal(2, (await writer.SheetAsync(nextId)).List("jobs").Count);
        await writer.RefusedAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { first },
                kind = "Approved",
                decidedBy = "Vesa",
                channel = "Phone",
            }
        );
    }

    [Fact]
    public async Task Past_the_ceiling_nobody_begins_until_a_manager_lets_it_go_on_by_name()
    {
        using var writer = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        using var technician = await shop.SignInAsync("ana");
        var (order, job) = await writer.WriteUpAsync("Deckel");
        await writer.ApproveAsync(order, job);
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Seized bolts",
                hours = "6",
            }
        );
        Assert.Equal("order.ceiling", (await technician.RefusedAsync($"bench/jobs/{job}/clock-on", new { })).Text("code"));
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await writer.SendAsync(HttpMethod.Post, $"orders/{order}/ceiling", new { reason = "x" })).Status
        );
        await owner.RefusedAsync($"orders/{order}/ceiling", new { reason = "" });
        await owner.PostAsync($"orders/{order}/ceiling", new { reason = "Agreed on the doorstep" });
        Assert.Contains("Agreed on the doorstep", (await writer.SheetAsync(order)).Text("ceilingLetPast"), StringComparison.Ordinal);
        await technician.PostAsync($"bench/jobs/{job}/clock-on", new { });
    }

    [Fact]
    public async Task Estimates_without_an_answer_are_listed_with_age_and_validity()
    {
        using var before = await shop.SignInAsync("mina");
        var (order, job) = await before.WriteUpAsync("Warterin");
        async Task<JsonNode?> RowAsync(Browser writer) =>
            (await writer.GetAsync("estimates/unanswered")).AsArray().FirstOrDefault(r => r!["orderId"]!.GetValue<long>() == order);
        var row = (await RowAsync(before))!;
        Assert.Equal((1, 0, false), (row["jobs"]!.GetValue<int>(), row["days"]!.GetValue<int>(), row.Flag("expired")));
        shop.DaysPass(31);
        // Nobody stays signed in that long.
        using var writer = await shop.SignInAsync("mina");
        row = (await RowAsync(writer))!;
        Assert.Equal((31, true), (row["days"]!.GetValue<int>(), row.Flag("expired")));
        await writer.ApproveAsync(order, job);
        Assert.Null(await RowAsync(writer));
    }

    [Fact]
    public async Task A_customers_choice_is_priced_by_the_server_as_the_counter_would()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first, _) = await TwoJobsAsync(writer, "Auswahl");
        var token = await SendAsync(writer, order);
        using var customer = Customer();
        var chosen = new { jobIds = new[] { first }, linesOut = Array.Empty<long>() };
        var answer = await customer.PostAsJsonAsync($"{token}/choice", chosen);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal(
            (await writer.PostAsync($"orders/{order}/talk-through/choice", chosen)).Number("total"),
            (await JsonAsync(answer)).Number("total")
        );
        await writer.PostAsync($"links/{(await writer.GetAsync($"orders/{order}/sending")).List("links")[0]!.Id()}/withdraw");
        Assert.Equal(HttpStatusCode.NotFound, (await customer.PostAsJsonAsync($"{token}/choice", chosen)).StatusCode);
    }

    [Fact]
    public async Task At_the_counter_work_is_put_off_to_a_day_a_reading_or_both()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, first, second) = await TwoJobsAsync(writer, "Spaeter");
        object Off(long job, string? until, string? reading) =>
            new
            {
                jobIds = new[] { job },
                kind = "Deferred",
                decidedBy = "Vesa",
                channel = "Phone",
                deferUntil = until,
                deferAtReading = reading,
            };
        Assert.Equal("deferUntil", (await writer.RefusedAsync($"orders/{order}/decisions", Off(first, "yesterday", null))).Text("field"));
        Assert.Equal("deferAtReading", (await writer.RefusedAsync($"orders/{order}/decisions", Off(first, null, "40,000"))).Text("field"));
        await writer.PostAsync($"orders/{order}/decisions", Off(first, "in 3 months", "45,000"));
        await writer.PostAsync($"orders/{order}/decisions", Off(second, null, "50000"));
        await using var db = shop.OpenDb();
        var jobs = await db
            .Jobs.Where(j => j.OrderId == order)
            .OrderBy(j => j.Id)
            .Select(j => new
            {
                j.Decision,
                j.DeferUntil,
                j.DeferAtReading,
            })
            .ToListAsync();
        Assert.Equal(
            [(DecisionKind.Deferred, 45_000), (DecisionKind.Deferred, 50_000)],
            jobs.Select(j => (j.Decision, j.DeferAtReading!.Value.Value))
        );
        Assert.Equal([false, true], jobs.Select(j => j.DeferUntil is null));
    }
}
