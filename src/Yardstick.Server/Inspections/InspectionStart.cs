using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Inspections;

/// <summary>
/// Begins the inspections that a vehicle gets by itself: on arrival, with the canned jobs on its order, and the checklists of approved
/// jobs. What is there already is not begun again.
/// </summary>
public sealed class InspectionStart(VehicleDataCache sources) : IOrderFollower
{
    /// <inheritdoc />
    public async Task FollowAsync(ShopDb db, Order order, Actor actor)
    {
        if (order.VehicleId is null || order.State != OrderState.Open)
            return;
        var there = await db.Inspections.Where(i => i.OrderId == order.Id).ToListAsync();
        await FromTemplatesAsync(db, order, there, actor);
        foreach (var job in order.ApprovedJobs.Where(j => j.Checklist.Count > 0 && !there.Exists(i => i.JobId == j.Id)))
            db.Inspections.Add(Inspection.OfChecklist(order, job, order.LeadId, actor));
        await db.SaveChangesAsync();
    }

    private async Task FromTemplatesAsync(ShopDb db, Order order, List<Inspection> there, Actor actor)
    {
        var canned = order.OnJobs.Select(j => j.CannedJobId).OfType<long>().Distinct().ToList();
        var byJob = await db
            .CannedJobs.Where(c => canned.Contains(c.Id) && c.InspectionTemplateId != null)
            .ToDictionaryAsync(c => c.Id, c => c.InspectionTemplateId!.Value);
        var arrived = order.OnPremises;
        if (byJob.Count == 0 && !arrived)
            return;
        var templates = await db
            .InspectionTemplates.Include(t => t.Points)
            .Where(t => t.RetiredAt == null && (byJob.Values.Contains(t.Id) || arrived && t.OnArrival))
            .ToListAsync();
        if (templates.Count == 0)
            return;
        var specs = sources.FactsAtHand(await db.Vehicles.FindAsync(order.VehicleId));
        foreach (
            var job in order.OnJobs.Where(j => j.CannedJobId is { } id && byJob.ContainsKey(id) && !there.Exists(i => i.JobId == j.Id))
        )
            if (templates.Find(t => t.Id == byJob[job.CannedJobId!.Value]) is { } template)
                there.Add(Begin(db, template, order, specs, job.Id, actor));
        foreach (var template in templates.Where(t => arrived && t.OnArrival && !there.Exists(i => i.InspectionTemplateId == t.Id)))
            there.Add(Begin(db, template, order, specs, null, actor));
    }

    private static Inspection Begin(ShopDb db, InspectionTemplate template, Order order, VehicleSpecs? specs, long? jobId, Actor actor)
    {
        var begun = Inspection.Begin(template, order, specs, jobId, order.LeadId, actor);
        db.Inspections.Add(begun);
        return begun;
    }
}
