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
