using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Catalog;

/// <summary>
/// Services of the maker's schedule as jobs: labor by the guide, parts and fluids by the facts, and the checklist that the technician
/// follows.
/// </summary>
internal sealed class ServiceJobs(ShopDb db, AddToOrder.Asked asked, StockCost cost)
{
    internal async Task<Problem?> AddAsync(OrderCommandContext under, AddToOrderRequest request, List<Job> jobs)
    {
        var wanted = request.Services ?? [];
        var services = asked.Schedule.Where(s => wanted.Contains(s.Title)).ToList();
        if (services.Count == 0)
            return MaintenanceSchedule.NoneChosen;
        var at = Odometer.Parse(request.Reading, "reading") is { Ok: true, Value: var typed } ? typed : under.Order.OdometerIn;
        var together = request.OneJob && services.Count > 1;
        foreach (var group in together ? [services] : services.ConvertAll(s => new List<ScheduleEntry> { s }))
        {
            var reading = at is { } now ? Invariant($" at {now:N0} {under.Shop.DistanceWord}") : "";
            var job = Job.Service(
                group.Count == 1 ? $"{group[0].Title}, service" : MaintenanceSchedule.TitleAt(at?.Value, under.Shop.DistanceUnit),
                $"Maintenance schedule, {(request.Hard ? "severe" : "normal")} use{reading}",
                group.Count == 1 ? "" : string.Join(", ", group.Select(s => s.Title)),
                group.SelectMany(s => s.Checklist ?? [])
            );
            foreach (var service in group)
                await AddLinesAsync(job, service);
            var added = under.Order.AddJob(job, under.Command.Actor);
            if (added.Problem is { } problem)
                return problem;
            jobs.Add(added.Value);
        }
        return null;
    }

    private async Task AddLinesAsync(Job job, ScheduleEntry service)
    {
        void Put(Line line) => job.Append(line, LineOrigin.Service);
        var operations = (service.Operations ?? [])
            .Select(code => asked.Guide.FirstOrDefault(o => o.Code == code))
            .OfType<GuideOperation>()
            .ToList();
        // Without the guide the work stands there, its time to be typed.
        if (operations.Count == 0)
            Put(LaborLine.Of(service.Title));
        foreach (var operation in operations)
            Put(LaborLine.Of(operation.Work));
        var finder = new PartFinder(db, asked.Facts?.Known);
        foreach (var part in service.Parts ?? [])
            Put(await finder.LineAsync(part.Type, part.Quantity == 0 ? 1 : part.Quantity, cost, part.Fact ?? ""));
    }
}
