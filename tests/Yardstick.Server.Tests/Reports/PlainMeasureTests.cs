using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Billing;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Reports;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Reports;

/// <summary>
/// Each measure of what was posted and done, again, plainly: everything read, then added up in a loop, over all that the demo has and over
/// its last ninety days.
/// </summary>
public sealed class PlainMeasureTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private ShopDb db = null!;
    private Shop own = null!;
    private LocalDate today;

    private async Task<T> OverAsync<T>(
        string typed,
        Func<ReportPeriod, Func<Instant, bool>, Func<Measure, Task<MeasureValue>>, Task<T>> check
    )
    {
        await using (db = shop.OpenDb())
        {
            own = await db.Shops.AsNoTracking().SingleAsync();
            var now = Instant.FromDateTimeOffset(shop.Time.GetUtcNow());
            today = own.Local(now).Date;
            var period = ReportPeriod.Parse(typed, today, own.WeekBegins).Value;
            var reader = new MeasureReader(db, own, MeasureFilter.Everything, now, new MeasureMemory(new OpenBalances()));
            bool Within(Instant at) => own.Local(at).Date is var day && day >= period.From && day <= period.Until;
            return await check(period, Within, m => reader.ValueAsync(m, period));
        }
    }

    public static TheoryData<string> Periods => ["last 1200 days", "last 90 days"];

    [Theory]
    [MemberData(nameof(Periods))]
    public Task Sales_by_kind_rates_and_margins(string typed) => OverAsync(typed, async (_, within, valueOf) =>
        {
            var cars = (await db.Orders.Where(o => o.VehicleId != null).Select(o => o.Id).ToListAsync()).ToHashSet();
            decimal labor = 0,
                parts = 0,
                sublet = 0,
                fees = 0,
                supplies = 0,
                cost = 0,
                counter = 0,
                hours = 0,
                carHours = 0,
                byShop = 0;
            decimal partNets = 0,
                partCosts = 0;
            foreach (var invoice in await db.Invoices.Include(i => i.Amounts).AsNoTracking().ToListAsync())
            {
                if (!within(invoice.PostedAt))
                    continue;
                // What is priced anew from the frozen case; of a credit memo what it says itself.
                var priced = invoice.Kind == InvoiceKind.Invoice ? OrderPricer.Price(invoice.Case()) : null;
                var held = invoice.Amounts.Where(a => a.Account == LedgerAccount.FeesHeld).Sum(a => a.Amount.Amount);
                var sale = invoice.Total.Amount - invoice.Tax.Amount - invoice.Sums.Core.Amount - held;
                if (invoice.Payer == Payer.Shop)
                {
                    byShop += priced?.Revenue ?? sale;
                    continue;
                }
                labor += priced?.Labor ?? invoice.Sums.Labor.Amount;
                parts += priced?.Parts ?? invoice.Sums.Parts.Amount;
                supplies += priced?.Supplies ?? invoice.Sums.Supplies.Amount;
                sublet += priced?.Sublet ?? invoice.Sums.Sublet.Amount;
                fees +=
                    sale
                    - (priced?.Labor ?? invoice.Sums.Labor.Amount)
                    - (priced?.Parts ?? invoice.Sums.Parts.Amount)
                    - (priced?.Sublet ?? invoice.Sums.Sublet.Amount)
                    - (priced?.Supplies ?? invoice.Sums.Supplies.Amount);
                cost += sale - invoice.Profit.Amount;
                hours += priced?.LaborHours ?? invoice.Sums.Hours;
                counter += cars.Contains(invoice.OrderId) ? 0 : sale;
                carHours += cars.Contains(invoice.OrderId) ? priced?.LaborHours ?? invoice.Sums.Hours : 0;
                if (priced is null)
                    continue;
                foreach (var job in priced.Jobs.Where(j => j.Included))
                foreach (var (line, figures) in invoice.Case().Jobs.Single(j => j.Id == job.Id).Lines.Where(l => !l.Out).Zip(job.Lines))
                    if (line is PartCaseLine)
                        (partNets, partCosts) = (partNets + figures.Net, partCosts + figures.Cost);
            }
            var sales = labor + parts + sublet + fees + supplies;
            var count = (await valueOf(Measure.Cars)).Amount;
            Assert.Equal(new(labor), await valueOf(Measure.LaborSales));
            Assert.Equal(new(parts), await valueOf(Measure.PartsSales));
            Assert.Equal(new(sublet), await valueOf(Measure.SubletSales));
            Assert.Equal(new(supplies), await valueOf(Measure.SuppliesSales));
            Assert.Equal(new(fees), await valueOf(Measure.FeeSales));
            Assert.Equal(new(counter), await valueOf(Measure.CounterSales));
            Assert.Equal(new(sales - counter, count), await valueOf(Measure.AverageOrder));
            Assert.Equal(new(carHours, count), await valueOf(Measure.HoursPerCar));
            Assert.Equal(new(labor, hours), await valueOf(Measure.EffectiveRate));
            Assert.Equal(new(sales - cost, sales), await valueOf(Measure.Margin));
            Assert.Equal(new(byShop), await valueOf(Measure.PaidByShop));
            Assert.Equal(new(partNets - partCosts, partNets), await valueOf(Measure.PartsMargin));
            return sales;
        });

    [Theory]
    [MemberData(nameof(Periods))]
    public Task What_was_approved_promised_kept_and_what_came_back(string typed) => OverAsync(typed, async (period, within, valueOf) =>
        {
            var jobs = await db.Jobs.AsNoTracking().ToDictionaryAsync(j => j.Id);
            var last = new Dictionary<long, Decision>();
            foreach (var decision in await db.Decisions.AsNoTracking().OrderBy(d => d.At).ToListAsync())
                if (within(decision.At) && jobs[decision.JobId].Payer != Payer.Shop)
                    last[decision.JobId] = decision;
            var decided = last.Values.Where(d => d.Kind != DecisionKind.Proposed).ToList();
            var approved = decided.Where(d => d.Kind is DecisionKind.Approved or DecisionKind.AnotherVisit).ToList();
            decimal Sum(IEnumerable<Decision> of) => of.Sum(d => d.JobAmount.Amount);
            Assert.Equal(new(Sum(approved), Sum(decided)), await valueOf(Measure.ApprovedAmount));
            Assert.Equal(new(approved.Count, decided.Count), await valueOf(Measure.ApprovedJobs));
            Assert.Equal(new(Sum(decided.Where(d => d.Kind == DecisionKind.Declined))), await valueOf(Measure.LostSales));
            var left = decided.Except(approved).ToList();
            var waits = await StillOpenAsync(jobs);
            Assert.Contains(left, d => waits(jobs[d.JobId]));
            Assert.Contains(left, d => !waits(jobs[d.JobId]));
            Assert.Equal(new(Sum(left.Where(d => waits(jobs[d.JobId])))), await valueOf(Measure.DeferredValue));

            var states = await db.Appointments.AsNoTracking().ToListAsync();
            states.RemoveAll(a => a.Start.Date < period.From || a.Start.Date > period.Until);
            int Count(AppointmentState state) => states.Count(a => a.State == state);
            var (came, missed) = (Count(AppointmentState.Arrived), Count(AppointmentState.Missed));
            Assert.Equal(new(came, came + missed + Count(AppointmentState.Canceled)), await valueOf(Measure.AppointmentsKept));
            Assert.Equal(new(missed), await valueOf(Measure.AppointmentsMissed));

            var orders = await db.Orders.AsNoTracking().ToDictionaryAsync(o => o.Id);
            var moved = (await db.OrderChanges.Where(c => c.Field == "promisedAt").Select(c => c.OrderId).ToListAsync()).ToHashSet();
            var (kept, promised) = (0, 0);
            foreach (var course in (await db.StageChanges.AsNoTracking().ToListAsync()).GroupBy(c => c.OrderId))
            {
                var done = course.Where(c => c.To == Stage.Done).Select(c => c.At).DefaultIfEmpty().Max();
                var later = await db.QualityChecks.Where(c => c.OrderId == course.Key).Select(c => c.At).ToListAsync();
                later.AddRange(
                    await db
                        .AfterWork.Where(a => a.OrderId == course.Key && a.DoneAt != null && a.RemovedAt == null)
                        .Select(a => a.DoneAt!.Value)
                        .ToListAsync()
                );
                var finished = later.Append(done).Max();
                if (done == default || !within(finished) || orders[course.Key].PromisedAt is not { } promise)
                    continue;
                Assert.DoesNotContain(course.Key, moved);
                (kept, promised) = (kept + (own.Local(finished) <= promise ? 1 : 0), promised + 1);
            }
            Assert.Equal(new(kept, promised), await valueOf(Measure.PromisesKept));
            Assert.Equal(new(kept, promised), await valueOf(Measure.LastPromisesKept));

            var sold = new Dictionary<long, LocalDate>();
            foreach (var invoice in await db.Invoices.AsNoTracking().Where(i => i.Kind == InvoiceKind.Invoice).ToListAsync())
                if (within(invoice.PostedAt))
                    sold[invoice.OrderId] = own.Local(invoice.PostedAt).Date;
            var invoiced = jobs.Values.Count(j => sold.ContainsKey(j.OrderId) && j is { RemovedAt: null, Decision: DecisionKind.Approved });
            var back = jobs
                .Values.Where(j => j is { RemovedAt: null, ComebackOfId: not null } && sold.ContainsKey(jobs[j.ComebackOfId.Value].OrderId))
                .Where(j => (own.Local(orders[j.OrderId].OpenedAt).Date - sold[jobs[j.ComebackOfId!.Value].OrderId]).Days <= 90)
                .Select(j => j.ComebackOfId)
                .Distinct()
                .Count();
            Assert.Equal(new(back, invoiced), await valueOf(Measure.Comebacks));

            var first = new Dictionary<long, LocalDate>();
            foreach (
                var invoice in await db.Invoices.AsNoTracking().Where(i => i.Payer != Payer.Shop).OrderBy(i => i.PostedAt).ToListAsync()
            )
                if (orders[invoice.OrderId].CustomerId is { } customer)
                    first.TryAdd(customer, own.Local(invoice.PostedAt).Date);
            var former = (await db.FormerOrders.Select(f => f.CustomerId).ToListAsync()).ToHashSet();
            Assert.Equal(
                new(first.Count(f => f.Value >= period.From && f.Value <= period.Until && !former.Contains(f.Key))),
                await valueOf(Measure.NewCustomers)
            );
            return decided.Count;
        });

    /// <summary>Whether a job that was deferred or declined still waits: neither done nor taken over nor closed since.</summary>
    private async Task<Func<Job, bool>> StillOpenAsync(Dictionary<long, Job> jobs)
    {
        var orders = await db.Orders.AsNoTracking().ToDictionaryAsync(o => o.Id);
        var closed = (
            await db
                .FollowUpActs.Where(a => a.What == FollowUpActKind.Closed && a.TakenBackAt == null)
                .Where(a => a.Kind == FollowUpKind.Deferred || a.Kind == FollowUpKind.Declined)
                .Select(a => a.SourceId)
                .ToListAsync()
        ).ToHashSet();
        var byVehicle = jobs.Values.Where(j => j.RemovedAt is null).ToLookup(j => orders[j.OrderId].VehicleId);
        bool Same(Job one, Job other) =>
            one.CannedJobId is { } canned && canned == other.CannedJobId
            || string.Equals(one.Title, other.Title, StringComparison.OrdinalIgnoreCase);
        bool Waits(Job job)
        {
            var order = orders[job.OrderId];
            var putOff = job.Decision is DecisionKind.Deferred or DecisionKind.Declined;
            if (order.VehicleId is null || job.RemovedAt is not null || closed.Contains(job.Id))
                return false;
            if (order.State == OrderState.Open)
                return putOff;
            if (!(putOff || order.State == OrderState.Ended && job.Decision == DecisionKind.Proposed) || order.State == OrderState.Voided)
                return false;
            foreach (var other in byVehicle[order.VehicleId])
            {
                var at = orders[other.OrderId];
                if (other.TakenFromJobId == job.Id)
                    return false;
                if (at.OpenedAt <= order.OpenedAt || at.State == OrderState.Voided || !Same(job, other))
                    continue;
                // Done since, on its way, or put off again: then that one waits in its place.
                if (at.State == OrderState.Open || other.Decision == DecisionKind.Approved)
                    return false;
                if (string.Equals(job.Title, other.Title, StringComparison.OrdinalIgnoreCase) && Waits(other))
                    return false;
            }
            return true;
        }
        return Waits;
    }

    [Fact]
    public Task What_is_not_invoiced_and_what_is_overdue_now() => OverAsync("last 90 days", async (_, _, valueOf) =>
        {
            var approved = 0m;
            foreach (var id in await db.Orders.Where(o => o.State == OrderState.Open).Select(o => o.Id).ToListAsync())
            {
                var order = (await db.ReadOrderAsync(id))!;
                var customer = await db.Customers.FirstOrDefaultAsync(c => c.Id == order.CustomerId);
                var policy = await db.PolicyAsync(order.PolicyVersionId);
                approved += OrderPricing.Price(order, customer, policy, JobSelection.ApprovedOnly, today).Total;
            }
            Assert.Equal(new(approved), await valueOf(Measure.Unfinished));

            var (payments, adjustments) = (
                (await db.Payments.AsNoTracking().ToListAsync()).ToLookup(p => p.InvoiceId),
                (await db.Adjustments.AsNoTracking().ToListAsync()).ToLookup(a => (long?)a.InvoiceId)
            );
            var invoices = await db.Invoices.AsNoTracking().ToListAsync();
            var overdue = 0m;
            foreach (var invoice in invoices.Where(i => i.Kind == InvoiceKind.Invoice && i.DueOn < today))
            {
                var owed =
                    invoice.AmountDue.Amount
                    + invoices.Where(c => c.CorrectsId == invoice.Id).Sum(c => c.AmountDue.Amount)
                    - payments[invoice.Id].Sum(p => p.Amount.Amount)
                    - adjustments[invoice.Id].Sum(a => a.Amount.Amount);
                overdue += Math.Max(0, owed);
            }
            Assert.NotEqual(0, overdue);
            Assert.Equal(new(overdue), await valueOf(Measure.Overdue));
            return approved;
        });

    [Fact]
    public Task Hours_and_stock() => OverAsync("last 90 days", async (period, within, valueOf) =>
        {
            var finished = (await db.Jobs.AsNoTracking().Where(j => j.FinishedAt != null && j.RemovedAt == null).ToListAsync())
                .Where(j => within(j.FinishedAt!.Value))
                .Sum(j => j.SoldHours.Value);
            Assert.Equal(finished, (await valueOf(Measure.SoldOfPresent)).Amount);

            var movements = await db.StockMovements.AsNoTracking().ToListAsync();
            decimal Until(LocalDate day) => movements.Where(m => own.Local(m.At).Date <= day).Sum(m => m.ValueChange.Amount);
            Assert.Equal(new(Until(period.Until)), await valueOf(Measure.StockValue));
            var ends = Enumerable
                .Range(1, 12)
                .Select(i => new LocalDate(period.Until.Year, period.Until.Month, 1).PlusMonths(i - 12).PlusDays(-1))
                .Append(period.Until)
                .ToList();
            var issued = movements
                .Where(m => m.Kind == StockMovementKind.Issue && own.Local(m.At).Date > ends[0] && own.Local(m.At).Date <= period.Until)
                .Sum(m => -m.ValueChange.Amount);
            Assert.Equal(
                new(issued, decimal.Round(ends.Average(Until), 2, MidpointRounding.AwayFromZero)),
                await valueOf(Measure.StockTurns)
            );
            var idle = (await db.Parts.AsNoTracking().Where(p => p.Id > 0).ToListAsync())
                .Where(p => p.OnHand.Value > 0)
                .Where(p =>
                    !movements.Exists(m =>
                        m.PartId == p.Id && m.Kind == StockMovementKind.Issue && own.Local(m.At).Date >= today.PlusMonths(-12)
                    )
                )
                .Sum(p => Stock.ValueOf(p).Amount);
            Assert.Equal(new(idle), await valueOf(Measure.IdleStock));
            return issued;
        });
}
