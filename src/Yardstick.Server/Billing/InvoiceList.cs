using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>
/// Finds invoices and credit memos again: by ranges of number, day and amount, by state, payer and name; prints what was found as one PDF.
/// </summary>
public static class InvoiceList
{
    private const int PageSize = 60,
        MostPrinted = 300;

    /// <summary>What is looked for, all of it as typed; nothing typed does not narrow.</summary>
    public sealed record InvoiceSearch
    {
        /// <summary>Lowest number.</summary>
        [FromQuery(Name = "numberFrom")]
        public string? NumberFrom { get; init; }

        /// <summary>Highest number.</summary>
        [FromQuery(Name = "numberTo")]
        public string? NumberTo { get; init; }

        /// <summary>Which day the range is of: opened, paid, or else posted.</summary>
        [FromQuery(Name = "dayOf")]
        public string? DayOf { get; init; }

        /// <summary>First day of it.</summary>
        [FromQuery(Name = "from")]
        public string? From { get; init; }

        /// <summary>Last day of it.</summary>
        [FromQuery(Name = "through")]
        public string? Through { get; init; }

        /// <summary>Lowest total.</summary>
        [FromQuery(Name = "amountFrom")]
        public string? AmountFrom { get; init; }

        /// <summary>Highest total.</summary>
        [FromQuery(Name = "amountTo")]
        public string? AmountTo { get; init; }

        /// <summary>open, overdue, paid, credited or memo.</summary>
        [FromQuery(Name = "state")]
        public string? State { get; init; }

        /// <summary>Customer, Account or Shop.</summary>
        [FromQuery(Name = "payer")]
        public string? Payer { get; init; }

        /// <summary>Part of the payer's name.</summary>
        [FromQuery(Name = "text")]
        public string? Text { get; init; }

        /// <summary>Key after which the next page goes on.</summary>
        [FromQuery(Name = "before")]
        public long? Before { get; init; }
    }

    /// <summary>An invoice or credit memo.</summary>
    public sealed record InvoiceRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Its number.</summary>
        public required long Number { get; init; }

        /// <summary>Invoice or credit memo.</summary>
        public required InvoiceKind Kind { get; init; }

        /// <summary>Who pays it.</summary>
        public required string Payer { get; init; }

        /// <summary>The vehicle.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The day of posting in the shop.</summary>
        public required LocalDate PostedOn { get; init; }

        /// <summary>When it is due.</summary>
        public required LocalDate DueOn { get; init; }

        /// <summary>What has to be paid.</summary>
        public required decimal Due { get; init; }

        /// <summary>What is owed of it; nothing for a credit memo.</summary>
        public required decimal Balance { get; init; }

        /// <summary>Credited in full.</summary>
        public required bool Reversed { get; init; }
    }

    /// <summary>A page of them, the latest first.</summary>
    public sealed record InvoicePage(IReadOnlyList<InvoiceRow> Rows, long? Before);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/invoices", FindAsync).Asks(Permission.SeeOrders).Produces<InvoicePage>().ProducesProblem(422);
        api.MapGet("/invoices/found.pdf", PrintAsync).Asks(Permission.SeeOrders).ProducesProblem(422);
    }

    private static async Task<IResult> PrintAsync([AsParameters] InvoiceSearch search, ShopDb db, DocumentPdfs pdfs, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var (wanted, problem) = Narrow(db, search, shop, shop.Local(time.Now()));
        if (problem is not null)
            return Problems.Of(problem);
        var found = await wanted.OrderBy(i => i.Id).Take(MostPrinted + 1).Select(i => i.DocumentJson).ToListAsync();
        return found.Count switch
        {
            0 => Problems.Of(new Problem("invoices.none", "No invoice is like that, so there is nothing to print.")),
            > MostPrinted => Problems.Of(
                new Problem("invoices.many", $"More than {MostPrinted} are found. Narrow the search, then print them in parts.")
            ),
            _ => Results.File(
                pdfs.Draw(found.Select(f => DocumentLayout.By(shop).Of(DocumentMaker.Read(f))), "Invoices"),
                "application/pdf",
                "invoices.pdf"
            ),
        };
    }

    private static async Task<IResult> FindAsync([AsParameters] InvoiceSearch search, ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var now = shop.Local(time.Now());
        var (wanted, problem) = Narrow(db, search, shop, now);
        if (problem is not null)
            return Problems.Of(problem);
        var rows = await wanted
            .Where(i => search.Before == null || i.Id < search.Before)
            .OrderByDescending(i => i.Id)
            .Take(PageSize + 1)
            .AsNoTracking()
            .ToListAsync();
        var more = rows.Count > PageSize;
        if (more)
            rows.RemoveAt(PageSize);
        var ids = rows.ConvertAll(i => i.Id);
        var standing = await db.Standing(db.Invoices.AsNoTracking().Where(i => ids.Contains(i.Id))).ToDictionaryAsync(s => s.Invoice.Id);
        var payers = rows.ConvertAll(i => i.CustomerId);
        var customers = await db.Customers.Where(c => payers.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.DisplayName);
        var orders = rows.ConvertAll(i => i.OrderId);
        var vehicles = await db
            .Orders.Where(o => orders.Contains(o.Id))
            .Join(db.Vehicles, o => o.VehicleId, v => v.Id, (o, v) => new { o.Id, Vehicle = v })
            .ToDictionaryAsync(x => x.Id, x => $"{x.Vehicle.Plate.Text} {x.Vehicle.Description}".Trim());
        return Results.Ok(
            new InvoicePage(
                rows.ConvertAll(i => new InvoiceRow
                {
                    Id = i.Id,
                    Number = i.Number,
                    Kind = i.Kind,
                    Payer = i.Payer == Payer.Shop ? "The shop" : customers.GetValueOrDefault(i.CustomerId ?? 0, "Counter sale"),
                    Vehicle = vehicles.GetValueOrDefault(i.OrderId, ""),
                    PostedOn = shop.Local(i.PostedAt).Date,
                    DueOn = i.DueOn,
                    Due = i.AmountDue.Amount,
                    Balance = standing.GetValueOrDefault(i.Id)?.Balance.Amount ?? 0,
                    Reversed = standing.GetValueOrDefault(i.Id)?.Reversed ?? false,
                }),
                more ? rows[^1].Id : null
            )
        );
    }

    private static (IQueryable<Invoice> Wanted, Problem? Problem) Narrow(ShopDb db, InvoiceSearch search, Shop shop, LocalDateTime now)
    {
        IQueryable<Invoice> wanted = db.Invoices;
        var (begin, end) = (Day(search.From, "from", now), Day(search.Through, "through", now));
        var (lowest, highest) = (Figure(search.NumberFrom, "numberFrom"), Figure(search.NumberTo, "numberTo"));
        var (least, most) = (Figure(search.AmountFrom, "amountFrom"), Figure(search.AmountTo, "amountTo"));
        if ((begin.Problem ?? end.Problem ?? lowest.Problem ?? highest.Problem ?? least.Problem ?? most.Problem) is { } unread)
            return (wanted, unread);
        if (lowest.Value is { } from && (long)from is var numberFrom)
            wanted = wanted.Where(i => i.Number >= numberFrom);
        if (highest.Value is { } to && (long)to is var numberTo)
            wanted = wanted.Where(i => i.Number <= numberTo);
        if (least.Value is { } amountFrom && Money.Of(amountFrom).Cents is var centsFrom)
            wanted = wanted.Where(i => i.Total.Cents >= centsFrom);
        if (most.Value is { } amountTo && Money.Of(amountTo).Cents is var centsTo)
            wanted = wanted.Where(i => i.Total.Cents <= centsTo);
        if ((begin.Value ?? end.Value) is not null)
            wanted = Within(
                db,
                wanted,
                search.DayOf,
                begin.Value is { } first ? shop.Utc(first.AtMidnight()) : Instant.FromUnixTimeTicks(0),
                end.Value is { } last ? shop.Utc(last.PlusDays(1).AtMidnight()) : Instant.FromUtc(9000, 1, 1, 0, 0)
            );
        if (Enum.TryParse<Payer>(search.Payer, out var payer))
            wanted = wanted.Where(i => i.Payer == payer);
        return (Named(db, InState(db, wanted, search.State, now.Date), search.Text), null);
    }

    internal static Result<LocalDate?> Day(string? typed, string field, LocalDateTime now)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return (LocalDate?)null;
        var day = DateTimeInput.Day(typed, now, field);
        return day.Problem is { } problem ? problem : day.Value;
    }

    internal static Result<decimal?> Figure(string? typed, string field)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return (decimal?)null;
        var figure = NumberInput.Amount(typed, field);
        return figure.Problem is { } problem ? problem : figure.Value;
    }

    private static IQueryable<Invoice> Within(ShopDb db, IQueryable<Invoice> wanted, string? dayOf, Instant begin, Instant end) =>
        dayOf switch
        {
            "opened" => wanted.Where(i => db.Orders.Any(o => o.Id == i.OrderId && o.OpenedAt >= begin && o.OpenedAt < end)),
            "paid" => wanted.Where(i => db.Payments.Any(p => p.InvoiceId == i.Id && p.Amount.Cents > 0 && p.At >= begin && p.At < end)),
            _ => wanted.Where(i => i.PostedAt >= begin && i.PostedAt < end),
        };

    private static IQueryable<Invoice> InState(ShopDb db, IQueryable<Invoice> wanted, string? state, LocalDate today)
    {
        if (state == "memo")
            return wanted.Where(i => i.Kind == InvoiceKind.CreditNote);
        if (string.IsNullOrEmpty(state))
            return wanted;
        var standing = db.Standing(wanted);
        standing = state switch
        {
            "credited" => standing.Where(s => s.Reversed),
            "paid" => standing.Where(s => !s.Reversed && s.Invoice.AmountDue.Cents + s.CreditCents - s.PaidCents - s.AdjustedCents <= 0),
            _ => standing.Where(s => s.Invoice.AmountDue.Cents + s.CreditCents - s.PaidCents - s.AdjustedCents > 0),
        };
        if (state == "overdue")
            standing = standing.Where(s => s.Invoice.DueOn < today);
        return standing.Select(s => s.Invoice);
    }

    private static IQueryable<Invoice> Named(ShopDb db, IQueryable<Invoice> wanted, string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return wanted;
        var words = text.Trim();
        var pattern = LikePattern.Containing(words);
        return wanted.Where(i =>
            db.Customers.Any(c =>
                c.Id == i.CustomerId
                && (
                    EF.Functions.Like(c.LastName, pattern, "\\")
                    || EF.Functions.Like(c.FirstName, pattern, "\\")
                    || EF.Functions.Like(c.BusinessName, pattern, "\\")
                )
            )
        );
    }
}
