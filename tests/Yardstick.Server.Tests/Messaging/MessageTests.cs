using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Messaging;
using Yardstick.Server.Tests.Documents;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Messaging;

/// <summary>Texts and emails through the real gateway and mail server stand-ins, with their faults.</summary>
public class MessageTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<Message> UntilAsync(long id, Func<Message, bool> ready)
    {
        for (var i = 0; i < 150; i++)
        {
            await using var db = shop.OpenDb();
            var message = await db.Messages.AsNoTracking().SingleAsync(m => m.Id == id);
            if (ready(message))
                return message;
            await Task.Delay(100);
        }
        await using var last = shop.OpenDb();
        var now = await last.Messages.SingleAsync(m => m.Id == id);
        throw new InvalidOperationException($"It stayed {now.State}: {now.Trouble}");
    }

    private async Task<List<JsonNode>> PostAsync(string address, string way) =>
        JsonNode
            .Parse(await shop.Outside.GetStringAsync("post/all"))!
            .AsArray()
            .Where(p => p!["address"]?.GetValue<string>() == address && p!.Text("way") == way)
            .Select(p => p!)
            .ToList();

    private static async Task<long> WriteAsync(
        Browser writer,
        long order,
        string channel,
        string address,
        string body = "Your car is ready.",
        object? document = null
    ) =>
        (
            await writer.PostAsync(
                $"orders/{order}/messages",
                new
                {
                    channel,
                    address,
                    subject = "Your car: größer, Ďakujem, Ευχαριστώ",
                    body,
                    now = true,
                    document,
                }
            )
        ).Id();

    [Fact]
    public async Task A_text_goes_out_once_though_the_gateways_answer_is_lost_and_is_delivered()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Textor");
        await shop.MoodAsync("texts", "loseAnswer", times: 1);
        var id = await WriteAsync(writer, order, "Text", "505 555 0121");
        await UntilAsync(id, m => m.Tries > 0 && m.State is not MessageState.HandingOver);
        shop.Time.Advance(TimeSpan.FromMinutes(1));
        await UntilAsync(id, m => m.State == MessageState.Delivered);
        Assert.Single(await PostAsync("+15055550121", "out"));
    }

    [Fact]
    public async Task A_refused_number_fails_at_once_and_one_that_does_not_exist_is_told_later()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Weigerer");
        await shop.MoodAsync("texts", "refuse", times: 1);
        var refused = await UntilAsync(await WriteAsync(writer, order, "Text", "505 555 0122"), m => m.State == MessageState.Failed);
        Assert.Equal(1, refused.Tries);
        var lost = await UntilAsync(await WriteAsync(writer, order, "Text", "505 555 0199"), m => m.State == MessageState.Failed);
        Assert.Equal("There is no such number.", lost.Trouble);
        Assert.Contains((await writer.GetAsync("notices")).AsArray(), n =>
            n!.Text("text").Contains("was not delivered", StringComparison.Ordinal)
        );

        // All of them stay listed, with who read each and where its order stands now.
        async Task<JsonNode> ListedAsync() =>
            (await writer.GetAsync("notices/all")).List("rows").First(n => n!["orderId"]?.GetValue<long>() == order)!;
        var listed = await ListedAsync();
        Assert.Equal(("", "Arrived"), (listed.Text("readBy"), listed.Text("orderStatus")));
        await writer.PostAsync("notices/read-all", new { upTo = listed.Id() - 1 });
        Assert.Null((await ListedAsync())["readAt"]);
        await writer.PostAsync("notices/read-all", new { upTo = listed.Id() });
        Assert.Equal("Mina O.", (await ListedAsync()).Text("readBy"));
        Assert.DoesNotContain((await writer.GetAsync("notices")).AsArray(), n => n!.Id() <= listed.Id());
        // A person may try again.
        await writer.PostAsync($"messages/{refused.Id}/resolve", new { again = true });
        await UntilAsync(refused.Id, m => m.State == MessageState.Delivered);
    }

    [Fact]
    public async Task An_email_with_a_document_arrives_with_its_own_id_and_any_letters()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Mailer");
        var id = await WriteAsync(
            writer,
            order,
            "Email",
            "vesa@example.com",
            "Grüße, Привет, Γειά σου.\n.A line that begins with a dot",
            "estimate"
        );
        var sent = await UntilAsync(id, m => m.State == MessageState.Delivered);
        var mail = Assert.Single(await PostAsync("vesa@example.com", "out"));
        Assert.Equal(sent.Key, mail.Text("key"));
        Assert.Equal("Your car: größer, Ďakujem, Ευχαριστώ", mail.Text("subject"));
        Assert.Equal("Grüße, Привет, Γειά σου.\n.A line that begins with a dot", mail.Text("body").ReplaceLineEndings("\n"));
        Assert.StartsWith("estimate-", mail.Text("attachment"), StringComparison.Ordinal);
        await writer.RefusedAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Text",
                address = "505 555 0123",
                body = "x",
                now = true,
                document = "invoice",
            }
        );
        await writer.RefusedAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "vesa@example.com",
                subject = "x",
                body = "x",
                now = true,
                document = "invoice",
            }
        );
    }

    [Fact]
    public async Task A_mail_server_that_hangs_up_leaves_it_to_a_person_whether_it_was_sent()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Aufleger");
        await shop.MoodAsync("mail", "loseAnswer", times: 1);
        var id = await WriteAsync(writer, order, "Email", "unsure@example.com");
        // The mail server took it and tells so later: what became of it settles the doubt.
        await UntilAsync(id, m => m.State is MessageState.MayHaveBeenSent or MessageState.Delivered);
        Assert.Single(await PostAsync("unsure@example.com", "out"));

        await shop.MoodAsync("mail", "refuse", times: 1);
        var bad = await UntilAsync(await WriteAsync(writer, order, "Email", "gone@example.com"), m => m.State == MessageState.Failed);
        Assert.Contains("no such mailbox", bad.Trouble, StringComparison.Ordinal);
        await shop.MoodAsync("mail", "fail", times: 1);
        var later = await WriteAsync(writer, order, "Email", "later@example.com");
        await UntilAsync(later, m => m.Tries == 1 && m.State == MessageState.Waiting);
        shop.Time.Advance(TimeSpan.FromMinutes(1));
        await UntilAsync(later, m => m.State == MessageState.Delivered);
        // A mailbox that does not exist is told later.
        await UntilAsync(await WriteAsync(writer, order, "Email", "nobody@example.com"), m => m.State == MessageState.Failed);
    }

    [Fact]
    public async Task Killed_while_handing_over_a_text_goes_again_and_an_email_asks()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Absturz");
        long text,
            email;
        await using (var db = shop.OpenDb())
        {
            Message Interrupted(MessageChannel channel, string address) =>
                new()
                {
                    OrderId = order,
                    Channel = channel,
                    Address = address,
                    Subject = "x",
                    Body = "x",
                    State = MessageState.HandingOver,
                    At = shop.Time.Now(),
                    NotBefore = shop.Time.Now(),
                    Key = Guid.NewGuid().ToString("N"),
                };
            var (one, two) = (Interrupted(MessageChannel.Text, "+15055550124"), Interrupted(MessageChannel.Email, "killed@example.com"));
            db.Messages.AddRange(one, two);
            await db.SaveChangesAsync();
            (text, email) = (one.Id, two.Id);
        }
        // A new outbox looks at what the last one left behind, as after a kill.
        using var outbox = ActivatorUtilities.CreateInstance<Outbox>(shop.Services);
        await outbox.StartedAsync(default);
        await UntilAsync(text, m => m.State == MessageState.Delivered);
        await UntilAsync(email, m => m.State == MessageState.MayHaveBeenSent);
        await outbox.StopAsync(default);
        Assert.Empty(await PostAsync("killed@example.com", "out"));
        await writer.PostAsync($"messages/{email}/resolve", new { again = true });
        await UntilAsync(email, m => m.State == MessageState.Delivered);
        Assert.Single(await PostAsync("killed@example.com", "out"));
    }

    [Fact]
    public async Task An_email_lands_at_the_order_of_the_one_that_it_answers()
    {
        using var writer = await shop.SignInAsync("mina");
        var (first, _) = await writer.WriteUpAsync("Threader");
        var (second, _) = await writer.WriteUpAsync("Threader");
        const string address = "threader@example.com";
        var older = await UntilAsync(await WriteAsync(writer, first, "Email", address), m => m.State == MessageState.Delivered);
        await UntilAsync(await WriteAsync(writer, second, "Email", address), m => m.State == MessageState.Delivered);
        async Task AnswerAsync(string body, string inReplyTo, string to, string from = address) =>
            await shop.Outside.PostAsJsonAsync(
                "post/write",
                new
                {
                    kind = "mail",
                    from,
                    subject = "Re: Your car",
                    body,
                    inReplyTo,
                    to,
                }
            );
        // One that says next to nothing holds up none of the others.
        await shop.Outside.PostAsJsonAsync(
            "post/write",
            new
            {
                kind = "mail",
                from = (string?)null,
                subject = (string?)null,
            }
        );
        await AnswerAsync("Names nothing", "<0123456789abcdef0123456789abcdef@mail.example>", "front@shop.example");
        await AnswerAsync("By its name", $"<{older.Key}>", "front@shop.example");
        await AnswerAsync("By its address", "", MailThread.AnswersTo("front+{key}@shop.example", older.Key));
        await AnswerAsync("From elsewhere", $"<{older.Key}>", "", "work@office.example");
        async Task<List<string>> OfAsync(long order) =>
            [
                .. (await writer.GetAsync($"orders/{order}/messages"))
                    .List("messages")
                    .Where(m => m!.Text("state") == "Received")
                    .Select(m => m!.Text("body")),
            ];
        for (var i = 0; i < 100 && (await OfAsync(first)).Count < 3; i++)
            await Task.Delay(100);
        Assert.Equal(["By its name", "By its address", "From elsewhere"], await OfAsync(first));
        Assert.Equal(["Names nothing"], await OfAsync(second));
    }

    [Fact]
    public async Task What_comes_along_with_an_email_is_kept_by_what_it_is_and_waits_while_nobody_hands_it_out()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Beileger");
        var sent = await UntilAsync(await WriteAsync(writer, order, "Email", "along@example.com"), m => m.State == MessageState.Delivered);
        // The first answer of the service for files fails: the email comes with the next round, with everything.
        await shop.MoodAsync("post-files", "fail", times: 1);
        await shop.Outside.PostAsJsonAsync(
            "post/write",
            new
            {
                kind = "mail",
                from = "along@example.com",
                subject = "Re: Your car",
                body = "Here is what you asked for",
                inReplyTo = $"<{sent.Key}>",
                files = new object[]
                {
                    new { name = "..\\..\\policy.txt", content = "Policy 77"u8.ToArray() },
                    new { name = "Scratch.jpg", content = FilesTests.Picture() },
                    new { name = "run.exe", content = new byte[] { 0x4D, 0x5A, 0, 1, 2 } },
                },
            }
        );
        JsonNode? message = null;
        for (var i = 0; i < 100 && message is null; i++, await Task.Delay(100))
            message = (await writer.GetAsync($"orders/{order}/messages"))
                .List("messages")
                .FirstOrDefault(m => m!.Text("body") == "Here is what you asked for");
        Assert.NotNull(message);
        var files = message.List("files");
        Assert.Equal([("policy.txt", false), ("Scratch.jpg", true)], files.Select(f => (f!.Text("name"), f!.Flag("picture"))));
        Assert.StartsWith("run.exe was not kept.", message.Text("trouble"), StringComparison.Ordinal);
        Assert.Equal("Policy 77"u8.ToArray(), await writer.BytesAsync($"files/{files[0]!.Id()}/content"));
        // It stands among the files of the order too, from whom it came; nobody adds to it.
        var ofOrder = (await writer.GetAsync($"files/Order/{order}")).AsArray();
        Assert.Equal(["Scratch.jpg", "policy.txt"], ofOrder.Select(f => f!.Text("name")));
        Assert.All(ofOrder, f => Assert.Equal("along@example.com", f!.Text("by")));
        Assert.Equal(2, (await writer.SheetAsync(order))["files"]!.GetValue<int>());
        using var tobias = await shop.SignInAsync("tobias");
        Assert.Equal(HttpStatusCode.Forbidden, (await tobias.SendAsync(HttpMethod.Get, $"files/Message/{message.Id()}", null)).Status);
        await tobias.RefusedAsync($"files/{files[0]!.Id()}/restore", new { }, HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Further_addresses_get_a_message_each_with_its_own_state_and_a_refused_one_sends_nothing()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Mitleser");
        object To(params string[] alsoTo) =>
            new
            {
                channel = "Text",
                address = "505 555 0131",
                body = "Your car is ready.",
                now = true,
                alsoTo,
            };
        await writer.PostAsync(
            $"orders/{order}/messages",
            To("office@mitleser.example", "(505) 555-0132", "505 555 0131", "office@mitleser.example", " ")
        );
        async Task<List<Message>> WrittenAsync()
        {
            await using var db = shop.OpenDb();
            return await db.Messages.AsNoTracking().Where(m => m.OrderId == order).OrderBy(m => m.Id).ToListAsync();
        }
        var written = await WrittenAsync();
        Assert.Equal(["+15055550131", "office@mitleser.example", "+15055550132"], written.Select(m => m.Address));
        Assert.All(written, m => Assert.Contains("Your car is ready.", m.Body, StringComparison.Ordinal));
        foreach (var message in written)
            await UntilAsync(message.Id, m => m.State == MessageState.Delivered);

        await writer.PostAsync("writing-wishes", new { address = "505 555 0132", refused = true });
        foreach (
            var (alsoTo, code) in new[]
            {
                (new[] { "505 555 0132" }, "message.refused"),
                ([.. Enumerable.Range(0, Message.MostFurther + 1).Select(i => $"x{i}@mitleser.example")], "message.further"),
                (["12"], "phone.unreadable"),
            }
        )
        {
            var refused = await writer.RefusedAsync($"orders/{order}/messages", To(alsoTo));
            Assert.Equal((code, "alsoTo"), (refused.Text("code"), refused.Text("field")));
        }
        // An email that is too long for a text goes to neither.
        var tooLong = await writer.RefusedAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "office@mitleser.example",
                subject = "Long",
                body = new string('x', Message.LongestText + 1),
                now = true,
                alsoTo = new[] { "505 555 0133" },
            }
        );
        Assert.Equal(("message.long", "alsoTo"), (tooLong.Text("code"), tooLong.Text("field")));
        Assert.Equal(3, (await WrittenAsync()).Count);
    }

    [Fact]
    public async Task What_customers_write_lands_at_their_order_and_stop_is_obeyed()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Stopper");
        var customer = (await writer.SheetAsync(order))["customer"]!.Id();
        var first = await WriteAsync(writer, order, "Text", "505 555 0125");
        await UntilAsync(first, m => m.State == MessageState.Delivered);
        await shop.Outside.PostAsJsonAsync(
            "post/write",
            new
            {
                kind = "text",
                from = "+15055550125",
                subject = "",
                body = "When is it ready?",
            }
        );
        await shop.Outside.PostAsJsonAsync(
            "post/write",
            new
            {
                kind = "text",
                from = "+15055550125",
                subject = "",
                body = "Stop",
            }
        );
        List<JsonNode?> received = [];
        for (var i = 0; i < 100 && received.Count < 2; i++)
        {
            await Task.Delay(100);
            received = (await writer.GetAsync($"orders/{order}/messages"))
                .List("messages")
                .Where(m => m!.Text("state") == "Received")
                .ToList();
        }
        Assert.Equal(["When is it ready?", "Stop"], received.Select(m => m!.Text("body")));
        Assert.Contains((await writer.GetAsync("notices")).AsArray(), n =>
            n!.Text("text").Contains("When is it ready?", StringComparison.Ordinal)
        );
        Assert.Equal(
            "message.refused",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/messages",
                    new
                    {
                        channel = "Text",
                        address = "(505) 555-0125",
                        body = "Hello",
                        now = true,
                    }
                )
            ).Text("code")
        );
        await writer.PostAsync("writing-wishes", new { address = "+15055550125", refused = false });
        await UntilAsync(await WriteAsync(writer, order, "Text", "505 555 0125"), m => m.State == MessageState.Delivered);
        Assert.NotEmpty((await writer.GetAsync($"customers/{customer}/messages")).List("addresses"));
    }

    [Fact]
    public async Task A_telephone_on_file_without_texts_gets_none_until_its_owner_allows_it()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Ohnetext");
        var customer = (await writer.SheetAsync(order))["customer"]!.Id();
        await using (var db = shop.OpenDb())
        {
            var phone = await db.CustomerPhones.SingleAsync(p => p.CustomerId == customer);
            (phone.Number, phone.Texts) = ("+15055550127", false);
            await db.SaveChangesAsync();
        }
        Assert.True((await writer.GetAsync($"orders/{order}/messages")).List("addresses")[0]!.Flag("refused"));
        Assert.Equal(
            "message.refused",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/messages",
                    new
                    {
                        channel = "Text",
                        address = "505 555 0127",
                        body = "Hello",
                        now = true,
                    }
                )
            ).Text("code")
        );
        await writer.PostAsync("writing-wishes", new { address = "+15055550127", refused = false });
        await UntilAsync(await WriteAsync(writer, order, "Text", "505 555 0127"), m => m.State == MessageState.Delivered);
        await using var after = shop.OpenDb();
        Assert.True((await after.CustomerPhones.SingleAsync(p => p.CustomerId == customer)).Texts);
    }

    [Fact]
    public async Task In_quiet_hours_a_text_waits_and_can_be_taken_back()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var local = (await owner.GetAsync("shop")).Text("now");
        var hour = DateTime.Parse(local, System.Globalization.CultureInfo.InvariantCulture);
        await owner.PostAsync("setup/texts", new { field = "quietFrom", value = $"{hour.AddHours(-1):HH:mm}" });
        await owner.PostAsync("setup/texts", new { field = "quietUntil", value = $"{hour.AddHours(2):HH:mm}" });
        try
        {
            var (order, _) = await owner.WriteUpAsync("Nachtruhe");
            var id = (
                await owner.PostAsync(
                    $"orders/{order}/messages",
                    new
                    {
                        channel = "Text",
                        address = "505 555 0126",
                        body = "Ready",
                        now = false,
                    }
                )
            ).Id();
            var thread = await owner.GetAsync($"orders/{order}/messages");
            Assert.NotNull(thread["quietUntil"]);
            Assert.Equal("Waiting", thread.List("messages")[0]!.Text("state"));
            await owner.PostAsync($"messages/{id}/withdraw");
            await owner.RefusedAsync($"messages/{id}/withdraw", null);
            Assert.Empty(await PostAsync("+15055550126", "out"));
        }
        finally
        {
            await owner.PostAsync("setup/texts", new { field = "quietFrom", value = "20:00" });
            await owner.PostAsync("setup/texts", new { field = "quietUntil", value = "8:00" });
        }
    }

    [Fact]
    public async Task A_template_is_checked_when_it_is_kept_and_filled_from_a_real_order()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var (order, _) = await owner.WriteUpAsync("Muster");
        object Template(string body) =>
            new
            {
                name = "Late",
                channel = "Text",
                body,
                use = "",
            };
        var unknown = await owner.RefusedAsync("templates", Template("Hello {{ customer.frstName }}"));
        Assert.Equal(("template.field", "body"), (unknown.Text("code"), unknown.Text("field")));
        // Also where it is only asked about.
        Assert.Equal(
            "template.field",
            (await owner.RefusedAsync("templates", Template("Hello {% if customer.nickname %}you{% endif %}"))).Text("code")
        );
        Assert.Equal("template.field", (await owner.RefusedAsync("templates", Template("Hello {{ order }}"))).Text("code"));
        Assert.Equal("template.syntax", (await owner.RefusedAsync("templates", Template("Hello {{ customer.firstName"))).Text("code"));
        await owner.PostAsync(
            "templates",
            Template(
                "Hello {{ customer.firstName }}, order {{ order.number }} {% if order.promise %}is ready {{ order.promise }}{% endif %} {{ link }} <b>"
            )
        );
        var number = (await owner.SheetAsync(order))["number"]!.GetValue<long>();
        var filled = (await owner.GetAsync($"orders/{order}/templates")).AsArray().Single(t => t!.Text("name") == "Late")!;
        Assert.Equal($"Hello Vesa, order {number} is ready Monday at 4:30 pm {{{{ link }}}} <b>", filled.Text("body"));
        var preview = await owner.PostAsync(
            "templates/preview",
            new
            {
                subject = "",
                body = "{{ car.plate }}",
                orderNumber = number,
            }
        );
        Assert.Equal("NEW 1", preview.Text("body"));
        await owner.RefusedAsync(
            "templates/preview",
            new
            {
                subject = "",
                body = "x",
                orderNumber = 999999,
            },
            System.Net.HttpStatusCode.UnprocessableEntity
        );
    }

    [Fact]
    public async Task Fees_and_everyday_parts_are_kept_in_Setup_and_offered()
    {
        using var owner = await shop.SignInAsync("ingrid");
        Assert.Equal(
            "amount",
            (
                await owner.RefusedAsync(
                    "named-fees",
                    new
                    {
                        code = "tow",
                        label = "Towing",
                        amount = "a lot",
                        taxable = true,
                    }
                )
            ).Text("field")
        );
        var fee = (
            await owner.PostAsync(
                "named-fees",
                new
                {
                    code = "tow",
                    label = "Towing, local",
                    amount = "75",
                    passThrough = false,
                    taxable = true,
                }
            )
        ).Id();
        Assert.Equal(
            "fee.twice",
            (
                await owner.RefusedAsync(
                    "named-fees",
                    new
                    {
                        code = "TOW",
                        label = "Other",
                        amount = "1",
                    }
                )
            ).Text("code")
        );
        var (order, job) = await owner.WriteUpAsync("Schlepper");
        await owner.PostAsync(
            $"orders/{order}/take",
            new
            {
                kind = "fee",
                id = fee,
                jobId = job,
            }
        );
        var line = (await owner.SheetAsync(order)).List("jobs")[0]!.List("lines")[^1]!;
        Assert.Equal(("Towing, local", "TOW"), (line.Text("description"), line.Text("number")));
        await owner.PostAsync($"named-fees/{fee}/retire", new { retired = true });
        Assert.True((await owner.GetAsync("named-fees")).List("fees").Single(f => f!.Id() == fee)!.Flag("retired"));

        await using var db = shop.OpenDb();
        var number = await db.Parts.Where(p => !p.Everyday && p.WithdrawnAt == null).OrderBy(p => p.Id).Select(p => p.Number).FirstAsync();
        await owner.PostAsync("everyday-parts", new { number, on = true });
        Assert.Contains((await owner.GetAsync("named-fees")).List("everydayParts"), p => p!.Text("number") == number);
        await owner.RefusedAsync("everyday-parts", new { number = "no-such-part", on = true }, System.Net.HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Giving_a_line_another_source_is_undone_unless_somebody_changed_it_since()
    {
        using var writer = await shop.SignInAsync("mina");
        using var other = await shop.SignInAsync("dario");
        var (order, job) = await writer.WriteUpAsync("Quellen");
        var lineId = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines").First(l => l!.Text("kind") == "Part")!.Id();
        await using var db = shop.OpenDb();
        var part = await db.Parts.Where(p => p.WithdrawnAt == null && p.Category != "tire").OrderBy(p => p.Id).FirstAsync();
        var taken = await writer.PostAsync(
            $"orders/{order}/take",
            new
            {
                kind = "stock",
                id = part.Id,
                lineId,
            }
        );
        var version = taken["lineVersion"]!.GetValue<int>();
        Assert.Equal(part.Number, (await writer.LineAsync(order, lineId)).Text("number"));
        var back = await writer.PostAsync($"orders/{order}/lines/{lineId}/source-back", new { version });
        Assert.Equal("BU-88", (await writer.LineAsync(order, lineId)).Text("number"));
        await other.PostAsync(
            $"orders/{order}/lines/{lineId}",
            new
            {
                field = "quantity",
                value = "3",
                version = back["version"]!.GetValue<int>(),
            }
        );
        Assert.Equal(
            "undo.conflict",
            (
                await writer.RefusedAsync(
                    $"orders/{order}/lines/{lineId}/source-back",
                    new { version = back["version"]!.GetValue<int>() },
                    System.Net.HttpStatusCode.Conflict
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task A_customer_is_written_to_without_an_order()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Ohneauftrag");
        var customer = (await mina.SheetAsync(order))["customer"]!.Id();
        await mina.PostAsync(
            $"customers/{customer}/messages",
            new
            {
                channel = "Email",
                address = "vesa.ohne@example.com",
                subject = "Winter",
                body = "Tires are here.",
                now = true,
            }
        );
        var thread = await mina.GetAsync($"customers/{customer}/messages");
        Assert.Equal(
            ("Winter", "Tires are here."),
            (thread.List("messages")[^1]!.Text("subject"), thread.List("messages")[^1]!.Text("body"))
        );
        Assert.Contains(thread.List("addresses"), a => a!.Text("channel") == "Text");
        Assert.Equal(
            "customer.gone",
            (
                await mina.RefusedAsync(
                    "customers/999999/messages",
                    new
                    {
                        channel = "Email",
                        address = "a@example.com",
                        subject = "x",
                        body = "x",
                        now = true,
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task A_template_that_was_taken_off_is_offered_no_more_until_it_is_brought_back()
    {
        using var owner = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var kept = (
            await owner.PostAsync(
                "templates",
                new
                {
                    name = "Winter tires",
                    channel = "Text",
                    body = "Time for winter tires, {{ customer.firstName }}.",
                    use = "",
                }
            )
        ).Id();
        async Task<bool> OfferedAsync() =>
            (await mina.GetAsync("orders/2501/templates")).AsArray().Any(t => t!.Text("name") == "Winter tires");
        Assert.True(await OfferedAsync());
        await owner.PostAsync($"templates/{kept}/remove");
        Assert.False(await OfferedAsync());
        await owner.PostAsync($"templates/{kept}/remove");
        Assert.True(await OfferedAsync());
        Assert.Equal("template.gone", (await owner.RefusedAsync("templates/99999/remove", null, HttpStatusCode.NotFound)).Text("code"));
    }
}
