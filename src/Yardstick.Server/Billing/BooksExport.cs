using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Imports;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>The books as CSV: a row for each line of the journal, and the trial balance (docs/books.md describes the columns).</summary>
public static class BooksExport
{
    private static readonly IReadOnlyList<string> JournalHead =
    [
        "entry",
        "day",
        "event",
        "document",
        "text",
        "account",
        "accountName",
        "code",
        "debit",
        "credit",
    ];

    private static readonly IReadOnlyList<string> BalanceHead = ["account", "accountName", "code", "debit", "credit"];

    private sealed record Row(
        long Id,
        LocalDate Day,
        JournalEvent Event,
        long? DocumentId,
        string Text,
        LedgerAccount Account,
        string Code,
        long Cents
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/books/journal.csv", JournalAsync).Asks(Permission.KeepBooks).Produces(200).ProducesProblem(422);
        api.MapGet("/books/trial-balance.csv", TrialBalanceAsync).Asks(Permission.KeepBooks).Produces(200).ProducesProblem(422);
    }

    private static async Task<IResult> JournalAsync(string? from, string? through, ShopDb db, TimeProvider time)
    {
        var period = await Books.PeriodAsync(db, from, through, time.Now());
        if (period.Problem is { } problem)
            return Problems.Of(problem);
        var (first, last) = period.Value;
        var chart = await Books.ChartAsync(db);
        var rows = (
            from line in db.JournalLines
            join entry in db.Journal on line.EntryId equals entry.Id
            where entry.Day >= first && entry.Day <= last
            orderby entry.Id, line.Id
            select new Row(entry.Id, entry.Day, entry.Event, entry.DocumentId, entry.Text, line.Account, line.Code, line.Amount.Cents)
        ).AsEnumerable();
        return Results.Stream(
            output => CsvFile.WriteAsync(output, rows.Select(r => Cells(r, chart)).Prepend(JournalHead)),
            "text/csv",
            FormattableString.Invariant($"journal-{first:yyyy-MM-dd}-{last:yyyy-MM-dd}.csv")
        );
    }

    private static IReadOnlyList<string> Cells(Row row, LedgerChart chart) =>
        [
            Plain(row.Id),
            FormattableString.Invariant($"{row.Day:yyyy-MM-dd}"),
            row.Event.ToString(),
            row.DocumentId is { } id ? Plain(id) : "",
            row.Text,
            chart.NumberOf(row.Account, row.Code),
            chart.NameOf(row.Account, row.Code),
            row.Code,
            row.Cents > 0 ? new Money(row.Cents).AsTyped : "",
            row.Cents < 0 ? new Money(-row.Cents).AsTyped : "",
        ];

    private static async Task<IResult> TrialBalanceAsync(string? through, ShopDb db, TimeProvider time)
    {
        var period = await Books.PeriodAsync(db, "2000-01-01", through, time.Now());
        if (period.Problem is { } problem)
            return Problems.Of(problem);
        var balances = await Books.BalancesAsync(db, period.Value.Through);
        return Results.Stream(
            output =>
                CsvFile.WriteAsync(
                    output,
                    balances
                        .Select(b => (IReadOnlyList<string>)[b.Number, b.Name, b.Code, Typed(b.Debit), Typed(b.Credit)])
                        .Prepend(BalanceHead)
                ),
            "text/csv",
            FormattableString.Invariant($"trial-balance-{period.Value.Through:yyyy-MM-dd}.csv")
        );
    }

    private static string Typed(decimal amount) => amount == 0 ? "" : Money.Of(amount).AsTyped;

    private static string Plain(long number) => number.ToString(CultureInfo.InvariantCulture);
}
