using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Reports;
using Yardstick.Server.Billing;
using Yardstick.Server.Reports;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Reports;

/// <summary>Measures agree with a second, plain computation, and the rows behind each add up to it.</summary>
public sealed class MeasureTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private sealed record Plain(decimal Sales, decimal Labor, decimal Parts, decimal Hours, decimal Cost, long Cars);

    private static JsonNode FigureOf(JsonNode page, Measure measure) =>
        page.List("figures").First(f => f!.Text("measure") == measure.ToString())!;

    private static decimal? ValueOf(JsonNode page, Measure measure) => FigureOf(page, measure)["value"]?.GetValue<decimal>();

    private static Task<JsonNode> PageAsync(Browser owner, MeasurePage page, string period) =>
        owner.GetAsync($"measures/{page}?period={Uri.EscapeDataString(period)}");

    [Fact]
    public async Task A_page_goes_out_every_morning_once_and_rests_while_whoever_wants_it_may_not_see_it()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var person = (await ingrid.GetAsync("people"))
            .AsArray()
            .Single(p => p!.Text("name").StartsWith("Dario", StringComparison.Ordinal))!
            .Id();
        async Task MayAsync(Browser owner, bool? allowed) =>
            await owner.PostAsync($"people/{person}/rights", new { permission = "SeeMeasures", allowed });
        await MayAsync(ingrid, true);
        using var dario = await shop.SignInAsync("dario");
        async Task<int> SentAsync() =>
            JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .Count(p => p!.Text("address") == "morning@shop.example" && p!.Text("way") == "out");
        async Task UntilAsync(int count)
        {
            for (var i = 0; i < 150 && await SentAsync() < count; i++)
            {
                shop.Time.Advance(TimeSpan.FromMinutes(1));
                await Task.Delay(100);
            }
        }
        var made = await dario.PostAsync(
            "measure-mails",
            new
            {
                page = "Today",
                time = "Morning",
                address = "morning@shop.example",
            }
        );
        Assert.StartsWith(
            "Dario",
            (await dario.GetAsync("measure-mails")).AsArray().Single(m => m!.Id() == made.Id())!.Text("by"),
            StringComparison.Ordinal
        );
        await UntilAsync(0);
        Assert.Equal(0, await SentAsync());
        shop.DaysPass(1);
        await UntilAsync(1);
        for (var i = 0; i < 10; i++, await Task.Delay(50))
            shop.Time.Advance(TimeSpan.FromMinutes(1));
        Assert.Equal(1, await SentAsync());
        await using (var db = shop.OpenDb())
        {
            var message = await db.Messages.AsNoTracking().SingleAsync(m => m.Address == "morning@shop.example");
            var own = await db.Shops.SingleAsync();
            var yesterday = own.Local(message.At).Date.PlusDays(-1);
            Assert.Equal($"today-{yesterday:uuuu-MM-dd}.pdf", message.AttachmentName);
            Assert.Contains("Sales: ", message.Body, StringComparison.Ordinal);
        }

        // Who left, or lost the right, gets nothing more; what was set up stays and says why.
        using (var again = await shop.SignInAsync("ingrid"))
        {
            await MayAsync(again, null);
            Assert.True((await again.GetAsync("measure-mails")).AsArray().Single(m => m!.Id() == made.Id())!.Flag("rests"));
        }
        shop.DaysPass(1);
        for (var i = 0; i < 10; i++, await Task.Delay(50))
            shop.Time.Advance(TimeSpan.FromMinutes(1));
        Assert.Equal(1, await SentAsync());
        using var owner = await shop.SignInAsync("ingrid");
        Assert.Equal(HttpStatusCode.OK, (await owner.SendAsync(HttpMethod.Delete, $"measure-mails/{made.Id()}")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await owner.SendAsync(HttpMethod.Delete, $"measure-mails/{made.Id()}")).Status);
        Assert.DoesNotContain((await owner.GetAsync("measure-mails")).AsArray(), m => m!.Id() == made.Id());
    }

    [Fact]
    public async Task Sales_hours_and_profit_of_three_years_are_those_of_the_priced_cases_to_the_cent()
    {
        using var owner = await shop.SignInAsync("ingrid");
        await using var db = shop.OpenDb();
        var own = await db.Shops.SingleAsync();
        var vehicles = (await db.Orders.Where(o => o.VehicleId != null).Select(o => o.Id).ToListAsync()).ToHashSet();
        // Invoices of an order that stand: a car counts from the first of them until none does.
        var standing = new Dictionary<long, int>();
        var months = new Dictionary<LocalDate, Plain>();
        foreach (var invoice in await db.Invoices.Include(i => i.Amounts).OrderBy(i => i.Id).AsNoTracking().ToListAsync())
        {
            if (invoice.Payer == Payer.Shop)
                continue;
            var day = own.Local(invoice.PostedAt).Date;
            var month = new LocalDate(day.Year, day.Month, 1);
            var so = months.GetValueOrDefault(month, new Plain(0, 0, 0, 0, 0, 0));
            // What is priced anew from the frozen case; of a credit memo what it says itself.
            months[month] =
                invoice.Kind == InvoiceKind.Invoice
                    ? Added(so, OrderPricer.Price(invoice.Case()), Stands(invoice.OrderId, 1) == 1 && vehicles.Contains(invoice.OrderId))
                    : so with
                    {
                        Sales = so.Sales + invoice.Total.Amount - invoice.Tax.Amount - invoice.Sums.Core.Amount - Held(invoice),
                        Labor = so.Labor + invoice.Sums.Labor.Amount,
                        Parts = so.Parts + invoice.Sums.Parts.Amount,
                        Hours = so.Hours + invoice.Sums.Hours,
                        Cars =
                            invoice.CreditsAll && Stands(invoice.OrderId, -1) == 0 && vehicles.Contains(invoice.OrderId)
                                ? so.Cars - 1
                                : so.Cars,
                        Cost =
                            so.Cost
                            + (
                                invoice.Total.Amount - invoice.Tax.Amount - invoice.Sums.Core.Amount - Held(invoice) - invoice.Profit.Amount
                            ),
                    };
        }
        Assert.True(months.Count > 30);
        foreach (var (month, plain) in months)
        {
            var name = month.ToString("MMM yyyy", CultureInfo.InvariantCulture);
            var page = await PageAsync(owner, MeasurePage.Sales, name);
            Assert.Equal((name, plain.Sales), (name, ValueOf(page, Measure.Sales)));
            Assert.Equal((name, plain.Sales - plain.Cost), (name, ValueOf(page, Measure.GrossProfit)));
            Assert.Equal((name, plain.Cars), (name, (long)ValueOf(page, Measure.Cars)!));
            Assert.Equal((name, decimal.Round(plain.Hours, 2, MidpointRounding.AwayFromZero)), (name, ValueOf(page, Measure.SoldHours)));
            var kinds = page.List("tables")[0]!
                .List("rows")
                .ToDictionary(r => r!.List("words")[0]!.GetValue<string>(), r => r!.List("figures")[0]!.GetValue<decimal>());
            Assert.Equal((plain.Labor, plain.Parts, plain.Sales), (kinds["Labor"], kinds["Parts"], kinds["All"]));
        }

        int Stands(long order, int more) => standing[order] = standing.GetValueOrDefault(order) + more;
        static decimal Held(Invoice invoice) => invoice.Amounts.Where(a => a.Account == LedgerAccount.FeesHeld).Sum(a => a.Amount.Amount);
        static Plain Added(Plain so, PricingResult result, bool isCar) =>
            new(
                so.Sales + result.Revenue,
                so.Labor + result.Labor,
                so.Parts + result.Parts,
                so.Hours + result.LaborHours,
                so.Cost + result.Cost,
                so.Cars + (isCar ? 1 : 0)
            );
    }

    [Fact]
    public async Task The_rows_behind_every_figure_add_up_to_it_also_narrowed()
    {
        using var owner = await shop.SignInAsync("ingrid");
        foreach (var narrowed in new[] { "", "&writerId=2", "&source=Referral", "&payer=Customer" })
        foreach (var page in Enum.GetValues<MeasurePage>())
        {
            var view = await owner.GetAsync($"measures/{page}?period=last 90 days{narrowed}");
            foreach (var figure in view.List("figures"))
            {
                var name = figure!.Text("measure");
                var rows = await owner.GetAsync($"measures/rows/{name}?period=last 90 days{narrowed}");
                Assert.Equal((name, narrowed, figure!["value"]?.GetValue<decimal>()), (name, narrowed, rows["value"]?.GetValue<decimal>()));
                Assert.NotNull(rows["sum"]);
                Assert.Equal(rows["sum"]!.Number("amount"), rows.List("rows").Sum(r => r!.Number("amount")));
                if (rows["sum"]?["of"] is { } of)
                    Assert.Equal(of.GetValue<decimal>(), rows.List("rows").Sum(r => r?["of"]?.GetValue<decimal>() ?? 0));
            }
        }
    }

    [Fact]
    public async Task An_invoice_counts_at_once_and_its_credit_takes_it_back_on_its_own_day()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        async Task<(decimal?, decimal?, decimal?)> Now()
        {
            var page = await PageAsync(owner, MeasurePage.Sales, "today");
            return (ValueOf(page, Measure.Sales), ValueOf(page, Measure.Cars), ValueOf(page, Measure.SoldHours));
        }
        var before = await Now();
        var (order, job) = await mina.WriteUpAsync("Measured");
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        var after = await Now();
        Assert.True(after.Item1 > before.Item1 && after.Item3 > before.Item3);
        Assert.Equal(before.Item2 + 1, after.Item2);
        var row = (await owner.GetAsync("measures/rows/Sales?period=today"))
            .List("rows")
            .First(r => r!.Text("link") == $"/invoices/{invoice}")!;
        Assert.Equal(after.Item1 - before.Item1, row.Number("amount"));
        await owner.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong vehicle" });
        Assert.Equal(before, await Now());
    }

    [Fact]
    public async Task Aims_are_kept_shared_and_refused_where_none_belongs()
    {
        using var owner = await shop.SignInAsync("ingrid");
        await owner.PostAsync("measures/aims", new { measure = "Sales", value = "31,000" });
        var month = FigureOf(await PageAsync(owner, MeasurePage.Today, "this month"), Measure.Sales);
        Assert.Equal((31_000, "31,000"), (month.Number("aim"), month.Text("aimTyped")));
        await owner.PostAsync("measures/aims", new { measure = "Sales", value = "" });
        Assert.Null(FigureOf(await PageAsync(owner, MeasurePage.Today, "this month"), Measure.Sales)["aim"]);
        Assert.Equal("aim.zero", (await owner.RefusedAsync("measures/aims", new { measure = "Sales", value = "0" })).Text("code"));
        Assert.Equal(
            "aim.notHere",
            (await owner.RefusedAsync("measures/aims", new { measure = "EffectiveRate", value = "1" })).Text("code")
        );
        var (status, refused) = await owner.SendAsync(HttpMethod.Get, "measures/Sales?period=someday");
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "period.unreadable"), (status, refused!.Text("code")));
    }

    [Fact]
    public async Task Hours_of_technicians_are_those_of_their_time_sheets()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var today = (await owner.GetAsync("times")).Text("now")[..10];
        var monday = DateOnly.Parse(today, CultureInfo.InvariantCulture).AddDays(-7);
        monday = monday.AddDays(-((int)monday.DayOfWeek + 6) % 7);
        var period = $"{monday:yyyy-MM-dd} to {monday.AddDays(6):yyyy-MM-dd}";
        var rows = (await PageAsync(owner, MeasurePage.Technicians, period)).List("tables")[0]!.List("rows");
        Assert.NotEmpty(rows);
        await using var db = shop.OpenDb();
        foreach (var row in rows)
        {
            var name = row!.List("words")[0]!.GetValue<string>();
            var id = await db.Staff.Where(s => s.Name == name).Select(s => s.Id).SingleAsync();
            var sheet = await owner.GetAsync($"times?staffId={id}&from={monday:yyyy-MM-dd}");
            var figures = row!.List("figures");
            Assert.Equal(
                (name, sheet.Number("jobHours"), sheet.Number("presentHours")),
                (name, figures[2]!.GetValue<decimal>(), figures[3]!.GetValue<decimal>())
            );
        }
    }

    [Fact]
    public async Task A_page_prints_and_what_filters_do_not_narrow_says_so()
    {
        using var owner = await shop.SignInAsync("ingrid");
        foreach (var page in Enum.GetValues<MeasurePage>())
            Assert.Equal("%PDF"u8.ToArray(), (await owner.BytesAsync($"/api/measures/{page}/paper.pdf?period=last month"))[..4]);
        var narrowed = await owner.GetAsync("measures/Parts?period=last month&make=Tarnow");
        Assert.True(FigureOf(narrowed, Measure.StockValue)["isWhole"]!.GetValue<bool>());
        Assert.False(FigureOf(narrowed, Measure.PartsSales)["isWhole"]!.GetValue<bool>());
    }

    [Fact]
    public async Task What_moved_a_figure_is_named_with_its_reason()
    {
        using var owner = await shop.SignInAsync("ingrid");
        foreach (var measure in new[] { "EffectiveRate", "PartsMargin", "PromisesKept" })
        {
            var moved = await owner.GetAsync($"measures/moved/{measure}?period=last 90 days");
            Assert.NotEmpty(moved.Text("sentence"));
            var costs = moved.List("rows").Select(r => r!.Number("cost")).ToList();
            Assert.InRange(costs.Count, 1, 10);
            Assert.Equal(costs.OrderDescending(), costs);
            Assert.All(moved.List("rows"), r => Assert.Matches(@"\d|begun too late", r!.Text("why")));
            // Where there is none, no sentence leads up to some.
            var before = await owner.GetAsync($"measures/moved/{measure}?period=2015");
            Assert.Empty(before.List("rows"));
            Assert.DoesNotMatch("These|:$", before.Text("sentence"));
        }
    }

    /// <summary>The days before today are kept, and today is added: what comes of it is what all of it read at once gives.</summary>
    [Fact]
    public async Task Past_days_kept_and_today_read_make_the_same_as_all_read_at_once()
    {
        await using var db = shop.OpenDb();
        var own = await db.Shops.AsNoTracking().SingleAsync();
        var last = own.Local(Instant.FromDateTimeOffset(ShopFixture.Start)).Date.PlusDays(-3);
        var period = ReportPeriod.Parse($"{last.PlusDays(-40):uuuu-MM-dd} to {last:uuuu-MM-dd}", last, own.WeekBegins).Value;
        var evening = own.Utc(last.At(new LocalTime(23, 0)));
        var kept = new MeasureMemory(new OpenBalances());
        foreach (var filter in new[] { MeasureFilter.Everything, new MeasureFilter(1, null, null, null, null, 5) })
        foreach (var measure in Enum.GetValues<Measure>().Where(m => !MeasureInfo.Of(m).IsNow))
        {
            // A day later the whole stretch is one of the past.
            var whole = await new MeasureReader(
                db,
                own,
                filter,
                evening + Duration.FromDays(1),
                new MeasureMemory(new OpenBalances())
            ).ValueAsync(measure, period);
            for (var round = 0; round < 2; round++)
                Assert.Equal(whole, await new MeasureReader(db, own, filter, evening, kept).ValueAsync(measure, period));
        }
    }
}
