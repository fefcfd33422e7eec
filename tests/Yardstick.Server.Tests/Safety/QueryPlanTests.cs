using System.Collections.Concurrent;
using System.Data.Common;
using System.Diagnostics;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Reports;
using Yardstick.Server.Purchasing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Safety;

/// <summary>
/// No list, page, search or change reads the shop's past from end to end: the plan of every statement that the server runs is read.
/// Plans hang on the schema alone, for the shop keeps no statistics: they are the same on a large shop.
/// </summary>
public sealed partial class QueryPlanTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    /// <summary>Tables that a shop fills once and changes now and then; all others grow with every visit.</summary>
    private static readonly HashSet<string> Small = new(StringComparer.Ordinal)
    {
        "Shops",
        "Staff",
        "Suppliers",
        "SupplierBranches",
        "Bays",
        "BookingServices",
        "ReminderSets",
        "MeasureAims",
        "MeasureMails",
        "AccessTokens",
        "StaffRights",
        "BackupPlans",
        "RetentionPlans",
        "Erasures",
        "Webhooks",
        // Names of what a statement itself makes.
        "makes",
        "Stages",
        "PolicyVersions",
        "PolicyDrafts",
        "Labels",
        "ExtraFields",
        "MessageTemplates",
        "Counters",
        "Fees",
        "CannedJobs",
        "CannedLines",
        "CannedSets",
        "CannedAlternatives",
        "InspectionTemplates",
        "OwnOperations",
        "Terminals",
        "TerminalPeople",
        "AspNetUsers",
        "ImportRuns",
        "Sessions",
        "Phrases",
        "Parts",
        "PartCompanions",
        "LedgerNames",
    };

    /// <summary>
    /// Indexes that hold a few rows of a large table: those of customers who have a rate or a certificate of their own, purchase orders
    /// that are open.
    /// </summary>
    private static readonly string[] OfFew =
    [
        "IX_Customers_LaborRateName",
        "IX_Customers_TaxExempt",
        "IX_PurchaseOrders_Id",
        "IX_PartReturns_Id",
        "IX_ReceiptLines_Id",
        "IX_SupplierBills_Id",
        "IX_OwedCores_Id",
        "IX_SubletWork_Id",
        "IX_StockCounts_Id",
        "IX_Lines_Id",
        "IX_Attendances_End",
    ];

    /// <summary>
    /// A statement that walks a table or an index in order and stops after a page; not one that first ranks a whole other table.
    /// </summary>
    private static bool StopsAfterAPage(string sql, IReadOnlyList<string> plan) =>
        sql.Contains("LIMIT", StringComparison.Ordinal)
        && !sql.Contains("ROW_NUMBER()", StringComparison.Ordinal)
        && !plan.Any(s => s.Contains("TEMP B-TREE FOR ORDER BY", StringComparison.Ordinal));

    /// <summary>A list of keys that is empty is written as 0; nothing is read for it.</summary>
    private static bool ReadsNothing(string sql) =>
        Spaces().Replace(sql, " ").Contains(" WHERE 0 ", StringComparison.Ordinal) || sql.EndsWith("WHERE 0", StringComparison.Ordinal);

    /// <summary>All that is kept of one customer is handed out once in years, and may read through a table for it.</summary>
    private static bool HandsOut(string sql) =>
        sql.Contains("temp.Of", StringComparison.Ordinal) || sql.Contains(" IN Of", StringComparison.Ordinal);

    [Fact]
    public async Task No_statement_scans_a_table_that_grows()
    {
        var ran = new ConcurrentDictionary<string, (string Sql, List<(string Name, object? Value)> Parameters)>();
        using var listening = new Statements(Path.Combine(shop.Folder, "shop.db"), ran);
        var answered = await WalkAsync();
        Assert.True(answered > 100, $"Only {answered} of the addresses that are read answered.");
        Assert.True(ran.Count > 300, $"Only {ran.Count} statements ran.");

        await using var connection = new SqliteConnection($"Data Source={Path.Combine(shop.Folder, "shop.db")};Mode=ReadOnly");
        await connection.OpenAsync();
        var bad = new SortedSet<string>(StringComparer.Ordinal);
        foreach (var (sql, parameters) in ran.Values.Where(r => !ReadsNothing(r.Sql) && !HandsOut(r.Sql)))
        {
            var plan = await PlanAsync(connection, sql, parameters);
            if (StopsAfterAPage(sql, plan))
                continue;
            // What is open is few; whatever else an order is, most are.
            if (
                plan.Exists(s => s.Contains("IX_Orders_", StringComparison.Ordinal) && s.Contains("(State=?)", StringComparison.Ordinal))
                && !sql.Contains("\"State\" = 0", StringComparison.Ordinal)
            )
                bad.Add($"Most orders have the same state\n    {Spaces().Replace(sql, " ")}\n    {string.Join(" | ", plan)}");
            // Of all jobs most were approved.
            if (
                plan.Exists(s =>
                    s.Contains("IX_Jobs_Decision_", StringComparison.Ordinal) && s.EndsWith("(Decision=?)", StringComparison.Ordinal)
                ) && sql.Contains("\"Decision\" = 1", StringComparison.Ordinal)
            )
                bad.Add($"Most jobs have the same decision\n    {Spaces().Replace(sql, " ")}\n    {string.Join(" | ", plan)}");
            foreach (var step in plan)
                if (Scanned(step, sql) is { } table)
                    bad.Add($"{step} [{table}]\n    {Spaces().Replace(sql, " ")}\n    {string.Join(" | ", plan)}");
        }
        Assert.True(bad.Count == 0, $"{bad.Count} scans:\n{string.Join('\n', bad)}");
    }

    /// <summary>The growing table that a step reads from end to end; null where it reads none.</summary>
    private static string? Scanned(string step, string sql)
    {
        if (
            !step.StartsWith("SCAN ", StringComparison.Ordinal)
            || step.Contains("VIRTUAL TABLE", StringComparison.Ordinal)
            || step.Contains("CONSTANT ROW", StringComparison.Ordinal)
            || OfFew.Any(i => step.EndsWith(i, StringComparison.Ordinal))
        )
            return null;
        var alias = step.Split(' ')[1];
        var table = Regex.Match(
            sql,
            $"""(?:FROM|JOIN|UPDATE) "(\w+)" AS "{Regex.Escape(alias)}"|(?:FROM|UPDATE|INTO) "({Regex.Escape(alias)})"|(?:FROM|JOIN) ({Regex.Escape(alias)})\b"""
        )
            is { Success: true } match
            ? match.Groups[1].Value + match.Groups[2].Value + match.Groups[3].Value
            : "";
        // What is made by the statement itself, or came as a list of keys, is as long as that.
        return table.Length == 0 || Small.Contains(table) ? null : table;
    }

    private static async Task<List<string>> PlanAsync(
        SqliteConnection connection,
        string sql,
        List<(string Name, object? Value)> parameters
    )
    {
        await using var command = connection.CreateCommand();
        command.CommandText = "EXPLAIN QUERY PLAN " + sql;
        foreach (var (name, value) in parameters)
            command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        var steps = new List<string>();
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            steps.Add(reader.GetString(3));
        return steps;
    }

    /// <summary>A day of work, and every address that is read.</summary>
    private async Task<int> WalkAsync()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var ana = await shop.SignInAsync("ana");
        var (order, job) = await ingrid.WriteUpAsync("Plan");
        var sheet = await ingrid.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        var line = sheet.List("jobs")[0]!.List("lines")[0]!.Id();
        await ingrid.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "hours",
                value = "2",
                version = 1,
            }
        );
        await ingrid.PostAsync($"orders/{order}/concerns", new { complaint = "P0301 and a hum" });
        await ana.PostAsync($"orders/{order}/findings", new { text = "Torn boot", rating = "Due" });
        await ingrid.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 5,
                start = ShopFixture.At("14:00"),
                version = 0,
            }
        );
        await ingrid.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Text",
                address = "+12075550199",
                subject = "",
                body = "Ready soon",
                now = true,
            }
        );
        await ingrid.FinishAsync(order, job);
        var invoice = (await ingrid.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        await ingrid.PostAsync($"invoices/{invoice}/cash", new { tendered = "20", despiteCharge = false });
        await ingrid.PostAsync(
            $"customers/{customer}/fields",
            new
            {
                field = "lastName",
                value = "Planner",
                version = 1,
            }
        );
        await ingrid.PostAsync($"vehicles/{vehicle}/reminders", new { title = "Brake fluid", everyMonths = "24" });
        await shop.Services.GetRequiredService<SupplierTalk>().OpenAsync(false, CancellationToken.None);
        string[] texts = ["fal", "LBT 4471", "207 555 0142", "2501", "brake pads"];
        var answered = 0;
        foreach (var (address, taken) in Addresses())
        foreach (var path in Filled(address, order, job, line, customer, vehicle, invoice))
        foreach (
            var query in (string[])(
                address.Contains("find", StringComparison.Ordinal) || address.EndsWith("/orders", StringComparison.Ordinal)
                    ? [.. texts.Select(t => $"?q={Uri.EscapeDataString(t)}&text={Uri.EscapeDataString(t)}")]
                    :
                    [
                        "",
                        "?q=brake pads&scope=all",
                        "?q=brake&scope=similar",
                        "?scope=all",
                        "?after=falk|3&before=2400",
                        "?q=brake&text=brake&words=brake&vin=1TNAHBE04CK021424&plate=LBT4471&name=Falk&phone=2075550142&customerId=1&vehicleId=3&state=Open&kind=Order",
                    ]
            )
        )
        {
            // What an address does not take changes nothing.
            if (query.Length > 0 && !Named().Matches(query).Any(m => taken.Contains(m.Groups[1].Value)))
                continue;
            using var request = new HttpRequestMessage(HttpMethod.Get, path[5..] + query);
            using var answer = await ingrid.RawAsync(request);
            if (answer.IsSuccessStatusCode)
                answered++;
        }
        return answered;
    }

    /// <summary>Addresses that are read, and the names of what each takes behind a question mark.</summary>
    private IEnumerable<(string Address, HashSet<string> Taken)> Addresses() =>
        shop
            .Services.GetServices<EndpointDataSource>()
            .SelectMany(s => s.Endpoints)
            .OfType<RouteEndpoint>()
            .Where(e =>
                e.RoutePattern.RawText!.StartsWith("/api", StringComparison.Ordinal)
                && e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.Contains("GET") == true
            )
            // An export is the shop's past, whole.
            .Where(e => !e.RoutePattern.RawText!.Contains("/export", StringComparison.Ordinal))
            .GroupBy(e => e.RoutePattern.RawText!)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g =>
                (
                    g.Key,
                    g.SelectMany(e => e.Metadata.GetOrderedMetadata<IParameterBindingMetadata>())
                        .Select(p => p.Name)
                        .ToHashSet(StringComparer.OrdinalIgnoreCase)
                )
            );

    private static IEnumerable<string> Filled(string address, long order, long job, long line, long customer, long vehicle, long invoice)
    {
        long[] ids =
            address.Contains("/orders/", StringComparison.Ordinal) ? [2501, order]
            : address.Contains("/customers/", StringComparison.Ordinal) ? [1, customer]
            : address.Contains("/vehicles/", StringComparison.Ordinal) ? [3, vehicle]
            : address.Contains("/invoices/", StringComparison.Ordinal) ? [invoice]
            : [1];
        foreach (var id in ids)
        foreach (var kind in Kinds(address))
            yield return Parameter()
                .Replace(address, m => m.Groups[1].Value switch
                    {
                        "id" or "targetId" => $"{id}",
                        "jobId" => $"{job}",
                        "lineId" => $"{line}",
                        "kind" or "page" or "measure" => kind,
                        "source" => "harbor",
                        _ => "1",
                    });
    }

    private static string[] Kinds(string address) =>
        address.Contains("{kind", StringComparison.Ordinal) ? ["Order", "Customer", "Vehicle"]
        : address.Contains("{page}", StringComparison.Ordinal) ? Enum.GetNames<MeasurePage>()
        : address.Contains("{measure}", StringComparison.Ordinal) ? Enum.GetNames<Measure>()
        : [""];

    [GeneratedRegex(@"\{(\w+)[^}]*\}")]
    private static partial Regex Parameter();

    [GeneratedRegex(@"[?&](\w+)=")]
    private static partial Regex Named();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    /// <summary>Hears every statement that is run on one database.</summary>
    private sealed class Statements : IObserver<DiagnosticListener>, IObserver<KeyValuePair<string, object?>>, IDisposable
    {
        private readonly string database;
        private readonly ConcurrentDictionary<string, (string Sql, List<(string Name, object? Value)> Parameters)> ran;
        private readonly List<IDisposable> subscriptions = [];

        internal Statements(string database, ConcurrentDictionary<string, (string Sql, List<(string Name, object? Value)> Parameters)> ran)
        {
            (this.database, this.ran) = (database, ran);
            subscriptions.Add(DiagnosticListener.AllListeners.Subscribe(this));
        }

        public void OnNext(DiagnosticListener value)
        {
            if (value.Name == "Microsoft.EntityFrameworkCore")
                subscriptions.Add(value.Subscribe(this));
        }

        public void OnNext(KeyValuePair<string, object?> value)
        {
            if (
                value.Value is not CommandEventData data
                || !value.Key.EndsWith("CommandExecuting", StringComparison.Ordinal)
                || data.Command.Connection?.DataSource != database
            )
                return;
            var sql = data.Command.CommandText;
            if (
                sql.StartsWith("PRAGMA", StringComparison.Ordinal)
                || sql.StartsWith("INSERT", StringComparison.Ordinal) && !sql.Contains("SELECT", StringComparison.Ordinal)
            )
                return;
            ran.TryAdd(sql, (sql, data.Command.Parameters.Cast<DbParameter>().Select(p => (p.ParameterName, p.Value)).ToList()));
        }

        public void OnCompleted() { }

        public void OnError(Exception error) { }

        public void Dispose() => subscriptions.ForEach(s => s.Dispose());
    }
}
