using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Pricing;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Reports;

/// <summary>The orders that cost a figure the most, each with its reason.</summary>
public static class WhatMoved
{
    private const int Most = 10,
        Looked = 60;

    /// <summary>An order that cost a figure something.</summary>
    /// <param name="Title">The document or order.</param>
    /// <param name="Plate">Its vehicle.</param>
    /// <param name="Why">Why.</param>
    /// <param name="Cost">What it cost: money, or hours late.</param>
    /// <param name="Link">Where it is looked at.</param>
    public sealed record MovedRow(string Title, string Plate, string Why, decimal Cost, string Link);

    /// <summary>What moved a figure.</summary>
    /// <param name="Sentence">The figure against what it should be.</param>
    /// <param name="Unit">What costs are counted in.</param>
    /// <param name="Rows">The orders, the dearest first.</param>
    public sealed record MovedView(string Sentence, MeasureUnit Unit, IReadOnlyList<MovedRow> Rows);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/measures/moved/{measure}", ShowAsync).Asks(Permission.SeeMeasures).Produces<MovedView>().ProducesProblem(422);

    private static async Task<IResult> ShowAsync(
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
        var filter = Measures.FilterOf(query);
        var reader = new MeasureReader(db, shop, filter, now, memory);
        return Results.Ok(
            measure switch
            {
                Measure.EffectiveRate => await RateAsync(db, reader, parsed.Value, filter),
                Measure.PartsMargin => await PartsAsync(db, reader, parsed.Value, filter),
                _ => await PromisesAsync(db, shop, reader, parsed.Value),
            }
        );
    }

    private static async Task<MovedView> RateAsync(ShopDb db, MeasureReader reader, ReportPeriod period, MeasureFilter filter)
    {
        var policy = await db.PolicyAsync(await db.PolicyInForceAsync());
        var aim = policy.EffectiveRateAim;
        var rate = aim ?? policy.Pricing.LaborRates["general"];
        var hundredths = (long)(rate * 100);
        var worst = await db.SalesOf(period, filter)
            .Where(s => s.HoursSold > 0)
            .OrderByDescending(s => s.HoursSold * hundredths / SaleRecord.HourParts - s.Labor.Cents)
            .Take(Looked)
            .AsNoTracking()
            .ToListAsync();
        var rows = worst
            .Select(s => (Sale: s, Cost: (decimal)s.HoursSold / SaleRecord.HourParts * rate - s.Labor.Amount))
            .Where(s => s.Cost > 0)
            .OrderByDescending(s => s.Cost)
            .Take(Most)
            .ToList();
        var ids = rows.ConvertAll(r => r.Sale.InvoiceId);
        var invoices = await db.Invoices.AsNoTracking().Where(i => ids.Contains(i.Id)).ToDictionaryAsync(i => i.Id);
        var plates = await reader.PlatesAsync(rows.Select(r => r.Sale.OrderId));
        var figure = (await reader.ValueAsync(Measure.EffectiveRate, period)).Figure(MeasureUnit.MoneyPerHour);
        return new MovedView(
            figure is not { } reached
                ? "No hours were sold."
                : Sentence(reached, rate, aim is null ? "the general labor rate" : "the aim", rows.Sum(r => r.Cost)),
            MeasureUnit.Money,
            [
                .. rows.Select(r => new MovedRow(
                    Invariant($"Invoice {invoices[r.Sale.InvoiceId].Number}"),
                    plates.GetValueOrDefault(r.Sale.OrderId, ""),
                    LaborLoss.Of(invoices[r.Sale.InvoiceId].Case(), rate).Words(rate),
                    decimal.Round(r.Cost, 2, MidpointRounding.AwayFromZero),
                    Invariant($"/invoices/{r.Sale.InvoiceId}")
                )),
            ]
        );
    }

    private static string Sentence(decimal figure, decimal should, string what, decimal cost) =>
        figure >= should
            ? Invariant($"{figure:N2} is at or above {what}, {should:N2}. ")
                + (cost > 0 ? "What cost the most all the same:" : "No order was below it.")
            : Invariant($"{figure:N2} is {should - figure:N2} below {what}. These orders cost {cost:N2} of it.");

    private static async Task<MovedView> PartsAsync(ShopDb db, MeasureReader reader, ReportPeriod period, MeasureFilter filter)
    {
        var worst = await db.SalesOf(period, filter)
            .OrderByDescending(s => s.GapCustomer.Cents + s.GapSet.Cents + s.GapFixed.Cents + s.GapDiscounts.Cents)
            .Take(Most)
            .AsNoTracking()
            .ToListAsync();
        var ids = worst.ConvertAll(s => s.InvoiceId);
        var invoices = await db.Invoices.AsNoTracking().Where(i => ids.Contains(i.Id)).ToDictionaryAsync(i => i.Id);
        var plates = await reader.PlatesAsync(worst.Select(s => s.OrderId));
        var sums = await reader.SumsAsync(period);
        var gap = (sums.AtBands - sums.PartLines) / 100m;
        var rows = worst
            .Select(s => (Sale: s, Cost: s.GapCustomer.Amount + s.GapSet.Amount + s.GapFixed.Amount + s.GapDiscounts.Amount))
            .Where(s => s.Cost > 0)
            .ToList();
        return new MovedView(
            rows.Count == 0
                ? "No order sold parts for less than the markup tables say."
                : Invariant($"Parts were sold for {gap:N2} less than the markup tables say. These orders cost the most of it."),
            MeasureUnit.Money,
            [
                .. rows.Select(s => new MovedRow(
                    Invariant($"Invoice {invoices[s.Sale.InvoiceId].Number}"),
                    plates.GetValueOrDefault(s.Sale.OrderId, ""),
                    PartsLoss.Of(invoices[s.Sale.InvoiceId].Case(), s.Sale.Gap).Words,
                    s.Cost,
                    Invariant($"/invoices/{s.Sale.InvoiceId}")
                )),
            ]
        );
    }

    /// <summary>What held each of these up.</summary>
    private static async Task<IReadOnlyDictionary<long, LatePromise>> LateAsync(ShopDb db, Shop shop, IReadOnlyList<FinishedOrder> late)
    {
        var ids = late.Select(o => o.OrderId).ToList();
        var opened = await db.Orders.Where(o => ids.Contains(o.Id)).Select(o => new { o.Id, o.OpenedAt }).ToDictionaryAsync(o => o.Id);
        var stages = (await db.StageChanges.AsNoTracking().Where(c => ids.Contains(c.OrderId)).ToListAsync()).ToLookup(c => c.OrderId);
        var jobs = (
            await db
                .Jobs.Where(j => ids.Contains(j.OrderId) && j.RemovedAt == null && j.FinishedAt != null)
                .Select(j => new
                {
                    j.Id,
                    j.OrderId,
                    j.SoldHours,
                })
                .ToListAsync()
        ).ToLookup(j => j.OrderId);
        var clocked = (await db.TimeEntries.AsNoTracking().Where(t => ids.Contains(t.OrderId) && t.End != null).ToListAsync()).ToLookup(
            t => t.JobId,
            t => (decimal)(t.End!.Value - t.Start).TotalHours
        );
        return late.ToDictionary(
            o => o.OrderId,
            o =>
                LatePromise.Of(
                    [
                        .. StageStay.Ended(
                            opened[o.OrderId].OpenedAt,
                            stages[o.OrderId],
                            opened[o.OrderId].OpenedAt,
                            shop.Utc(o.FinishedAt).PlusTicks(1),
                            shop
                        ),
                    ],
                    jobs[o.OrderId].Sum(j => j.SoldHours.Value),
                    jobs[o.OrderId].Sum(j => clocked[j.Id].Sum())
                )
        );
    }

    private static async Task<MovedView> PromisesAsync(ShopDb db, Shop shop, MeasureReader reader, ReportPeriod period)
    {
        var late = (await reader.FinishedAsync(period))
            .Where(o => o.MinutesLate is not null)
            .OrderByDescending(o => o.MinutesLate)
            .ToList();
        var shown = late.Take(Most).ToList();
        var ids = shown.ConvertAll(o => o.OrderId);
        var orders = await db
            .Orders.Where(o => ids.Contains(o.Id))
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.Title,
            })
            .ToDictionaryAsync(o => o.Id);
        var plates = await reader.PlatesAsync(ids);
        var reasons = await LateAsync(db, shop, shown);
        return new MovedView(
            late.Count == 0 ? "Every promise was kept." : Invariant($"{late.Count} were finished after their promise. The latest first."),
            MeasureUnit.Hours,
            [
                .. shown.Select(o => new MovedRow(
                    Invariant($"Order {orders[o.OrderId].Number}"),
                    plates.GetValueOrDefault(o.OrderId, ""),
                    Invariant($"{orders[o.OrderId].Title}: {reasons[o.OrderId].Words}"),
                    decimal.Round(o.MinutesLate!.Value / 60m, 2, MidpointRounding.AwayFromZero),
                    Invariant($"/orders/{o.OrderId}")
                )),
            ]
        );
    }
}
