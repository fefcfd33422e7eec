using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Imports;

/// <summary>Files brought in and taken out.</summary>
public class ImportTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static byte[] Csv(params string[] lines) => Encoding.UTF8.GetBytes(string.Join('\n', lines));

    private static async Task<long> LookAsync(Browser browser, string kind, byte[] content, string name = "file.csv")
    {
        var (status, body) = await browser.UploadAsync($"imports/{kind}?name={name}", content);
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        return body!.Id();
    }

    /// <summary>Waits for what the server does by itself; its own clock stands still.</summary>
    private static async Task<JsonNode> UntilAsync(Browser browser, long import, string state)
    {
        for (var i = 0; i < 600; i++)
        {
            var run = await browser.GetAsync($"imports/{import}/progress");
            if (run.Text("state") == state)
                return run;
            await Task.Delay(50);
        }
        throw new InvalidOperationException($"The import never was {state}.");
    }

    private static async Task<JsonNode> BringInAsync(Browser browser, long import)
    {
        await browser.PostAsync($"imports/{import}/run");
        return await UntilAsync(browser, import, "Done");
    }

    [Fact]
    public async Task Customers_and_their_cars_come_in_as_previewed_and_go_again_but_for_those_that_were_used()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var customers = Csv(
            "Cust ID;First;Last;Company;Phone;Email;Shoe size",
            "X1;Ada;Aldermann;;207-555-0181;ada@mail.example;42",
            "X2;Bo;Birkholm;;12;;",
            "X3;;;Fern & Co;(207) 555 0182;no-mail;",
            "X4;Cy;Calloway;\"Quay\nTraders\";;;",
            "X1;Ada;Again;;;;",
            ";;;;;;",
            "X5;Imke;Sorenson;;207 555 0100;;"
        );
        var import = await LookAsync(ingrid, "Customers", customers);
        var preview = await ingrid.GetAsync($"imports/{import}");
        Assert.Equal(
            ["key", "firstName", "lastName", "businessName", "phone", "email", null],
            preview.List("columns").Select(c => c!["field"]?.GetValue<string>())
        );
        // Twice in the file, and somebody on file under nearly the same name and the same phone: neither is made twice.
        Assert.Equal((2, 2, 2), (preview["good"]!.GetValue<int>(), preview["onFile"]!.GetValue<int>(), preview["bad"]!.GetValue<int>()));
        Assert.Equal(
            [(3, "phone number"), (4, "email")],
            preview
                .List("badRows")
                .Select(b =>
                    (
                        b!["row"]!.GetValue<int>(),
                        new[] { "phone number", "email" }.First(w => b.Text("reason").Contains(w, StringComparison.Ordinal))
                    )
                )
        );
        using var db = shop.OpenDb();
        Assert.False(await db.Customers.AnyAsync(c => c.FormerKey == "X1"));

        var bad = Encoding.UTF8.GetString(await ingrid.BytesAsync($"imports/{import}/bad.csv"));
        Assert.Contains("X2,Bo,Birkholm,,12,,,", bad, StringComparison.Ordinal);
        Assert.Contains("Problem", bad, StringComparison.Ordinal);

        var done = await BringInAsync(ingrid, import);
        Assert.Equal(
            (7 - 1, 2, 2, 2),
            (
                done["rowsDone"]!.GetValue<int>(),
                done["made"]!.GetValue<int>(),
                done["onFile"]!.GetValue<int>(),
                done["bad"]!.GetValue<int>()
            )
        );
        Assert.Equal(bad, Encoding.UTF8.GetString(await ingrid.BytesAsync($"imports/{import}/bad.csv")));
        Assert.Equal("import.begun", (await ingrid.RefusedAsync($"imports/{import}/mapping", new { fields = new[] { "" } })).Text("code"));
        Assert.Contains((await ingrid.GetAsync("find?q=Aldermann")).AsArray(), f => f!.Text("title") == "Ada Aldermann");
        Assert.Equal("Quay Traders", await db.Customers.Where(c => c.FormerKey == "X4").Select(c => c.BusinessName).SingleAsync());

        var cars = Csv(
            "Customer ID,License,VIN,Year,Make,Model,Mileage,Mileage Date",
            "X1,FAR 100,,2015,Tarnow,Petrel,\"61,204\",3/14/2021",
            "X9,FAR 101,,2015,Tarnow,Petrel,,",
            "X4,FAR 102,,1800,Tarnow,Petrel,,",
            ",FAR 103,,2015,Tarnow,Petrel,,",
            "X1,LBT 4471,,2015,Tarnow,Petrel,,"
        );
        var second = await LookAsync(ingrid, "Vehicles", cars);
        var look = await ingrid.GetAsync($"imports/{second}");
        Assert.Equal((1, 1, 3), (look["good"]!.GetValue<int>(), look["onFile"]!.GetValue<int>(), look["bad"]!.GetValue<int>()));
        Assert.Equal(
            ["X9", "model year", "owner"],
            look.List("badRows")
                .Select(b => new[] { "X9", "model year", "owner" }.First(w => b!.Text("reason").Contains(w, StringComparison.Ordinal)))
        );
        await BringInAsync(ingrid, second);
        var car = await db.Vehicles.Include(v => v.Readings).SingleAsync(v => v.Plate == Plate.Kept("FAR 100"));
        Assert.Equal((61_204, Instant.FromUtc(2021, 3, 14, 16, 0, 0)), (car.Readings[0].Reading.Value, car.Readings[0].At));

        // Ada's car stands on her record: she stays until the car goes, which nobody used.
        await ingrid.PostAsync($"imports/{import}/undo");
        var undone = await UntilAsync(ingrid, import, "Undone");
        Assert.Contains("1 record stays", undone.Text("remark"), StringComparison.Ordinal);
        Assert.False(await db.Customers.AnyAsync(c => c.FormerKey == "X4"));
        await ingrid.PostAsync($"imports/{second}/undo");
        Assert.Equal("", (await UntilAsync(ingrid, second, "Undone")).Text("remark"));
        Assert.False(await db.Vehicles.AnyAsync(v => v.Plate == Plate.Kept("FAR 100")));
        Assert.DoesNotContain((await ingrid.GetAsync("find?q=FAR100")).AsArray(), f => f!.Text("kind") == "Vehicle");
        Assert.True((await ingrid.GetAsync("imports")).AsArray().Count(r => r!.Text("state") == "Undone") >= 2);
    }

    [Fact]
    public async Task Columns_are_chosen_by_hand_where_the_headings_tell_nothing()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var import = await LookAsync(ingrid, "Customers", Csv("a\tb\tc", "Dee\tDahlgren\t207 555 0183"));
        Assert.Equal(
            (0, 1),
            (
                (await ingrid.GetAsync($"imports/{import}"))["good"]!.GetValue<int>(),
                (await ingrid.GetAsync($"imports/{import}"))["bad"]!.GetValue<int>()
            )
        );
        foreach (var fields in new[] { new[] { "firstName", "firstName", "" }, ["shoeSize", "", ""], ["firstName"] })
            Assert.Equal("import.field", (await ingrid.RefusedAsync($"imports/{import}/mapping", new { fields })).Text("code"));
        await ingrid.PostAsync($"imports/{import}/mapping", new { fields = new[] { "firstName", "lastName", "phone" } });
        Assert.Equal("Dee Dahlgren", (await ingrid.GetAsync($"imports/{import}")).List("goodSamples")[0]!.GetValue<string>());
        var orders = await LookAsync(ingrid, "Orders", Csv("a,b", "1,2"));
        Assert.Equal("import.missing", (await ingrid.RefusedAsync($"imports/{orders}/run")).Text("code"));
        Assert.Contains("Order number", (await ingrid.GetAsync($"imports/{orders}")).List("missing").Select(m => m!.GetValue<string>()));
    }

    [Fact]
    public async Task Parts_come_in_with_their_stock_once_each_and_go_again_with_a_trace()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var file = Csv(
            "Part No,Name,Group,Cost,On hand,Min,Vendor",
            "QX-1,Quill filter,filter,4.25,6,2,harbor parts",
            "QX-2,Quill hose,hose,12,,,",
            "QX-1,Quill filter again,filter,5,1,,",
            "QX-3,,filter,1,1,,",
            "QX-4,Quill cap,cap,1,few,,",
            "QX-5,Quill belt,belt,1,1,,Nobody and Sons"
        );
        var import = await LookAsync(ingrid, "Parts", file);
        var done = await BringInAsync(ingrid, import);
        Assert.Equal((2, 1, 3), (done["made"]!.GetValue<int>(), done["onFile"]!.GetValue<int>(), done["bad"]!.GetValue<int>()));
        await using (var db = shop.OpenDb())
        {
            var part = await db.Parts.SingleAsync(p => p.Number == "QX-1");
            Assert.Equal(
                (6m, 4.25m, 2m, 1L, "filter"),
                (part.OnHand.Value, part.AverageCost.Value, part.LowestLevel.Value, part.SupplierId, part.Category)
            );
            var movement = await db.StockMovements.SingleAsync(m => m.PartId == part.Id);
            Assert.Equal((6m, StockMovementKind.Count), (movement.Quantity.Value, movement.Kind));
        }
        await ingrid.PostAsync($"imports/{import}/undo");
        await UntilAsync(ingrid, import, "Undone");
        await using (var db = shop.OpenDb())
        {
            Assert.False(await db.Parts.AnyAsync(p => p.Number == "QX-2"));
            var part = await db.Parts.SingleAsync(p => p.Number == "QX-1");
            Assert.Equal((0m, true), (part.OnHand.Value, part.WithdrawnAt is not null));
            var quantities = await db.StockMovements.Where(m => m.PartId == part.Id).Select(m => m.Quantity).ToListAsync();
            Assert.Equal(0m, quantities.Sum(q => q.Value));
        }
    }

    [Fact]
    public async Task What_is_no_table_is_refused_in_words()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        foreach (
            var (content, words) in new (byte[], string)[]
            {
                ([], "empty"),
                ([0x50, 0x4B, 3, 4, 0], "spreadsheet"),
                ([0x89, 0x50, 0x4E, 0x47], "picture"),
                (Csv("<html>,", "x,y"), "web page"),
                (Csv("only one column", "a"), "one column"),
                (Csv("a,b"), "no rows"),
                (Csv("a,b", "\"never closed,2", "3,4"), "never closed"),
                (Encoding.Latin1.GetBytes("a,b\nx\0y,1"), "characters that can't be read"),
                (Encoding.UTF8.GetBytes(string.Join(',', Enumerable.Range(0, 300)) + "\n1"), "200 columns"),
            }
        )
        {
            var (status, body) = await ingrid.UploadAsync("imports/Customers?name=x.csv", content);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
            Assert.Contains(words, body!.Text("detail"), StringComparison.Ordinal);
        }
        var (large, problem) = await ingrid.UploadAsync("imports/Customers?name=x.csv", new byte[31 * 1024 * 1024]);
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "file.large"), (large, problem!.Text("code")));
        await ingrid.RefusedAsync("imports/999999/run", null, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Older_encodings_and_a_file_of_20_MB_are_read()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var western = await LookAsync(ingrid, "Customers", Encoding.GetEncoding(1252).GetBytes("First name,Last name\nJosé,Müller–Ågren"));
        Assert.Equal("José Müller–Ågren", (await ingrid.GetAsync($"imports/{western}")).List("goodSamples")[0]!.GetValue<string>());
        var wide = await LookAsync(
            ingrid,
            "Customers",
            [.. Encoding.Unicode.GetPreamble(), .. Encoding.Unicode.GetBytes("First name;Last name\nЖанна;Ωνάση")]
        );
        Assert.Equal("Жанна Ωνάση", (await ingrid.GetAsync($"imports/{wide}")).List("goodSamples")[0]!.GetValue<string>());
        var big = new StringBuilder("First name,Last name,Notes\n");
        for (var i = 0; i < 5_000; i++)
            big.Append("Ann,Number").Append(i).Append(',').Append('n', 4_000).Append('\n');
        Assert.InRange(big.Length, 20_000_000, 21_000_000);
        var import = await LookAsync(ingrid, "Customers", Encoding.UTF8.GetBytes(big.ToString()));
        Assert.Equal(5_000, (await ingrid.GetAsync($"imports/{import}"))["good"]!.GetValue<int>());
    }

    [Fact]
    public async Task An_import_that_is_stopped_keeps_what_it_brought_and_takes_it_back()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var rows = new StringBuilder("Customer number,Last name\n");
        for (var i = 0; i < 20_000; i++)
            rows.Append('S').Append(i).Append(",Stopped").Append(i).Append('\n');
        var import = await LookAsync(ingrid, "Customers", Encoding.UTF8.GetBytes(rows.ToString()));
        await ingrid.PostAsync($"imports/{import}/run");
        await ingrid.PostAsync($"imports/{import}/stop");
        var stopped = await UntilAsync(ingrid, import, "Stopped");
        Assert.InRange(stopped["made"]!.GetValue<int>(), 0, 19_999);
        // Others write while it works, and one command is answered before the next rows come.
        using var mina = await shop.SignInAsync("mina");
        await mina.PostAsync("orders", new { counterSale = true });
        await ingrid.PostAsync($"imports/{import}/undo");
        await UntilAsync(ingrid, import, "Undone");
        await using var db = shop.OpenDb();
        Assert.False(await db.Customers.AnyAsync(c => c.LastName.StartsWith("Stopped")));
    }

    [Fact]
    public async Task What_a_killed_process_left_half_done_is_brought_in_once()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var rows = new StringBuilder("Customer number,Last name\n");
        for (var i = 0; i < 1_200; i++)
            rows.Append('K').Append(i).Append(",Killed").Append(i).Append('\n');
        var import = await LookAsync(ingrid, "Customers", Encoding.UTF8.GetBytes(rows.ToString()));
        // As the process would have left it: running, 500 rows kept with their records, and the worker gone.
        await using (var db = shop.OpenDb())
        {
            for (var i = 0; i < 500; i++)
            {
                var customer = new Customer
                {
                    LastName = $"Killed{i}",
                    FormerKey = $"K{i}",
                    CreatedAt = Instant.FromDateTimeOffset(ShopFixture.Start),
                };
                db.Customers.Add(customer);
            }
            await db.SaveChangesAsync();
            foreach (var id in await db.Customers.Where(c => c.LastName.StartsWith("Killed")).Select(c => c.Id).ToListAsync())
                db.ImportedRecords.Add(new ImportedRecord { ImportId = import, RecordId = id });
            await db.SaveChangesAsync();
            await db
                .ImportRuns.Where(r => r.Id == import)
                .ExecuteUpdateAsync(s =>
                    s.SetProperty(r => r.State, ImportState.Running).SetProperty(r => r.RowsDone, 500).SetProperty(r => r.Made, 500)
                );
        }
        // A second press of the button is what wakes it here; a new process does so when it starts.
        await ingrid.PostAsync($"imports/{import}/run");
        var done = await UntilAsync(ingrid, import, "Done");
        Assert.Equal(
            (1_200, 1_200, 0),
            (done["made"]!.GetValue<int>(), done["rowsDone"]!.GetValue<int>(), done["onFile"]!.GetValue<int>())
        );
        await using var after = shop.OpenDb();
        Assert.Equal(1_200, await after.Customers.CountAsync(c => c.LastName.StartsWith("Killed")));
    }

    [Fact]
    public async Task Former_orders_are_found_printed_and_copied_and_no_book_counts_them()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var (invoices, spent) = (await db.Invoices.CountAsync(), (await mina.GetAsync("customers/1/page"))["figures"]!.Number("spent"));
        var import = await LookAsync(
            ingrid,
            "Orders",
            Csv(
                "RO,Date,Customer,License,Mileage,Service,Type,Description,Part No,Qty,Unit Price,Unit Cost,Amount,Sales Tax,Order Total",
                "A-77,3/14/2021,Imke Sorensen,LBT 4471,\"31,200\",Front brake pads,Labor,Replace front pads,,1.2,110.00,,132.00,8.25,242.16",
                "A-77,3/14/2021,Imke Sorensen,LBT 4471,\"31,200\",Front brake pads,Part,Ceramic pads,BP-F-310,1,101.90,40,101.90,8.25,242.16",
                "A-78,someday,Imke Sorensen,,,,,Oil,,1,,,9.00,,",
                "A-79,4/1/2021,Nobody Anymore,ZQX 1,,Alignment,Labor,Four wheels,,1,89,,89.00,,"
            )
        );
        var preview = await ingrid.GetAsync($"imports/{import}");
        Assert.Equal((2, 1), (preview["good"]!.GetValue<int>(), preview["bad"]!.GetValue<int>()));
        await BringInAsync(ingrid, import);

        var found = (await mina.GetAsync("find?q=A-77")).AsArray().First(f => f!.Text("kind") == "FormerOrder")!;
        Assert.Equal((1L, 1L), (found["customerId"]!.GetValue<long>(), found["vehicleId"]!.GetValue<long>()));
        Assert.Equal("A-77", (await mina.GetAsync("vehicles/1/former-orders?q=ceramic")).AsArray().Single()!.Text("number"));
        Assert.Empty((await mina.GetAsync("vehicles/1/former-orders?q=gearbox")).AsArray());
        var page = await mina.GetAsync($"former-orders/{found.Id()}");
        Assert.Equal(
            ("Former", 242.16m, "A-77"),
            (page["document"]!.Text("kind"), page["document"]!.List("totals")[1]!.Number("amount"), page["document"]!.Text("numberText"))
        );
        using (var pdf = UglyToad.PdfPig.PdfDocument.Open(await mina.BytesAsync($"former-orders/{found.Id()}/order.pdf")))
        {
            var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
            foreach (var words in new[] { "Imported order A-77", "imported from previous software", "242.16", "Ceramic pads" })
                Assert.Contains(words, text, StringComparison.Ordinal);
        }

        // It is found from orders of other vehicles as well, and looked at before it is copied.
        var elsewhere = await mina.PostAsync(
            "orders",
            new { customer = new { lastName = "Elsewhere" }, vehicle = new { plate = "ELS 1", make = "Other" } }
        );
        foreach (var (query, hits) in new[] { ("scope=car&q=pads", 0), ("scope=all&q=ceramic", 1), ("scope=all&q=gearbox", 0) })
            Assert.Equal(
                hits,
                (await mina.GetAsync($"orders/{elsewhere.Id()}/earlier?{query}")).AsArray().Count(j => j!.Text("number") == "A-77")
            );
        var look = await mina.GetAsync($"orders/{elsewhere.Id()}/earlier/former/{found.Id()}/0");
        Assert.Equal((233.90m, 2), (look.Number("then"), look.List("lines").Count));
        Assert.NotEqual(look.Number("then"), look.Number("now"));
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await mina.SendAsync(HttpMethod.Get, $"orders/{elsewhere.Id()}/earlier/former/{found.Id()}/7")).Status
        );

        var job = (await mina.PostAsync("orders/2501/jobs/former", new { formerOrderId = found.Id(), job = 0 })).Id();
        var copied = (await mina.SheetAsync(2501)).List("jobs").Single(j => j!.Id() == job)!;
        var pads = copied.List("lines")[1]!;
        Assert.Equal((1.2m, "BP-F-310"), (copied.List("lines")[0]!.Number("hours"), pads.Text("number")));
        Assert.NotEqual(101.90m, pads.Number("each"));
        Assert.Equal(
            "job.gone",
            (await mina.RefusedAsync("orders/2501/jobs/former", new { formerOrderId = found.Id(), job = 7 }, HttpStatusCode.NotFound)).Text(
                "code"
            )
        );

        // Nobody here fits the other one; it is found all the same, and none of it is in the books.
        Assert.Contains((await mina.GetAsync("find?q=Anymore")).AsArray(), f =>
            f!.Text("kind") == "FormerOrder" && f!["customerId"] is null
        );
        Assert.Equal(
            (invoices, spent),
            (await db.Invoices.CountAsync(), (await mina.GetAsync("customers/1/page"))["figures"]!.Number("spent"))
        );
        await ingrid.PostAsync($"imports/{import}/undo");
        await UntilAsync(ingrid, import, "Undone");
        Assert.DoesNotContain((await mina.GetAsync("find?q=A-77")).AsArray(), f => f!.Text("kind") == "FormerOrder");
    }

    [Fact]
    public async Task What_is_taken_out_comes_in_again_unchanged_and_no_cell_starts_a_formula()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        var version = (await mina.GetAsync("customers/9/page"))["version"]!.GetValue<int>();
        await mina.PostAsync(
            "customers/9/fields",
            new
            {
                field = "notes",
                value = "=HYPERLINK(\"http://x\",\"y\")",
                version,
            }
        );
        await mina.PostAsync(
            "customers/9/fields",
            new
            {
                field = "source",
                value = "@home, \"really\"",
                version = version + 1,
            }
        );
        var bytes = await ingrid.BytesAsync("exports/customers.csv");
        var text = Encoding.UTF8.GetString(bytes);
        Assert.Contains("\"'=HYPERLINK", text, StringComparison.Ordinal);
        Assert.DoesNotMatch("(^|,)\"?[=@+-]", text);
        var again = await ingrid.GetAsync($"imports/{await LookAsync(ingrid, "Customers", bytes)}");
        await using var db = shop.OpenDb();
        // Everybody is on file already, but for those whom neither phone nor address tells apart from somebody new.
        Assert.Equal(0, again["bad"]!.GetValue<int>());
        Assert.True(again["onFile"]!.GetValue<int>() >= await db.Customers.CountAsync(c => c.MergedIntoId == null && c.Phones.Count > 0));
        var cars = await ingrid.GetAsync($"imports/{await LookAsync(ingrid, "Vehicles", await ingrid.BytesAsync("exports/vehicles.csv"))}");
        Assert.True(cars["bad"]!.GetValue<int>() == 0, cars["badRows"]!.ToJsonString());
        // So are the vehicles, but for those that neither plate nor VIN tells apart.
        var unknown = (await db.Vehicles.AsNoTracking().ToListAsync()).Count(v => v.Plate.Text.Length + v.Vin.Text.Length == 0);
        Assert.Equal((0, unknown), (cars["bad"]!.GetValue<int>(), cars["good"]!.GetValue<int>()));

        using var card = await mina.RawAsync(new HttpRequestMessage(HttpMethod.Get, "customers/1/contact.vcf"));
        Assert.Equal("text/vcard", card.Content.Headers.ContentType!.MediaType);
        Assert.Contains("FN:Imke Sorensen", await card.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Canned_jobs_go_out_and_come_in_with_their_lines_and_are_taken_back()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        await using var db = shop.OpenDb();
        var file = await ingrid.BytesAsync("exports/canned-jobs.csv");
        var same = await ingrid.GetAsync($"imports/{await LookAsync(ingrid, "CannedJobs", file)}");
        Assert.Equal((0, 0), (same["good"]!.GetValue<int>(), same["bad"]!.GetValue<int>()));
        Assert.Equal(await db.CannedJobs.CountAsync(c => c.RemovedAt == null), same["onFile"]!.GetValue<int>());

        var import = await LookAsync(
            ingrid,
            "CannedJobs",
            Csv(
                "Service,Category,Price,Type,Description,Part No,Qty,Cost,Optional",
                "Camera aiming,Electrical,199.00,labor,Aim the forward camera,,1.1,,",
                "Camera aiming,,,part,Target paper,BP-F-310,2,,",
                "Camera aiming,,,fee,Target fee,TGT,1,12.50,yes",
                "Lamp swap,,,lamp,Swap,,,,",
                "Bad hours,,,labor,Do,,soon,,"
            )
        );
        var preview = await ingrid.GetAsync($"imports/{import}");
        Assert.Equal((1, 2), (preview["good"]!.GetValue<int>(), preview["bad"]!.GetValue<int>()));
        Assert.Contains("not labor, part", preview["badRows"]!.ToJsonString(), StringComparison.Ordinal);
        await BringInAsync(ingrid, import);
        var job = await db.CannedJobs.Include(c => c.Lines).SingleAsync(c => c.Title == "Camera aiming");
        Assert.Equal((199m, "Electrical", 3), (job.FixedPrice!.Value.Amount, job.System, job.Lines.Count));
        Assert.Equal(
            await db.Parts.Where(p => p.Number == "BP-F-310").Select(p => p.Id).SingleAsync(),
            ((CannedPartLine)job.Lines.Single(l => l.Kind == LineKind.Part)).PartId
        );
        Assert.True(job.Lines.Single(l => l.Kind == LineKind.Fee).IsAddition);
        await ingrid.PostAsync($"imports/{import}/undo");
        await UntilAsync(ingrid, import, "Undone");
        Assert.DoesNotContain((await ingrid.GetAsync("canned-jobs")).AsArray(), c => c!.Text("title") == "Camera aiming");
    }

    [Fact]
    public async Task A_starting_set_brings_jobs_stages_texts_and_markups_and_is_taken_back()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var before = (await ingrid.GetAsync("starting-sets")).AsArray().Single(s => s!.Text("key") == "general")!;
        Assert.NotEqual(0, before["missingOthers"]!.GetValue<int>());
        var taken = await ingrid.PostAsync("starting-sets/general");
        Assert.Equal((1, 1), (taken.List("stageIds").Count, taken.List("templateIds").Count));
        Assert.NotEmpty(taken.List("categories"));
        Assert.Contains((await ingrid.GetAsync("stages"))["stages"]!.AsArray(), s => s!.Text("name") == "Waiting for sublet");
        var form = (await ingrid.GetAsync("policy"))["form"]!;
        Assert.All(taken.List("categories"), name =>
            Assert.Contains(form.List("categories"), c => c!.Text("name") == name!.GetValue<string>())
        );
        var again = await ingrid.PostAsync("starting-sets/general");
        Assert.Equal(
            0,
            again.List("ids").Count + again.List("stageIds").Count + again.List("templateIds").Count + again.List("categories").Count
        );
        await ingrid.PostAsync("starting-sets/general/undo", taken);
        await using var db = shop.OpenDb();
        Assert.NotNull(await db.Stages.Where(s => s.Name == "Waiting for sublet").Select(s => s.RetiredAt).SingleAsync());
        Assert.NotNull(await db.MessageTemplates.Where(t => t.Name == "Parts delayed").Select(t => t.RemovedAt).SingleAsync());
    }
}
