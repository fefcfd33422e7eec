using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>An inspection in the hands of technicians: point by point, group by group, photos, the end.</summary>
public static class Inspect
{
    /// <summary>What is said of a point.</summary>
    public enum PointAct
    {
        /// <summary>A rating, or ticked off.</summary>
        Rate,

        /// <summary>A measured value.</summary>
        Measure,

        /// <summary>Why it can't be looked at.</summary>
        Skip,

        /// <summary>Nothing any more.</summary>
        Clear,

        /// <summary>A note.</summary>
        Note,

        /// <summary>How far or how long it will still do.</summary>
        Lasts,
    }

    /// <summary>What is said of a point.</summary>
    /// <param name="Act">What.</param>
    /// <param name="Value">What was typed or chosen.</param>
    /// <param name="Seen">Version of the point that the screen showed.</param>
    public sealed record PointRequest(PointAct Act, string? Value, int Seen);

    /// <summary>A group.</summary>
    public sealed record AllGoodRequest(string Group);

    /// <summary>A new inspection.</summary>
    /// <param name="TemplateId">From which template.</param>
    public sealed record InspectionRequest(long TemplateId);

    /// <summary>To whom it is handed; null for whoever takes it.</summary>
    public sealed record HandInspectionRequest(long? TechnicianId);

    /// <summary>A photo that was kept.</summary>
    public sealed record PointPhotoRequest(string Hash, bool After = false);

    /// <summary>Marks on a photo.</summary>
    public sealed record PhotoMarksRequest(IReadOnlyList<PhotoMarkView> Marks);

    /// <summary>What an act made of an inspection.</summary>
    /// <param name="Id">The inspection.</param>
    /// <param name="Version">Its version.</param>
    /// <param name="PointVersion">Version of the point; zero where it was about none.</param>
    public sealed record InspectionChanged(long Id, int Version, int PointVersion);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/inspections", Begin).Asks(Permission.SeeFloor).Produces<InspectionChanged>().ProducesProblem(422);
        api.MapGet("/inspections/{id:long}", ShowAsync).Asks(Permission.SeeFloor).Produces<InspectionView>().ProducesProblem(404);
        api.MapPost("/inspections/{id:long}/points/{pointId:long}", Say)
            .Asks(Permission.Work)
            .Produces<InspectionChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/all-good", AllGood).Asks(Permission.Work).Produces<InspectionChanged>().ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/points/{pointId:long}/photos", AddPhoto)
            .Asks(Permission.Work)
            .Produces<InspectionChanged>()
            .ProducesProblem(422);
        api.MapDelete("/inspections/{id:long}/photos/{photoId:long}", RemovePhoto)
            .Asks(Permission.Work)
            .Produces<InspectionChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/photos/{photoId:long}/marks", Mark)
            .Asks(Permission.Work)
            .Produces<InspectionChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/finish", Finish).Asks(Permission.Work).Produces<InspectionChanged>().ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/reopen", Reopen).Asks(Permission.SeeFloor).Produces<InspectionChanged>().ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/hand-over", HandOver)
            .Asks(Permission.SeeFloor)
            .Produces<InspectionChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspections/{id:long}/read", Read).Asks(Permission.EditOrders).Produces<InspectionChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time) =>
        await InspectionReader.ReadAsync(db, id, time.Now()) is { } view ? Results.Ok(view) : Problems.Of(Gone.Inspection);

    private static Task<IResult> Begin(long id, InspectionRequest request, CommandRunner commands, VehicleDataCache sources) =>
        commands.RunAsync<InspectionChanged>(async work =>
        {
            var db = work.Db;
            if (await db.LoadOrderAsync(id) is not { } order)
                return Gone.Order;
            if (order.IsOpen().Problem is { } closed)
                return closed;
            if (
                await db.InspectionTemplates.Include(t => t.Points).FirstOrDefaultAsync(t => t.Id == request.TemplateId)
                is not { RetiredAt: null } template
            )
                return Gone.Template;
            var specs = sources.FactsAtHand(await sources.CarOfAsync(id));
            var begun = Inspection.Begin(template, order, specs, null, order.LeadId, work.Actor);
            db.Inspections.Add(begun);
            await db.SaveChangesAsync();
            return new InspectionChanged(begun.Id, begun.Version, 0);
        });

    private static Task<IResult> Say(long id, long pointId, PointRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (inspection, work) =>
        {
            var (value, seen, actor) = (request.Value, request.Seen, work.Actor);
            var said = request.Act switch
            {
                PointAct.Rate => Enum.TryParse<Rating>(value, out var rating)
                    ? inspection.Rate(pointId, seen, rating, actor)
                    : new Problem("finding.rating", "Choose a rating: good, watch, due or unsafe.", "rating"),
                PointAct.Measure => inspection.Measure(pointId, seen, value, actor),
                PointAct.Skip => inspection.Skip(pointId, seen, value, actor),
                PointAct.Note => inspection.Write(pointId, seen, value, actor),
                PointAct.Lasts => inspection.Lasts(pointId, seen, value, (await work.Db.Shops.SingleAsync()).Local(actor.At), actor),
                _ => inspection.Clear(pointId, seen, actor),
            };
            if (said.Problem is { } problem)
                return problem;
            if (request.Act == PointAct.Note)
                await Phrases.UsedAsync(work.Db, PhraseUse.Finding, value, actor.At);
            await FollowAsync(work, inspection, [said.Value]);
            return said.Value.Version;
        });

    private static Task<IResult> AllGood(long id, AllGoodRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (inspection, work) =>
        {
            var rated = inspection.AllGood(request.Group, work.Actor);
            if (rated.Problem is { } problem)
                return problem;
            await FollowAsync(work, inspection, rated.Value);
            return 0;
        });

    /// <summary>Findings follow their points.</summary>
    private static async Task FollowAsync(CommandContext work, Inspection inspection, IReadOnlyList<InspectionPoint> points)
    {
        var db = work.Db;
        var ids = points.Select(p => (long?)p.Id).ToList();
        var there = await db.FindingRecords.Where(f => ids.Contains(f.InspectionPointId)).ToListAsync();
        var photos = await db.PointPhotos.Where(p => ids.Contains(p.InspectionPointId) && !p.After).OrderBy(p => p.Id).ToListAsync();
        foreach (var point in points)
        {
            if (there.Find(f => f.InspectionPointId == point.Id) is { } finding)
            {
                finding.Follow(point, work.Actor);
                continue;
            }
            if (FindingOfPoint.Make(inspection, point, work.Actor) is not { } made)
                continue;
            made.Show(photos.Find(p => p.InspectionPointId == point.Id)?.Hash);
            db.FindingRecords.Add(made);
        }
        await db.SaveChangesAsync();
    }

    private static Task<IResult> AddPhoto(long id, long pointId, PointPhotoRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (inspection, work) =>
        {
            if (inspection.Points.Find(p => p.Id == pointId) is not { } point)
                return Gone.Point;
            if (await work.Db.Photos.FindAsync(request.Hash) is null)
                return new Problem("photo.gone", "The photo was not saved. Take it again.", "photo");
            var photo = new PointPhoto
            {
                InspectionPointId = pointId,
                Hash = request.Hash,
                After = request.After,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
            };
            work.Db.PointPhotos.Add(photo);
            if (!request.After && await work.Db.Findings.FirstOrDefaultAsync(f => f.InspectionPointId == pointId) is { } finding)
                finding.Show(request.Hash);
            inspection.Photographed();
            await work.Db.SaveChangesAsync();
            return point.Version;
        });

    private static Task<IResult> RemovePhoto(long id, long photoId, CommandRunner commands) =>
        PhotoAsync(id, photoId, commands, (photo, db) =>
        {
            db.PointPhotos.Remove(photo);
            return Result.Done;
        });

    private static Task<IResult> Mark(long id, long photoId, PhotoMarksRequest request, CommandRunner commands) =>
        PhotoAsync(id, photoId, commands, (photo, _) => photo.Draw([
                .. (request.Marks ?? []).Select(m => new PhotoMark
                {
                    Ring = m.Ring,
                    FromX = m.FromX,
                    FromY = m.FromY,
                    ToX = m.ToX,
                    ToY = m.ToY,
                }),
            ]));

    private static Task<IResult> PhotoAsync(long id, long photoId, CommandRunner commands, Func<PointPhoto, ShopDb, Result> change) =>
        ChangeAsync(id, commands, async (inspection, work) =>
        {
            var points = inspection.Points.ConvertAll(p => p.Id);
            var photo = await work
                .Db.PointPhotos.Include(p => p.Marks)
                .FirstOrDefaultAsync(p => p.Id == photoId && points.Contains(p.InspectionPointId));
            if (photo is null)
                return new Problem("photo.gone", "The photo was not saved. Take it again.", "photo");
            if (change(photo, work.Db).Problem is { } problem)
                return problem;
            inspection.Photographed();
            await work.Db.SaveChangesAsync();
            return 0;
        });

    private static Task<IResult> Finish(long id, CommandRunner commands) => ChangeAsync(id, commands, async (inspection, work) =>
        {
            if (inspection.Finish(work.Actor).Problem is { } open)
                return open;
            // What it was done for is done: its job ends with it, and so does the time on it.
            if (inspection.JobId is not { } jobId)
                return 0;
            var job = await work.Db.Jobs.FindAsync(jobId);
            if (job is not { RemovedAt: null, Decision: DecisionKind.Approved, Progress: not JobProgress.Finished })
                return 0;
            foreach (var running in await work.Db.TimeEntries.Where(t => t.JobId == jobId && t.End == null).ToListAsync())
                running.Stop(work.Actor.At);
            var finished = await work.OnOrderAsync<int>(inspection.OrderId, under =>
                Task.FromResult<Result<int>>(
                    under.Order.FinishJob(jobId, under.Policy, work.Actor, under.Shop.ChecksWork).Problem is { } problem ? problem : 0
                )
            );
            return finished;
        });

    private static Task<IResult> Reopen(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (inspection, _) =>
            Task.FromResult<Result<int>>(inspection.Reopen().Problem is { } problem ? problem : 0)
        );

    private static Task<IResult> HandOver(long id, HandInspectionRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (inspection, work) =>
        {
            if (request.TechnicianId is { } to && !await work.Db.Staff.AnyAsync(s => s.Id == to && s.Active))
                return Gone.Person;
            inspection.HandTo(request.TechnicianId);
            return 0;
        });

    private static Task<IResult> Read(long id, CommandRunner commands) => ChangeAsync(id, commands, (inspection, work) =>
        {
            inspection.Read(work.Actor);
            return Task.FromResult<Result<int>>(0);
        });

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<Inspection, CommandContext, Task<Result<int>>> change) =>
        commands.RunAsync<InspectionChanged>(async work =>
        {
            if (await work.Db.Inspections.Include(i => i.Points).FirstOrDefaultAsync(i => i.Id == id) is not { } inspection)
                return Gone.Inspection;
            var changed = await change(inspection, work);
            return changed.Problem is { } problem ? problem : new InspectionChanged(id, inspection.Version, changed.Value);
        });
}
