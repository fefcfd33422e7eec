using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Reports;

/// <summary>What the shop is measured by: pages of figures, the rows behind each, aims, what moved a figure.</summary>
public static class Measures
{
    /// <summary>What is asked of every page.</summary>
    public sealed record MeasuresQuery
    {
        /// <summary>As typed; empty is this month.</summary>
        [FromQuery(Name = "period")]
        public string? Period { get; init; }

        /// <summary>Orders of this writer.</summary>
        [FromQuery(Name = "writerId")]
        public long? WriterId { get; init; }

        /// <summary>Orders that this technician leads or was on the clock for.</summary>
        [FromQuery(Name = "technicianId")]
        public long? TechnicianId { get; init; }

        /// <summary>Customers who came by this source.</summary>
        [FromQuery(Name = "source")]
        public string? Source { get; init; }

        /// <summary>Vehicles of this make.</summary>
        [FromQuery(Name = "make")]
        public string? Make { get; init; }

        /// <summary>Orders with this canned job.</summary>
        [FromQuery(Name = "cannedJobId")]
        public long? CannedJobId { get; init; }

        /// <summary>Invoices of this payer.</summary>
        [FromQuery(Name = "payer")]
        public Payer? Payer { get; init; }
    }

    /// <summary>What a figure is made of.</summary>
    /// <param name="Amount">The amount.</param>
    /// <param name="Of">What it is set against; null where it stands by itself.</param>
    public sealed record MeasureParts(decimal Amount, decimal? Of);

    /// <summary>A row behind a figure.</summary>
    /// <param name="Day">Its day.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Plate">Plate of the vehicle; empty for none.</param>
    /// <param name="Who">Customer or person.</param>
    /// <param name="Link">Where it is looked at; empty for nowhere.</param>
    /// <param name="Amount">What it adds.</param>
    /// <param name="Of">What that is set against; null where it stands by itself.</param>
    public sealed record MeasureRowView(LocalDate Day, string Title, string Plate, string Who, string Link, decimal Amount, decimal? Of);

    /// <summary>A figure against its aim, the period before and the same a year ago.</summary>
    public sealed record MeasureFigure
    {
        /// <summary>Which.</summary>
        public required Measure Measure { get; init; }

        /// <summary>Its name.</summary>
        public required string Name { get; init; }

        /// <summary>How it is computed.</summary>
        public required string Formula { get; init; }

        /// <summary>What it is counted in.</summary>
        public required MeasureUnit Unit { get; init; }

        /// <summary>The figure; null where it is set against nothing.</summary>
        public required decimal? Value { get; init; }

        /// <summary>What it is made of: 83 of 96; null where it stands by itself.</summary>
        public required MeasureParts? Parts { get; init; }

        /// <summary>What its amounts are counted in.</summary>
        public required MeasureUnit AmountUnit { get; init; }

        /// <summary>What they are set against is counted in.</summary>
        public required MeasureUnit OfUnit { get; init; }

        /// <summary>The same of the period before.</summary>
        public required decimal? Before { get; init; }

        /// <summary>The same a year ago.</summary>
        public required decimal? YearBefore { get; init; }

        /// <summary>The difference to before: in percent, of a percentage in points; null where there is none.</summary>
        public required decimal? Change { get; init; }

        /// <summary>What it should be in the whole period; null for no aim.</summary>
        public required decimal? Aim { get; init; }

        /// <summary>The aim as it is typed, of a month where it adds up; empty for none.</summary>
        public required string AimTyped { get; init; }

        /// <summary>An aim can be set.</summary>
        public required bool TakesAim { get; init; }

        /// <summary>It is of the whole shop although the page is narrowed.</summary>
        public required bool IsWhole { get; init; }

        /// <summary>The difference to before is for the worse.</summary>
        public required bool IsWorse { get; init; }

        /// <summary>It is as it stands now.</summary>
        public required bool IsNow { get; init; }
    }

    /// <summary>A column of a table.</summary>
    /// <param name="Name">Its head.</param>
    /// <param name="Unit">What its figures are counted in; null for words.</param>
    public sealed record MeasureColumn(string Name, MeasureUnit? Unit);

    /// <summary>A row of a table: words and figures by column.</summary>
    /// <param name="Words">Words of the columns of words, in their order.</param>
    /// <param name="Figures">Figures of the others; null for none.</param>
    /// <param name="Link">Where it leads; empty for nowhere.</param>
    public sealed record MeasureTableRow(IReadOnlyList<string> Words, IReadOnlyList<decimal?> Figures, string Link);

    /// <summary>A table. Columns of words stand first.</summary>
    public sealed record MeasureTable(string Title, IReadOnlyList<MeasureColumn> Columns, IReadOnlyList<MeasureTableRow> Rows);

    /// <summary>Sales of a day, week or month, and of the same stretch before.</summary>
    /// <param name="From">Its first day.</param>
    /// <param name="Label">What it is called.</param>
    /// <param name="Value">Sales; null where it is still to come.</param>
    /// <param name="Before">Sales of the stretch before.</param>
    public sealed record MeasureBucket(LocalDate From, string Label, decimal? Value, decimal? Before);

    /// <summary>What waits for somebody, as it stands now.</summary>
    public sealed record MeasureWaiting(string Title, int Count, decimal Amount, string Link, bool IsUrgent);

    /// <summary>A page of measures.</summary>
    public sealed record MeasuresView
    {
        /// <summary>Which.</summary>
        public required MeasurePage Page { get; init; }

        /// <summary>What the period is called.</summary>
        public required string Period { get; init; }

        /// <summary>Its first day.</summary>
        public required LocalDate From { get; init; }

        /// <summary>Its last day that counts.</summary>
        public required LocalDate Until { get; init; }

        /// <summary>It is not over.</summary>
        public required bool IsUnderWay { get; init; }

        /// <summary>What it is compared with.</summary>
        public required string Against { get; init; }

        /// <summary>Figures.</summary>
        public required IReadOnlyList<MeasureFigure> Figures { get; init; }

        /// <summary>Tables.</summary>
        public required IReadOnlyList<MeasureTable> Tables { get; init; }

        /// <summary>Sales over the period; empty where the page shows none.</summary>
        public required IReadOnlyList<MeasureBucket> Trend { get; init; }

        /// <summary>What waits; empty where the page shows none.</summary>
        public required IReadOnlyList<MeasureWaiting> Waiting { get; init; }
    }

    /// <summary>What measures can be narrowed to.</summary>
    public sealed record MeasureChoices(
        IReadOnlyList<MeasureChoice> Writers,
        IReadOnlyList<MeasureChoice> Technicians,
        IReadOnlyList<string> Sources,
        IReadOnlyList<string> Makes,
        IReadOnlyList<MeasureChoice> CannedJobs
    );

    /// <summary>A person or a canned job to choose.</summary>
    public sealed record MeasureChoice(long Id, string Name);

    /// <summary>The rows behind a figure and their sum.</summary>
    /// <param name="Name">The figure.</param>
    /// <param name="Formula">How it is computed.</param>
    /// <param name="Unit">What it is counted in.</param>
    /// <param name="AmountUnit">What the amounts of rows are counted in.</param>
    /// <param name="OfUnit">What they are set against is counted in; null where they stand by themselves.</param>
    /// <param name="Period">The period.</param>
    /// <param name="Value">The figure.</param>
    /// <param name="Sum">Its parts: the sums of the rows.</param>
    /// <param name="Rows">The rows.</param>
    public sealed record MeasureRowsView(
        string Name,
        string Formula,
        MeasureUnit Unit,
        MeasureUnit AmountUnit,
        MeasureUnit? OfUnit,
        string Period,
        decimal? Value,
        MeasureParts Sum,
        IReadOnlyList<MeasureRowView> Rows
    );

    /// <summary>An aim as typed; empty for none.</summary>
    public sealed record MeasureAimRequest(Measure Measure, string? Value);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/measures/choices", ChoicesAsync).Asks(Permission.SeeMeasures).Produces<MeasureChoices>();
        api.MapGet("/measures/{page}", PageAsync).Asks(Permission.SeeMeasures).Produces<MeasuresView>().ProducesProblem(422);
        api.MapGet("/measures/{page}/paper.pdf", PrintAsync).Asks(Permission.SeeMeasures).ProducesProblem(422);
        api.MapGet("/measures/rows/{measure}", RowsAsync).Asks(Permission.SeeMeasures).Produces<MeasureRowsView>().ProducesProblem(422);
        api.MapPost("/measures/aims", SetAim).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ChoicesAsync(ShopDb db)
    {
        var staff = await db.Staff.AsNoTracking().OrderBy(s => s.Id).ToListAsync();
        List<MeasureChoice> Those(Func<StaffMember, bool> which) => [.. staff.Where(which).Select(s => new MeasureChoice(s.Id, s.Name))];
        return Results.Ok(
            new MeasureChoices(
                Those(s => Rights.Allows(s.Role, Permission.WriteUp)),
                Those(s => s.Role == Role.Technician),
                (await db.Shops.AsNoTracking().SingleAsync()).CustomerSources,
                await db.VehicleMakesAsync(),
                await db.OfferedCannedJobs.OrderBy(c => c.Title).Select(c => new MeasureChoice(c.Id, c.Title)).ToListAsync()
            )
        );
    }

    private static async Task<IResult> PageAsync(
        MeasurePage page,
        [AsParameters] MeasuresQuery query,
        ShopDb db,
        MeasureMemory memory,
        TimeProvider time
    ) =>
        await ReadAsync(page, query, await db.Shops.AsNoTracking().SingleAsync(), db, memory, time.Now()) is var read
        && read.Problem is { } problem
            ? Problems.Of(problem)
            : Results.Ok(read.Value);

    private static async Task<IResult> PrintAsync(
        MeasurePage page,
        [AsParameters] MeasuresQuery query,
        ShopDb db,
        MeasureMemory memory,
        ContentStore store,
        TimeProvider time
    )
    {
        var (shop, now) = (await db.Shops.AsNoTracking().SingleAsync(), time.Now());
        var read = await ReadAsync(page, query, shop, db, memory, now);
        return read.Problem is { } problem
            ? Problems.Of(problem)
            : Results.File(
                ListPages.Draw(MeasurePaper.Of(read.Value, shop, shop.Local(now)), store.ReadOrNull),
                "application/pdf",
                $"measures-{page.ToString().ToLowerInvariant()}.pdf"
            );
    }

    /// <summary>Reads a page.</summary>
    internal static async Task<Result<MeasuresView>> ReadAsync(
        MeasurePage page,
        MeasuresQuery query,
        Shop shop,
        ShopDb db,
        MeasureMemory memory,
        Instant now
    )
    {
        var parsed = ReportPeriod.Parse(query.Period, shop.Local(now).Date, shop.WeekBegins);
        if (parsed.Problem is { } problem)
            return problem;
        var period = parsed.Value;
        var filter = FilterOf(query);
        var reader = new MeasureReader(db, shop, filter, now, memory);
        var aims = await db.MeasureAims.AsNoTracking().ToDictionaryAsync(a => a.Measure, a => a.Value);
        // This one stands in the pricing rules, where the sheet takes it from too.
        aims[Measure.EffectiveRate] = (await db.PolicyAsync(await db.PolicyInForceAsync())).EffectiveRateAim ?? 0;
        var isNarrowed = !filter.IsEmpty || filter.Payer is not null;
        var figures = new List<MeasureFigure>();
        foreach (var measure in MeasureInfo.On(page))
            figures.Add(await FigureAsync(reader, measure, period, isNarrowed ? 0 : aims.GetValueOrDefault(measure), isNarrowed));
        return new MeasuresView
        {
            Page = page,
            Period = period.Words,
            From = period.From,
            Until = period.Until,
            IsUnderWay = period.IsUnderWay,
            Against = Against(period),
            Figures = figures,
            Tables = await MeasureTables.OfAsync(page, reader, db, shop, period, filter, now),
            Trend = page is MeasurePage.Today or MeasurePage.Sales ? await TrendAsync(reader, db, period, filter) : [],
            Waiting = page == MeasurePage.Today ? await MeasureTables.WaitingAsync(reader, db, now) : [],
        };
    }

    internal static MeasureFilter FilterOf(MeasuresQuery query) =>
        new(query.WriterId, query.Source, query.Make, query.CannedJobId, query.Payer, query.TechnicianId);

    private static string Against(ReportPeriod period)
    {
        var before = period.Before;
        return before.IsUnderWay
            ? Invariant($"against {before.Words} through {before.Until:MMM d}, and {period.YearBefore.Words} (dotted)")
            : Invariant($"against {before.Words}, and {period.YearBefore.Words} (dotted)");
    }

    private static async Task<MeasureFigure> FigureAsync(
        MeasureReader reader,
        Measure measure,
        ReportPeriod period,
        decimal aim,
        bool isNarrowed
    )
    {
        var info = MeasureInfo.Of(measure);
        var value = await reader.ValueAsync(measure, period);
        var figure = value.Figure(info.Unit);
        var before = info.IsNow ? null : (await reader.ValueAsync(measure, period.Before)).Figure(info.Unit);
        var year = info.IsNow ? null : (await reader.ValueAsync(measure, period.YearBefore)).Figure(info.Unit);
        return new MeasureFigure
        {
            Measure = measure,
            Name = info.Name,
            Formula = info.Formula,
            Unit = info.Unit,
            Value = figure,
            Parts = value.Of is null ? null : new MeasureParts(value.Amount, value.Of),
            AmountUnit = info.AmountUnit,
            OfUnit = info.OfUnit,
            Before = before,
            YearBefore = year,
            Change = info.Change(figure, before),
            Aim = aim > 0 ? MeasureAim.Over(aim, info, period) : null,
            AimTyped = aim > 0 ? aim.ToString("#,0.##", System.Globalization.CultureInfo.InvariantCulture) : "",
            TakesAim = info.TakesAim,
            IsWhole = isNarrowed && !info.Narrows,
            IsWorse = info.IsWorse(info.Change(figure, before)),
            IsNow = info.IsNow,
        };
    }

    private static async Task<IReadOnlyList<MeasureBucket>> TrendAsync(
        MeasureReader reader,
        ShopDb db,
        ReportPeriod period,
        MeasureFilter filter
    )
    {
        var steps = SalesTrend.StepsOf(period);
        var before = SalesTrend.StepsOf(period.Before);
        var mine = SalesTrend.Sums(steps, await DaysAsync(period));
        var theirs = SalesTrend.Sums(before, await DaysAsync(period.Before with { Until = period.Before.Through }));
        return
        [
            .. steps.Select(
                (s, i) => new MeasureBucket(s.From, s.Label, s.From > period.Until ? null : mine[i], i < theirs.Count ? theirs[i] : null)
            ),
        ];

        Task<List<(LocalDate Day, decimal Amount)>> DaysAsync(ReportPeriod of) =>
            reader.PastAndTodayAsync("days", of, p => db.SalesOf(p, filter).DaysAsync(), MeasureReader.Both);
    }

    private static async Task<IResult> RowsAsync(
        Measure measure,
        [AsParameters] MeasuresQuery query,
        ShopDb db,
        MeasureMemory memory,
        TimeProvider time
    )
    {
        var (shop, now) = (await db.Shops.AsNoTracking().SingleAsync(), time.Now());
        var parsed = ReportPeriod.Parse(query.Period, shop.Local(now).Date, shop.WeekBegins);
        if (parsed.Problem is { } problem)
            return Problems.Of(problem);
        var info = MeasureInfo.Of(measure);
        var rows = await new MeasureReader(db, shop, FilterOf(query), now, memory).RowsAsync(measure, parsed.Value);
        var sum = rows.Aggregate(new MeasureValue(0, rows.Exists(r => r.Value.Of is not null) ? 0 : null), (s, r) => s + r.Value);
        return Results.Ok(
            new MeasureRowsView(
                info.Name,
                info.Formula,
                info.Unit,
                info.AmountUnit,
                sum.Of is null ? null : info.OfUnit,
                info.IsNow ? "as it stands now" : parsed.Value.Words,
                sum.Figure(info.Unit),
                new MeasureParts(sum.Amount, sum.Of),
                rows.ConvertAll(r => new MeasureRowView(r.Day, r.Title, r.Plate, r.Who, r.Link, r.Value.Amount, r.Value.Of))
            )
        );
    }

    private static Task<IResult> SetAim(MeasureAimRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (!MeasureInfo.Of(request.Measure).TakesAim)
                return MeasureAim.NotHere;
            var kept = await work.Db.MeasureAims.FindAsync(request.Measure);
            var old = kept?.Value;
            if (string.IsNullOrWhiteSpace(request.Value))
            {
                if (kept is not null)
                    work.Db.MeasureAims.Remove(kept);
            }
            else
            {
                var aim = kept ?? new MeasureAim { Measure = request.Measure };
                if (aim.Set(request.Value).Problem is { } problem)
                    return problem;
                if (kept is null)
                    work.Db.MeasureAims.Add(aim);
            }
            work.Record(
                "aim",
                (long)request.Measure,
                1,
                new FieldChange(
                    request.Measure.ToString(),
                    old?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "",
                    request.Value ?? ""
                )
            );
            await work.Db.SaveChangesAsync();
            return new RecordChanged((long)request.Measure, 1);
        });

    /// <summary>Makes on file: from one to the next by the index, not through all vehicles.</summary>
    private static async Task<IReadOnlyList<string>> VehicleMakesAsync(this ShopDb db) =>
        await db
            .Database.SqlQuery<string>(
                $"""
                WITH RECURSIVE makes(Value) AS (
                  SELECT MIN(Make) FROM Vehicles WHERE Make > ''
                  UNION ALL
                  SELECT (SELECT MIN(Make) FROM Vehicles WHERE Make > makes.Value) FROM makes WHERE makes.Value IS NOT NULL
                )
                SELECT Value FROM makes WHERE Value IS NOT NULL
                """
            )
            .ToListAsync();
}
