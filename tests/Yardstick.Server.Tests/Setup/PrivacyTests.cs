using System.IO.Compression;
using System.Net;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Documents;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Data.Setup.Privacy;
using Yardstick.Server.Setup.Privacy;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>What is kept of a customer is handed out whole, erased as far as the law lets it, and who looked is known.</summary>
public class PrivacyTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    /// <summary>A customer of the demo with a phone, a vehicle and invoices, whose last one was posted in a year.</summary>
    private async Task<long> CustomerAsync(bool recent)
    {
        await using var db = shop.OpenDb();
        var settled = await db
            .Database.SqlQuery<long>(
                $"""
                SELECT c.Id AS Value FROM Customers c
                WHERE c.ErasedAt IS NULL AND EXISTS (SELECT 1 FROM CustomerPhones p WHERE p.CustomerId = c.Id)
                  AND EXISTS (SELECT 1 FROM Vehicles v WHERE v.CustomerId = c.Id AND v.Plate <> '')
                  AND NOT EXISTS (SELECT 1 FROM Orders o WHERE o.CustomerId = c.Id AND o.State = 0)
                  AND NOT EXISTS (SELECT 1 FROM Appointments a WHERE a.CustomerId = c.Id)
                """
            )
            .ToListAsync();
        var border = Instant.FromUtc(2025, 1, 1, 0, 0);
        var last = await db
            .Invoices.Where(i => i.CustomerId != null && settled.Contains(i.CustomerId.Value))
            .GroupBy(i => i.CustomerId!.Value)
            .Select(g => new { g.Key, At = g.Max(i => i.PostedAt) })
            .ToListAsync();
        var ids = last.Where(l => l.At >= border == recent).Select(l => l.Key).Order();
        var ingrid = await shop.SignInAsync("ingrid");
        foreach (var id in ids)
            if ((await ingrid.GetAsync($"customers/{id}/privacy")).List("obstacles").Count == 0)
                return id;
        throw new InvalidOperationException("Nobody of the demo can be erased.");
    }

    /// <summary>Which tables still hold any of these words, wherever in a row.</summary>
    private async Task<List<string>> HoldingAsync(params string[] words)
    {
        await using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(shop.Folder, "shop.db")};Mode=ReadOnly;Pooling=False"
        );
        await connection.OpenAsync();
        async Task<List<string>> ReadAsync(string sql)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            await using var reader = await command.ExecuteReaderAsync();
            var rows = new List<string>();
            while (await reader.ReadAsync())
                rows.Add(reader.GetString(0));
            return rows;
        }
        var holding = new List<string>();
        foreach (
            var table in await ReadAsync(
                "SELECT name FROM sqlite_master WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%' AND name NOT LIKE 'Search%'"
            )
        )
        foreach (var column in await ReadAsync($"SELECT name FROM pragma_table_info('{table}') WHERE type = 'TEXT'"))
        foreach (var word in words)
            if ((await ReadAsync($"SELECT 'x' FROM \"{table}\" WHERE instr(lower(\"{column}\"), lower('{word}')) > 0 LIMIT 1")).Count > 0)
                holding.Add(table);
        return [.. holding.Distinct()];
    }

    private async Task<string[]> KnownByAsync(long id)
    {
        await using var db = shop.OpenDb();
        var customer = await db.Customers.Include(c => c.Phones).Include(c => c.Emails).SingleAsync(c => c.Id == id);
        var vehicles = await db.Vehicles.Where(v => v.CustomerId == id).ToListAsync();
        return
        [
            .. customer.Phones.Select(p => p.Number),
            .. customer.Emails.Select(e => e.Address),
            .. vehicles.Select(v => v.Vin.ToString()).Where(v => v.Length > 0),
        ];
    }

    private async Task<System.Text.Json.Nodes.JsonNode> EraseAsync(Browser by, long id, string? name = null) =>
        await by.PostAsync(
            $"customers/{id}/erase",
            new { request = "by letter of March 3", name = name ?? (await by.GetAsync($"customers/{id}/page")).Text("name") }
        );

    [Fact]
    public async Task Erased_the_person_is_gone_but_from_invoices_that_have_to_stay_and_from_those_when_their_time_is_over()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var id = await CustomerAsync(recent: true);
        var known = await KnownByAsync(id);
        await ingrid.PostAsync(
            $"customers/{id}/fields",
            new
            {
                field = "notes",
                value = $"Call {known[0]}",
                version = (await ingrid.GetAsync($"customers/{id}/page"))["version"]!.GetValue<int>(),
            }
        );
        Assert.Contains("RecordChanges", await HoldingAsync(known));

        Assert.Equal(
            "erasure.name",
            (await ingrid.RefusedAsync($"customers/{id}/erase", new { request = "x", name = "Somebody" })).Text("code")
        );
        var erased = await EraseAsync(ingrid, id);
        Assert.NotNull(erased["keptUntil"]);
        Assert.Equal(["Invoices"], (await HoldingAsync(known)).Except(["Commands"]));
        Assert.Equal("Erased customer", (await ingrid.GetAsync($"customers/{id}/page")).Text("name"));
        Assert.Equal(
            "erasure.done",
            (await ingrid.RefusedAsync($"customers/{id}/erase", new { request = "x", name = "Erased customer" })).Text("code")
        );
        var row = (await ingrid.GetAsync("privacy")).List("erasures")[0]!;
        Assert.Equal(id, row["customerId"]!.GetValue<long>());
        Assert.Null(row["completedAt"]);
        Assert.Contains(row.List("counts"), c => c!.Text("what") == "phone numbers");
        Assert.DoesNotContain((await ingrid.GetAsync("find?q=erased")).AsArray(), f => f!.Text("kind") == "Customer");
        await ingrid.RefusedAsync(
            "orders",
            new
            {
                customerId = id,
                withoutVehicle = true,
                jobs = new[] { "Brakes" },
            },
            HttpStatusCode.NotFound
        );
        // Everything that adds up still does.
        Assert.Empty((await ingrid.PostAsync("books/check", new { })).AsArray());

        // When invoices need not be kept so long any more, the next day's round takes the rest.
        await ingrid.PostAsync(
            "privacy/retention",
            new
            {
                field = "invoiceYears",
                value = "1",
                version = 0,
            }
        );
        shop.DaysPass(800);
        await UntilAsync(async () =>
            (await (await shop.SignInAsync("ingrid")).GetAsync("privacy")).List("erasures")[0]!["completedAt"] is not null
        );
        Assert.Empty((await HoldingAsync(known)).Except(["Commands"]));
    }

    [Fact]
    public async Task What_was_sent_and_answered_is_blank_afterwards_and_every_page_still_opens()
    {
        var (mina, ingrid) = (await shop.SignInAsync("mina"), await shop.SignInAsync("ingrid"));
        var (order, job) = await mina.WriteUpAsync("Vergessen");
        await mina.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Text",
                address = "505 555 0111",
                body = "Look: {{ link }} Vergessen",
                now = true,
            }
        );
        await mina.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { job },
                kind = "Declined",
                decidedBy = "Vesa Vergessen",
                channel = "Phone",
                note = "",
            }
        );
        await ingrid.PostAsync($"orders/{order}/end", new { ending = "Declined", reason = "Declined" });
        var (id, paper) = (0L, Path.Combine(shop.Folder, "files", new string('e', 64)));
        await File.WriteAllTextAsync(paper, "An estimate for Vesa Vergessen.");
        await using (var db = shop.OpenDb())
        {
            id = (await db.Orders.SingleAsync(o => o.Id == order)).CustomerId!.Value;
            await db.Database.ExecuteSqlAsync(
                $"""
                INSERT INTO DocumentLinks (FileHash, Title, MessageId, OrderId, TokenHash, SentAt, SentById, ExpiresAt, Opened)
                VALUES ({Path.GetFileName(paper)}, 'Estimate', 1, {order}, 'none', '2026-11-01 08:00:00', 1, '2036-11-01 08:00:00', 0)
                """
            );
        }
        var erased = await EraseAsync(ingrid, id);
        Assert.Null(erased["keptUntil"]);
        Assert.Empty((await HoldingAsync("Vergessen")).Except(["Commands"]));
        Assert.False(File.Exists(paper));
        foreach (
            var page in new[]
            {
                $"orders/{order}",
                $"orders/{order}/record",
                $"orders/{order}/decisions",
                $"orders/{order}/sending",
                $"customers/{id}/page",
                $"customers/{id}/history",
                $"customers/{id}/messages",
            }
        )
            Assert.Equal((page, HttpStatusCode.OK), (page, (await ingrid.SendAsync(HttpMethod.Get, page)).Status));
    }

    [Fact]
    public async Task Who_came_back_with_a_backup_is_erased_again_and_who_came_later_under_the_number_is_not()
    {
        var id = await CustomerAsync(recent: false);
        var known = await KnownByAsync(id);
        long created,
            other;
        await using (var db = shop.OpenDb())
        {
            created = (await db.Customers.SingleAsync(c => c.Id == id)).CreatedAt.ToUnixTimeTicks();
            other = await db.Customers.Where(c => c.Id != id && c.ErasedAt == null).Select(c => c.Id).FirstAsync();
        }
        await ErasedList.AddAsync(shop.Folder, new ErasedList.Entry(other, "by letter", 18_500_000_000_000_000, 1, created + 1));
        await ErasedList.AddAsync(shop.Folder, new ErasedList.Entry(id, "by letter", 18_500_000_000_000_000, 1, created));
        shop.DaysPass(1);
        await UntilAsync(async () =>
        {
            await using var db = shop.OpenDb();
            return await db.Erasures.AnyAsync(e => e.CustomerId == id)
                && await db.Customers.AnyAsync(c => c.Id == id && c.ErasedAt != null);
        });
        Assert.DoesNotContain("CustomerPhones", await HoldingAsync(known));
        Assert.DoesNotContain("Vehicles", await HoldingAsync(known));
        await using var after = shop.OpenDb();
        Assert.Null((await after.Customers.SingleAsync(c => c.Id == other)).ErasedAt);
    }

    [Fact]
    public async Task What_is_kept_of_one_is_one_file_with_nothing_of_anybody_else()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (id, other) = (await CustomerAsync(recent: true), 0L);
        await using (var db = shop.OpenDb())
            other = await db.CustomerPhones.Where(p => p.CustomerId != id).Select(p => p.CustomerId).FirstAsync();
        using var zip = new ZipArchive(new MemoryStream(await ingrid.BytesAsync($"customers/{id}/data.zip")));
        Assert.NotNull(zip.GetEntry("README.txt"));
        string Text(string name)
        {
            using var reader = new StreamReader(zip.GetEntry(name)!.Open());
            return reader.ReadToEnd();
        }
        Assert.Contains((await KnownByAsync(id))[0], Text("tables/CustomerPhones.jsonl"), StringComparison.Ordinal);
        Assert.Equal(1, Text("tables/Customers.jsonl").Count(c => c == '\n'));
        Assert.NotEqual("", Text("tables/Invoices.jsonl"));
        var all = string.Concat(
            zip.Entries.Where(e => e.FullName.EndsWith(".jsonl", StringComparison.Ordinal)).Select(e => Text(e.FullName))
        );
        foreach (var theirs in await KnownByAsync(other))
            Assert.DoesNotContain(theirs, all, StringComparison.OrdinalIgnoreCase);
        foreach (var inside in new[] { "TokenHash", "CaseJson", "UnitCost", "Profit_Cents" })
            Assert.DoesNotContain($"\"{inside}\"", all, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_looked_is_known_once_a_quarter_of_an_hour_and_open_work_keeps_a_customer()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var mina = await shop.SignInAsync("mina");
        long order,
            customer;
        await using (var db = shop.OpenDb())
            (order, customer) = await db
                .Orders.Where(o => o.State == Core.Orders.OrderState.Open && o.CustomerId != null)
                .Select(o => new ValueTuple<long, long>(o.Id, o.CustomerId!.Value))
                .FirstAsync();
        for (var i = 0; i < 3; i++)
        {
            await mina.GetAsync($"orders/{order}");
            await mina.GetAsync($"customers/{customer}/page");
        }
        shop.Time.Advance(TimeSpan.FromSeconds(6));
        System.Text.Json.Nodes.JsonNode view = null!;
        await UntilAsync(async () =>
            (view = await ingrid.GetAsync($"customers/{customer}/privacy"))
                .List("looks")
                .Count(l => l!.Text("by").StartsWith("Mina", StringComparison.Ordinal)) == 2
        );
        Assert.Contains("is open", view.List("obstacles")[0]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(
            "erasure.open",
            (await ingrid.RefusedAsync($"customers/{customer}/erase", new { request = "x", name = view.Text("name") })).Text("code")
        );
        Assert.Equal(HttpStatusCode.Forbidden, (await mina.SendAsync(HttpMethod.Get, $"customers/{customer}/privacy")).Status);
    }

    [Fact]
    public async Task What_is_not_kept_any_longer_goes_with_its_files_and_what_another_still_needs_stays()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var now = Instant.FromDateTimeOffset(shop.Time.GetUtcNow());
        string Put(char name)
        {
            var path = Path.Combine(shop.Folder, "files", new string(name, 64));
            File.WriteAllText(path, "An old letter.");
            return path;
        }
        var (along, sent, shared, photo) = (Put('1'), Put('2'), Put('3'), Put('4'));
        await using (var db = shop.OpenDb())
        {
            var customer = await db.Customers.OrderBy(c => c.Id).Select(c => c.Id).FirstAsync();
            Message Letter(int daysAgo, string attached)
            {
                var at = now - Duration.FromDays(daysAgo);
                var letter = Message.Received(
                    MessageChannel.Email,
                    "old@example.com",
                    "Re",
                    "Old",
                    Guid.NewGuid().ToString(),
                    customer,
                    null,
                    at
                );
                letter.Attach(Path.GetFileName(attached), "letter.pdf");
                db.Messages.Add(letter);
                return letter;
            }
            var (old, _) = (Letter(50, sent), Letter(50, shared));
            Letter(1, shared);
            await db.SaveChangesAsync();
            db.Files.Add(
                new AttachedFile
                {
                    Kind = RecordKind.Message,
                    TargetId = old.Id,
                    Name = "along.txt",
                    ContentType = "text/plain",
                    Hash = Path.GetFileName(along),
                    At = now,
                }
            );
            db.OutsideRequests.Add(
                new OutsideRequest
                {
                    Key = "old request",
                    At = now - Duration.FromDays(50),
                    PhotoHash = Path.GetFileName(photo),
                    Name = "Somebody",
                }
            );
            await db.SaveChangesAsync();
            await db
                .OutsideRequests.Where(r => r.Key == "old request")
                .ExecuteUpdateAsync(s => s.SetProperty(r => r.State, RequestState.Done));
        }
        foreach (var field in new[] { "messageMonths", "requestMonths" })
            await ingrid.PostAsync(
                "privacy/retention",
                new
                {
                    field,
                    value = "1",
                    version = (await ingrid.GetAsync("privacy"))["retention"]!["version"]!.GetValue<int>(),
                }
            );
        shop.DaysPass(1);
        await UntilAsync(() => Task.FromResult(!File.Exists(along) && !File.Exists(sent) && !File.Exists(photo)));
        Assert.True(File.Exists(shared));
        await using var after = shop.OpenDb();
        Assert.Single(await after.Messages.Where(m => m.Address == "old@example.com").ToListAsync());
        Assert.False(await after.Files.AnyAsync(f => f.Kind == RecordKind.Message));
        Assert.False(await after.OutsideRequests.AnyAsync(r => r.Key == "old request"));
    }

    [Fact]
    public async Task Every_table_that_points_to_a_customer_a_vehicle_or_an_order_says_what_becomes_of_it()
    {
        await using var db = shop.OpenDb();
        var pointing = await db
            .Database.SqlQueryRaw<string>(
                """
                SELECT DISTINCT t.name AS Value FROM sqlite_master t JOIN pragma_table_info(t.name) c
                WHERE t.type = 'table' AND c.name IN ('CustomerId', 'VehicleId', 'OrderId', 'FromCustomerId')
                """
            )
            .ToListAsync();
        Assert.Empty(pointing.Except(PersonalTables.All.Select(t => t.Name)).Order());
        var there = await db.Database.SqlQueryRaw<string>("SELECT name AS Value FROM sqlite_master WHERE type = 'table'").ToListAsync();
        Assert.Empty(PersonalTables.All.Select(t => t.Name).Except(there));
    }

    private static async Task UntilAsync(Func<Task<bool>> there)
    {
        for (var i = 0; i < 200; i++)
        {
            if (await there())
                return;
            await Task.Delay(100);
        }
        Assert.Fail("It never came to be.");
    }
}
