using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Data.Billing;
using Yardstick.Server.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>Payers, payments of every kind, credits and the books that they leave behind.</summary>
public class BillingTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task BooksAreRightAsync()
    {
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }

    private static async Task<long> InvoicedAsync(Browser writer, string name)
    {
        var (order, job) = await writer.WriteUpAsync(name);
        await writer.FinishAsync(order, job);
        return (await writer.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
    }

    private async Task<long> PayerAsync()
    {
        await using var db = shop.OpenDb();
        return await db.Customers.Where(c => c.CreditDays != null).OrderBy(c => c.Id).Select(c => c.Id).FirstAsync();
    }

    /// <summary>The shop writes the statement's email in its own words.</summary>
    private async Task AccountTemplateAsync()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var templates = (await owner.GetAsync("templates")).List("templates");
        // One of an account knows no order, and the other way round.
        foreach (var (use, body) in new[] { ("reminder1", "{{ car.plate }}"), ("ready", "{{ account.overdue }}") })
        {
            var wrong = await owner.RefusedAsync("templates/preview", new { body, use });
            Assert.Equal("template.field", wrong.Text("code"));
        }
        var tried = await owner.PostAsync("templates/preview", new { body = "{{ account.overdue }}", use = "reminder1" });
        Assert.Equal("$310.50", tried.Text("body"));
        Assert.Equal(4, templates.Count(t => t!.Text("use") is "statement" or "reminder1" or "reminder2" or "reminder3"));
        await owner.PostAsync(
            "templates",
            new
            {
                id = templates.First(t => t!.Text("use") == "statement")!.Id(),
                name = "Statement",
                channel = "Email",
                subject = "{{ account.month }}",
                body = "Our own words: {{ account.balance }}",
                use = "statement",
            }
        );
    }

    private static async Task SetJobAsync(Browser writer, long order, long job, string field, string value)
    {
        var version = (await writer.SheetAsync(order)).List("jobs").First(j => j!.Id() == job)!["version"]!.GetValue<int>();
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field,
                value,
                version,
            }
        );
    }

    [Fact]
    public async Task A_core_that_comes_later_is_credited_alone_also_after_it_was_given_up()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, job) = await mina.WriteUpAsync("Altteil");
        long part;
        await using (var db = shop.OpenDb())
            part = await db.Parts.Where(p => p.CoreEach > UnitPrice.Zero && p.OnHand >= Quantity.One).Select(p => p.Id).FirstAsync();
        var line = (await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", partId = part })).Id();
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "coresReturned",
                value = "0",
                version = (await mina.LineAsync(order, line))["version"]!.GetValue<int>(),
            }
        );
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        async Task<JsonNode?> ListedAsync() =>
            (await ingrid.GetAsync("part-returns")).List("customerCores").SingleOrDefault(c => c!.Number("lineId") == line);
        Assert.Equal((1m, false), ((await ListedAsync())!.Number("quantity"), (await ListedAsync())!.Flag("givenUp")));

        // It will never come: what was held for the customer is the shop's. Then it comes all the same.
        var place = $"orders/{order}/lines/{line}/core";
        Assert.Equal("core.reason", (await ingrid.RefusedAsync($"{place}/give-up", new { reason = " " })).Text("code"));
        await ingrid.PostAsync($"{place}/give-up", new { reason = "Moved away" });
        Assert.True((await ListedAsync())!.Flag("givenUp"));
        await BooksAreRightAsync();
        Assert.Equal("core.none", (await ingrid.RefusedAsync($"{place}/give-up", new { reason = "Again" })).Text("code"));

        var at = await mina.GetAsync($"{place}-invoice");
        Assert.Equal(invoice, at["invoiceId"]!.GetValue<long>());
        var charged = (await ListedAsync())!.Number("amount");
        var credit = new
        {
            reason = "Core returned",
            lines = new[]
            {
                new
                {
                    job = at.Text("job"),
                    line = at["line"]!.GetValue<int>(),
                    quantity = "",
                    toStock = false,
                    isCore = true,
                },
            },
        };
        var before = (await mina.GetAsync($"invoices/{invoice}")).Number("balance");
        await ingrid.PostAsync($"invoices/{invoice}/credit", credit);
        var after = await mina.GetAsync($"invoices/{invoice}");
        Assert.True(before - after.Number("balance") >= charged);
        Assert.Equal(0, after.List("creditable").Single(l => l!.Number("line") == credit.lines[0].line)!.Number("coresLeft"));
        Assert.Null(await ListedAsync());
        await BooksAreRightAsync();
        Assert.Equal("credit.lines", (await ingrid.RefusedAsync($"invoices/{invoice}/credit", credit)).Text("code"));
        await ingrid.RefusedAsync($"{place}/expect", new { }, HttpStatusCode.NotFound);
        // What is left of the invoice is credited without the core.
        await ingrid.PostAsync($"invoices/{invoice}/credit", new { reason = "All of it", lines = (object?)null });
        Assert.Equal(0, (await mina.GetAsync($"invoices/{invoice}")).Number("balance"));
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task Three_payers_get_an_invoice_each_and_the_deductible_goes_to_the_customer()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, first) = await mina.WriteUpAsync("Dreier");
        var jobs = new List<long> { first };
        foreach (var title in new[] { "Covered by the contract", "Goodwill" })
        {
            var job = (await mina.PostAsync($"orders/{order}/jobs", new { title })).Id();
            await mina.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Labor",
                    description = title,
                    hours = "1",
                }
            );
            jobs.Add(job);
        }
        var contract = await PayerAsync();
        await SetJobAsync(mina, order, jobs[1], "payer", contract.ToString(CultureInfo.InvariantCulture));
        await SetJobAsync(mina, order, jobs[2], "payer", "Shop");
        await mina.PostAsync(
            $"orders/{order}/payers/{contract}",
            new
            {
                field = "deductible",
                value = "50",
                version = 1,
            }
        );
        // The customer hears what is theirs to pay, and the writer that a credit between two payers is lost.
        var sheet = await mina.SheetAsync(order);
        var all = (await mina.GetAsync($"orders/{order}/talk-through")).List("choices").MaxBy(c => c!.List("jobIds").Count)!;
        Assert.Equal(sheet["totals"]!.List("payers")[0]!.Number("due"), all.Number("customerPays"));
        Assert.True(all.Number("customerPays") < all.Number("total"));
        await SetJobAsync(mina, order, first, "credit", "100%");
        await SetJobAsync(mina, order, first, "creditFor", jobs[1].ToString(CultureInfo.InvariantCulture));
        var lost = (await mina.SheetAsync(order)).List("jobs").Select(j => j!.Text("creditLost").Length > 0);
        Assert.Equal([true, true, false], lost);
        await SetJobAsync(mina, order, first, "credit", "");
        foreach (var job in jobs.Skip(1))
            await mina.ApproveAsync(order, job);
        await mina.FinishAsync(order, first);
        await mina.PostAsync($"orders/{order}/finish-jobs");
        var payers = (await mina.SheetAsync(order))["totals"]!.List("payers");
        Assert.Equal(["Customer", "Account", "Shop"], payers.Select(p => p!.Text("payer")));
        Assert.Equal(50, payers[0]!.Number("deductible"));
        var posted = await mina.PostAsync($"orders/{order}/invoice");
        List<long> invoices = [posted["invoiceId"]!.GetValue<long>(), .. posted.List("others").Select(o => o!.GetValue<long>())];
        var views = new List<JsonNode>();
        foreach (var id in invoices)
            views.Add(await mina.GetAsync($"invoices/{id}"));
        Assert.Equal(["Customer", "Account", "Shop"], views.Select(v => v.Text("payer")));
        Assert.Equal(payers.Select(p => p!.Number("due")), views.Select(v => v.Number("amountDue")));
        Assert.Equal((await mina.SheetAsync(order))["totals"]!["figures"]!.Number("total"), views.Sum(v => v.Number("total")));
        Assert.Equal(0, views[2].Number("balance"));
        await BooksAreRightAsync();

        // Credited whole, the deductible goes back as well.
        using var owner = await shop.SignInAsync("ingrid");
        var credited = await owner.PostAsync($"invoices/{invoices[1]}/credit", new { reason = "The contract had ended" });
        Assert.Equal(-views[1].Number("total"), (await mina.GetAsync($"invoices/{credited["creditNoteId"]}")).Number("total"));
        Assert.Equal(0, (await mina.GetAsync($"invoices/{invoices[1]}")).Number("balance"));
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task Deposit_check_cash_and_write_off_pay_an_invoice_and_money_goes_back_the_way_it_came()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        var (order, job) = await mina.WriteUpAsync("Anzahlung");
        await mina.PostAsync($"orders/{order}/deposits", new { method = "Cash", amount = "40" });
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        var view = await mina.GetAsync($"invoices/{invoice}");
        Assert.Equal((40m, view.Number("total") - 40), (view.Number("paid"), view.Number("balance")));
        await mina.PostAsync($"invoices/{invoice}/checks", new { amount = "60", checkNumber = "1044" });
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "20" });
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await mina.SendAsync(HttpMethod.Post, $"invoices/{invoice}/write-offs", new { reason = "x" })).Status
        );
        await owner.PostAsync($"invoices/{invoice}/write-offs", new { amount = "1.50", reason = "Rounding a complaint" });
        view = await mina.GetAsync($"invoices/{invoice}");
        Assert.Equal(view.Number("total") - 121.50m, view.Number("balance"));
        var check = view.List("payments").First(p => p!.Text("method") == "Check")!;
        Assert.Equal(
            "refund.more",
            (await owner.RefusedAsync($"invoices/{invoice}/payments/{check.Id()}/refund", new { amount = "60.01" })).Text("code")
        );
        await owner.PostAsync($"invoices/{invoice}/payments/{check.Id()}/refund", new { amount = "10" });
        Assert.Equal(
            50,
            (await mina.GetAsync($"invoices/{invoice}")).List("payments").First(p => p!.Id() == check.Id())!.Number("refundable")
        );
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task A_line_is_credited_its_money_stays_as_a_deposit_and_the_rest_adds_up()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        var invoice = await InvoicedAsync(mina, "Gutschrift");
        var before = await mina.GetAsync($"invoices/{invoice}");
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "5000" });
        var line = before.List("creditable").First(l => l!.Text("kind") == "Labor")!;
        var lines = new[]
        {
            new
            {
                job = line.Text("job"),
                line = line["line"]!.GetValue<int>(),
                quantity = "1/2",
                toStock = false,
            },
        };
        var preview = await owner.PostAsync($"invoices/{invoice}/credit-preview", new { reason = "", lines });
        var credited = await owner.PostAsync(
            $"invoices/{invoice}/credit",
            new
            {
                reason = "Half an hour too much",
                lines,
                keepAsDeposit = true,
            }
        );
        Assert.Equal(preview.Number("due"), credited.Number("kept"));
        var after = await mina.GetAsync($"invoices/{invoice}");
        Assert.Equal((0m, preview.Number("due")), (after.Number("balance"), after.Number("credited")));
        // All that is left, later: together they are the invoice.
        var rest = await owner.PostAsync($"invoices/{invoice}/credit", new { reason = "Customer is unhappy" });
        var total =
            (await mina.GetAsync($"invoices/{credited["creditNoteId"]}")).Number("total")
            + (await mina.GetAsync($"invoices/{rest["creditNoteId"]}")).Number("total");
        Assert.Equal(-before.Number("total"), total);
        Assert.Equal(
            "invoice.reversed",
            (await owner.RefusedAsync($"invoices/{invoice}/credit", new { reason = "Once more" })).Text("code")
        );
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task A_line_picked_twice_is_judged_one_after_the_other_and_too_much_credits_nothing()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        var invoice = await InvoicedAsync(mina, "Zweimal");
        var part = (await mina.GetAsync($"invoices/{invoice}")).List("creditable").First(l => l!.Text("kind") == "Part")!;
        object Of(params string[] quantities) =>
            new
            {
                reason = "Brought back",
                lines = quantities
                    .Select(quantity => new
                    {
                        job = part.Text("job"),
                        line = part["line"]!.GetValue<int>(),
                        quantity,
                        toStock = false,
                    })
                    .ToArray(),
            };
        var whole = (await owner.PostAsync($"invoices/{invoice}/credit-preview", Of("2"))).Number("due");
        Assert.Equal(whole, (await owner.PostAsync($"invoices/{invoice}/credit-preview", Of("1", "1"))).Number("due"));
        Assert.Equal("credit.lines", (await owner.RefusedAsync($"invoices/{invoice}/credit", Of("1", "1", "1"))).Text("code"));
        Assert.Equal(0, (await mina.GetAsync($"invoices/{invoice}")).Number("credited"));
        await owner.PostAsync($"invoices/{invoice}/credit", Of("1", "1"));
        Assert.Equal(whole, (await mina.GetAsync($"invoices/{invoice}")).Number("credited"));
        Assert.Equal("credit.lines", (await owner.RefusedAsync($"invoices/{invoice}/credit", Of("1"))).Text("code"));
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task A_credited_part_goes_back_to_the_supplier_that_it_came_from_by_way_of_the_shelf()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        static object OneOf(JsonNode line) =>
            new
            {
                reason = "Brought back unused",
                lines = new[]
                {
                    new
                    {
                        job = line.Text("job"),
                        line = line["line"]!.GetValue<int>(),
                        quantity = "1",
                        toStock = false,
                        toSupplier = true,
                    },
                },
            };
        async Task<JsonNode> PartOfAsync(long id) =>
            (await mina.GetAsync($"invoices/{id}")).List("creditable").First(l => l!.Text("kind") == "Part")!;
        var invoice = await InvoicedAsync(mina, "Zurueck");
        var credited = await owner.PostAsync($"invoices/{invoice}/credit", OneOf(await PartOfAsync(invoice)));
        var number = Assert.Single(credited.List("returns"))!.GetValue<long>();
        async Task<JsonNode> ReturnAsync() =>
            (await mina.GetAsync("part-returns")).List("returns").First(r => r!["number"]!.GetValue<long>() == number)!;
        var written = await ReturnAsync();
        Assert.Equal(("Harbor Parts", 1m), (written.Text("supplier"), Assert.Single(written.List("lines"))!.Number("quantity")));
        await BooksAreRightAsync();
        // Until it is picked up it lies on the shelf; then it is gone, and the supplier owes its price.
        await using var db = shop.OpenDb();
        var part = await db.PartReturnLines.Where(l => l.PartReturnId == written.Id()).Select(l => l.PartId).SingleAsync();
        var shelved = (await db.Parts.AsNoTracking().SingleAsync(p => p.Id == part)).OnHand.Value;
        await mina.PostAsync($"part-returns/{written.Id()}/send");
        Assert.Equal(shelved - 1, (await db.Parts.AsNoTracking().SingleAsync(p => p.Id == part)).OnHand.Value);
        await mina.PostAsync($"part-returns/{written.Id()}/credit", new { amount = "", memo = "CM-1" });
        await BooksAreRightAsync();
        // The other one too; no third came.
        await owner.PostAsync($"invoices/{invoice}/credit", OneOf(await PartOfAsync(invoice)));
        await BooksAreRightAsync();
        Assert.Equal("credit.noSupplier", (await owner.RefusedAsync("invoices/1/credit", OneOf(await PartOfAsync(1)))).Text("code"));
    }

    [Fact]
    public async Task An_account_pays_several_invoices_at_once_and_gets_its_statement()
    {
        using var mina = await shop.SignInAsync("mina");
        var open = (await mina.GetAsync("accounts"))
            .List("accounts")
            .First(a => a!["days"] is not null && a!["aging"]!.Number("total") > 0)!;
        var id = open["customerId"]!.GetValue<long>();
        var page = await mina.GetAsync($"accounts/{id}");
        Assert.Equal(open["aging"]!.Number("total"), page.List("open").Sum(o => o!.Number("balance")));
        var total = open["aging"]!.Number("total");
        var paid = await mina.PostAsync(
            $"accounts/{id}/payments",
            new
            {
                method = "Check",
                amount = (total + 25).ToString(CultureInfo.InvariantCulture),
                checkNumber = "2001",
            }
        );
        Assert.Equal((total, 25m), (paid.Number("paid"), paid.Number("kept")));
        page = await mina.GetAsync($"accounts/{id}");
        Assert.Empty(page.List("open"));
        Assert.Equal(25, page["account"]!.Number("deposits"));
        var statement = await mina.GetAsync($"accounts/{id}/statement");
        Assert.Equal(0, statement.Number("after"));
        // What was added up for the list before, and caught up with since, is what somebody gets who adds up all anew.
        await using (var db = shop.OpenDb())
        {
            async Task<List<OwedInvoice>> OwedAsync(OpenBalances by) => [.. (await by.InvoicesAsync(db)).OrderBy(i => i.Id)];
            using var anew = new OpenBalances();
            var caughtUp = await OwedAsync(shop.Services.GetRequiredService<OpenBalances>());
            Assert.Equal(await OwedAsync(anew), caughtUp);
            Assert.DoesNotContain(caughtUp, i => i.CustomerId == id);
        }
        await AccountTemplateAsync();
        var mailed = await mina.PostAsync($"accounts/{id}/statement", new { reminder = 0 });
        await using (var db = shop.OpenDb())
        {
            var message = await db.Messages.OrderBy(m => m.Id).LastAsync(m => m.Address == mailed.Text("to"));
            Assert.StartsWith("Our own words: 0.00", message.Body.Replace("$", "", StringComparison.Ordinal), StringComparison.Ordinal);
        }
        Assert.Equal("statement.notDue", (await mina.RefusedAsync($"accounts/{id}/statement", new { reminder = 1 })).Text("code"));
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task A_merge_takes_the_account_along_and_taking_it_back_parts_it_again()
    {
        using var mina = await shop.SignInAsync("mina");
        var (one, two) = (await InvoicedAsync(mina, "Ledger"), await InvoicedAsync(mina, "Ledgers"));
        var (kept, gone) = (await CustomerOfAsync(one), await CustomerOfAsync(two));
        var owed = (await AccountAsync(kept), await AccountAsync(gone));
        // The record that will be gone has a deposit too, from an order of its own.
        var order = (await mina.PostAsync("orders", new { customerId = gone, withoutVehicle = true })).Id();
        await mina.PostAsync($"orders/{order}/deposits", new { method = "Cash", amount = "30" });
        var merge = (await mina.PostAsync($"customers/{kept}/merge", new { otherId = gone }))["mergeId"]!.GetValue<long>();
        Assert.Equal((2, owed.Item1 + owed.Item2), (await OpenAsync(), await AccountAsync(kept)));
        Assert.Equal(await AccountAsync(kept), await AccountAsync(gone));
        Assert.Equal([kept], await ListedAsync());
        // The deposit of the one pays the invoice of the other.
        var deposit = (await mina.GetAsync($"invoices/{one}")).List("deposits").Single()!;
        await mina.PostAsync($"invoices/{one}/deposits", new { depositId = deposit.Id() });
        Assert.Equal(owed.Item1 + owed.Item2 - 30, await AccountAsync(kept));
        await BooksAreRightAsync();
        await mina.PostAsync($"merges/{merge}/undo");
        Assert.Equal((owed.Item1 - 30, owed.Item2), (await AccountAsync(kept), await AccountAsync(gone)));
        Assert.Equal([kept, gone], await ListedAsync());
        await BooksAreRightAsync();

        async Task<decimal> AccountAsync(long id) => (await mina.GetAsync($"accounts/{id}"))["account"]!["aging"]!.Number("total");
        async Task<int> OpenAsync() => (await mina.GetAsync($"accounts/{kept}")).List("open").Count;
        async Task<long> CustomerOfAsync(long invoice) => (await mina.GetAsync($"invoices/{invoice}"))["customerId"]!.GetValue<long>();
        async Task<long[]> ListedAsync() =>
            [
                .. (await mina.GetAsync("accounts"))
                    .List("accounts")
                    .Select(a => a!["customerId"]!.GetValue<long>())
                    .Where(id => id == kept || id == gone)
                    .Order(),
            ];
    }

    [Fact]
    public async Task Figures_of_a_credit_are_read_as_typed_and_tips_are_offered_where_the_shop_takes_them()
    {
        using var mina = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        var invoice = await InvoicedAsync(mina, "Trinkgeld");
        var line = (await mina.GetAsync($"invoices/{invoice}")).List("creditable")[0]!;
        async Task<string> RefusedAsync(string quantity) =>
            (
                await owner.RefusedAsync(
                    $"invoices/{invoice}/credit-preview",
                    new
                    {
                        lines = new[]
                        {
                            new
                            {
                                job = line.Text("job"),
                                line = line["line"]!.GetValue<int>(),
                                quantity,
                            },
                        },
                    }
                )
            ).Text("code");
        Assert.Equal("figure.unreadable", await RefusedAsync("some"));
        Assert.Equal("figure.range", await RefusedAsync("0"));
        Assert.Equal("credit.lines", await RefusedAsync("999"));
        Assert.False((await mina.GetAsync($"invoices/{invoice}")).Flag("takesTips"));
        await owner.PostAsync("setup/shop", new { field = "takesTips", value = "true" });
        Assert.True((await mina.GetAsync($"invoices/{invoice}")).Flag("takesTips"));
        await owner.PostAsync("setup/shop", new { field = "takesTips", value = "false" });
    }

    [Fact]
    public async Task The_drawer_is_counted_taxes_are_remitted_and_a_locked_day_refuses()
    {
        using var owner = await shop.SignInAsync("ingrid");
        var drawer = await owner.GetAsync("drawer");
        if (!drawer["isOpen"]!.GetValue<bool>())
            await owner.PostAsync("drawer/open", new { counted = Typed(drawer.Number("expected")) });
        Assert.Equal("drawer.open", (await owner.RefusedAsync("drawer/open", new { counted = "1" })).Text("code"));
        drawer = await owner.GetAsync("drawer");
        var expected = drawer.Number("expected");
        var moves = drawer.List("moves").Sum(m => m!.Number("amount"));
        Assert.Equal(expected, drawer.List("counts")[0]!.Number("left") + moves);
        await owner.PostAsync(
            "drawer/close",
            new
            {
                counted = Typed(expected - 2),
                banked = Typed(expected - 102),
                checksToBank = true,
                note = "two short",
            }
        );
        drawer = await owner.GetAsync("drawer");
        Assert.Equal((100m, 0m, -2m), (drawer.Number("expected"), drawer.Number("checks"), drawer.List("counts")[0]!.Number("difference")));

        var tax = (await owner.GetAsync("books/held"))
            .List("amounts")
            .First(a => a!.Text("account") == "SalesTax" && a!.Number("held") > 0)!;
        await owner.PostAsync(
            "books/remittances",
            new
            {
                account = "SalesTax",
                code = tax.Text("code"),
                reference = "Confirmation 77",
            }
        );
        Assert.Equal(
            "remittance.more",
            (
                await owner.RefusedAsync(
                    "books/remittances",
                    new
                    {
                        account = "SalesTax",
                        code = tax.Text("code"),
                        amount = "1",
                    }
                )
            ).Text("code")
        );
        var balance = await owner.GetAsync("books/trial-balance");
        Assert.Equal(balance.Number("debits"), balance.Number("credits"));
        Assert.Equal("books.future", (await owner.RefusedAsync("books/lock", new { until = "today" })).Text("code"));
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task A_difference_is_found()
    {
        await using var db = shop.OpenDb();
        await using var trial = await db.Database.BeginTransactionAsync();
        db.Adjustments.Add(
            new Adjustment
            {
                InvoiceId = 1,
                Amount = new(5),
                Reason = "not booked",
                At = shop.Time.Now(),
                ById = 1,
            }
        );
        await db.SaveChangesAsync();
        var found = await new BooksCheck(db).RunAsync();
        Assert.Contains(found, f => f.StartsWith("1100 Receivable", StringComparison.Ordinal));
        Assert.Contains(found, f => f.StartsWith("6200 WrittenOff", StringComparison.Ordinal));
    }

    private static string Typed(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);
}
