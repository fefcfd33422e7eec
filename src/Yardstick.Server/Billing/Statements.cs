using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Statements of accounts by month: shown, as PDF, by email.</summary>
public static class Statements
{
    /// <summary>A line.</summary>
    public sealed record StatementLineView(LocalDate Day, string Text, decimal Amount, decimal Balance);

    /// <summary>A statement.</summary>
    public sealed record StatementView(
        LocalDate From,
        LocalDate Through,
        decimal Before,
        decimal After,
        IReadOnlyList<StatementLineView> Lines
    );

    /// <summary>Which month is sent.</summary>
    /// <param name="Month">Any day of it, as <c>2026-11-01</c>.</param>
    /// <param name="Reminder">1 to 3 for a reminder of what is past due; 0 for the statement alone.</param>
    public sealed record SendStatementRequest(string? Month, int Reminder = 0);

    /// <summary>Where it went.</summary>
    public sealed record StatementSent(string To);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/accounts/{id:long}/statement", ShowAsync).Asks(Permission.TakePayments).Produces<StatementView>().ProducesProblem(404);
        api.MapGet("/accounts/{id:long}/statement.pdf", PdfAsync).Asks(Permission.TakePayments).Produces(200).ProducesProblem(404);
        api.MapPost("/accounts/{id:long}/statement", SendAsync)
            .Asks(Permission.WriteToCustomers)
            .Produces<StatementSent>()
            .ProducesProblem(422);
    }

    private sealed record Read(Core.Customers.Customer Customer, Shop Shop, LocalDateTime Now, AccountStatement Statement, Aging Aging);

    private static async Task<Result<Read>> ReadAsync(ShopDb db, long id, string? month, Instant now)
    {
        var records = await db.AccountRecordsAsync(id);
        if (await db.Customers.Include(c => c.Emails).FirstOrDefaultAsync(c => c.Id == records[0]) is not { } customer)
            return Gone.Customer;
        var shop = await db.Shops.SingleAsync();
        var local = shop.Local(now);
        var day = string.IsNullOrWhiteSpace(month) ? local.Date : DateTimeInput.Day(month, local, "month");
        if (day.Problem is { } noDay)
            return noDay;
        var mine = db.Invoices.Where(i => records.Contains(i.CustomerId!.Value));
        var invoices = await mine.ToListAsync();
        var ids = mine.Select(i => i.Id);
        var statement = AccountStatement.Of(
            day.Value,
            invoices,
            await db.Payments.Where(p => p.InvoiceId != null && ids.Contains(p.InvoiceId.Value)).ToListAsync(),
            await db.Adjustments.Where(a => ids.Contains(a.InvoiceId)).ToListAsync(),
            shop
        );
        var open = await db.OpenStanding(mine).ToListAsync();
        return new Read(customer, shop, local, statement, Aging.Of(open.Select(o => (o.Invoice.DueOn, o.Balance)), local.Date));
    }

    private static async Task<IResult> ShowAsync(long id, string? month, ShopDb db, TimeProvider time)
    {
        var read = await ReadAsync(db, id, month, time.Now());
        if (read.Problem is { } problem)
            return Problems.Of(problem);
        var s = read.Value.Statement;
        return Results.Ok(
            new StatementView(
                s.From,
                s.Through,
                s.Before.Amount,
                s.After.Amount,
                [.. s.Lines.Select(l => new StatementLineView(l.Day, l.Text, l.Amount.Amount, l.Balance.Amount))]
            )
        );
    }

    private static async Task<IResult> PdfAsync(long id, string? month, ShopDb db, ContentStore store, TimeProvider time)
    {
        var read = await ReadAsync(db, id, month, time.Now());
        return read.Problem is { } problem
            ? Problems.Of(problem)
            : Results.File(ListPages.Draw(PaperOf(read.Value), store.ReadOrNull), "application/pdf", NameOf(read.Value));
    }

    private static string NameOf(Read read) =>
        FormattableString.Invariant($"statement-{read.Customer.Id}-{read.Statement.From:yyyy-MM}.pdf");

    private static ListPaper PaperOf(Read read)
    {
        var (statement, currency) = (read.Statement, read.Shop.Currency);
        string In(Money amount) => amount.In(currency);
        var rows = new List<IReadOnlyList<string>> { new[] { "", "Balance before", "", In(statement.Before) } };
        rows.AddRange(
            statement.Lines.Select(l =>
                (IReadOnlyList<string>)[FormattableString.Invariant($"{l.Day:MMM d}"), l.Text, In(l.Amount), In(l.Balance)]
            )
        );
        rows.Add(["", "Balance after", "", In(statement.After)]);
        var a = read.Aging;
        return new ListPaper
        {
            Name = "Statement",
            Shop = (read.Shop.Name, read.Shop.Address, read.Shop.ContactOnInvoice),
            LogoHash = read.Shop.LogoHash,
            Date = read.Now,
            Under = $"{read.Customer.DisplayName}\n{read.Customer.Address}",
            Columns = [("Date", 0), ("What", 70), ("Amount", 330), ("Balance", 420)],
            Groups =
            [
                new ListGroup(FormattableString.Invariant($"{statement.From:MMMM yyyy}"), rows),
                new ListGroup(
                    FormattableString.Invariant($"Open on {read.Now:MMMM d, yyyy}, by age"),
                    [
                        ["", "Not due yet", "", In(a.Current)],
                        ["", "1 to 30 days past due", "", In(a.To30)],
                        ["", "31 to 60 days", "", In(a.To60)],
                        ["", "61 to 90 days", "", In(a.To90)],
                        ["", "Over 90 days", "", In(a.Older)],
                        ["", "Total", "", In(a.Total)],
                    ]
                ),
            ],
        };
    }

    /// <summary>The PDF is drawn before the change; the email is kept in it and goes out afterwards.</summary>
    private static async Task<IResult> SendAsync(
        long id,
        SendStatementRequest request,
        CommandRunner commands,
        ShopDb before,
        ContentStore store,
        Templates.Filler filler,
        TimeProvider time
    )
    {
        var read = await ReadAsync(before, id, request.Month, time.Now());
        if (read.Problem is { } problem)
            return Problems.Of(problem);
        var hash = await store.KeepFileAsync(ListPages.Draw(PaperOf(read.Value), store.ReadOrNull));
        return await commands.RunAsync<StatementSent>(async work =>
        {
            var (customer, shop) = (read.Value.Customer, read.Value.Shop);
            if (customer.Emails.Count == 0)
                return new Problem("statement.email", $"{customer.DisplayName} has no email address. Add one, or print the statement.");
            if (StatementWords.May(read.Value.Aging, customer.DisplayName, request.Reminder).Problem is { } nothing)
                return nothing;
            var use = StatementWords.UseOf(request.Reminder);
            var template = await work.Db.MessageTemplates.OrderBy(t => t.Id).FirstOrDefaultAsync(t => t.RemovedAt == null && t.Use == use)
                ?? StatementWords.Starting().First(t => t.Use == use);
            var fields = StatementWords.Values(read.Value.Statement, read.Value.Aging, customer.DisplayName, shop);
            var (subject, body) = (filler.Fill(template.Subject, fields), filler.Fill(template.Body, fields));
            var to = customer.Emails[0].Address;
            var written = Message.Write(MessageChannel.Email, to, subject, body, work.Actor, work.Actor.At);
            if (written.Problem is { } refused)
                return refused;
            written.Value.IsAbout(customer.Id, null);
            written.Value.Attach(hash, NameOf(read.Value));
            work.Db.Messages.Add(written.Value);
            await work.Db.SaveChangesAsync();
            return new StatementSent(to);
        });
    }
}
