using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Customers;

/// <summary>Two records of one customer or one car made into one: a preview, the merge, and taking it back within a day.</summary>
public static class MergeRecords
{
    internal static readonly string[] VehicleFieldNames =
    [
        "plate",
        "plateRegion",
        "vin",
        "year",
        "make",
        "model",
        "trim",
        "engine",
        "transmission",
        "drive",
        "color",
        "unitNumber",
        "productionMonth",
        "warning",
        "photoHash",
    ];

    /// <summary>What would move.</summary>
    /// <param name="Kept">The record that stays.</param>
    /// <param name="Gone">The record that is taken over.</param>
    /// <param name="Moves">What moves, in words.</param>
    /// <param name="Differs">Fields that say something else; those of the record that stays are kept.</param>
    public sealed record MergeRecordsPreview(
        string Kept,
        string Gone,
        IReadOnlyList<string> Moves,
        IReadOnlyList<MergeRecordsDifference> Differs
    );

    /// <summary>A field that says something else in the two records.</summary>
    public sealed record MergeRecordsDifference(string Field, string Kept, string Gone);

    /// <summary>The record that is taken over.</summary>
    public sealed record MergeRecordsRequest(long OtherId);

    /// <summary>A merge that was made.</summary>
    public sealed record RecordsMerged(long MergeId);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/customers/{id:long}/merge", (long id, long other, ShopDb db) => PreviewAsync(db, MergeKind.Customers, id, other))
            .Asks(Permission.WriteUp)
            .Produces<MergeRecordsPreview>()
            .ProducesProblem(404)
            .ProducesProblem(422);
        api.MapPost("/customers/{id:long}/merge", (long id, MergeRecordsRequest request, CommandRunner commands) =>
                Handle(MergeKind.Customers, id, request, commands)
            )
            .Asks(Permission.WriteUp)
            .Produces<RecordsMerged>()
            .ProducesProblem(422);
        api.MapGet("/vehicles/{id:long}/merge", (long id, long other, ShopDb db) => PreviewAsync(db, MergeKind.Vehicles, id, other))
            .Asks(Permission.WriteUp)
            .Produces<MergeRecordsPreview>()
            .ProducesProblem(404)
            .ProducesProblem(422);
        api.MapPost("/vehicles/{id:long}/merge", (long id, MergeRecordsRequest request, CommandRunner commands) =>
                Handle(MergeKind.Vehicles, id, request, commands)
            )
            .Asks(Permission.WriteUp)
            .Produces<RecordsMerged>()
            .ProducesProblem(422);
        api.MapPost("/merges/{id:long}/undo", Undo).Asks(Permission.WriteUp).Produces<RecordChanged>().ProducesProblem(422);
    }

    /// <summary>Merges into a record that can still be taken back.</summary>
    internal static async Task<IReadOnlyList<CustomerPage.MergeView>> OpenAsync(ShopDb db, MergeKind kind, long keptId, Instant now)
    {
        var since = now - Merge.Window;
        var open = await db
            .Merges.Where(m => m.Kind == kind && m.KeptId == keptId && m.UndoneAt == null && m.At >= since)
            .OrderByDescending(m => m.Id)
            .ToListAsync();
        if (open.Count == 0)
            return [];
        var (gone, by) = (open.ConvertAll(m => m.GoneId), open.ConvertAll(m => m.ById));
        var names =
            kind == MergeKind.Customers
                ? await db.Customers.Where(c => gone.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.DisplayName)
                : await db.Vehicles.Where(v => gone.Contains(v.Id)).ToDictionaryAsync(v => v.Id, v => v.Description);
        var people = await db.Staff.Where(s => by.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.ShortName);
        return open.ConvertAll(m => new CustomerPage.MergeView(m.Id, names[m.GoneId], m.At, people[m.ById]));
    }

    private static async Task<Problem?> RefusedAsync(ShopDb db, MergeKind kind, long id, long other)
    {
        if (Merge.Same(id, other) is { } same)
            return same;
        var standing =
            kind == MergeKind.Customers
                ? await db.Customers.CountAsync(c => (c.Id == id || c.Id == other) && c.MergedIntoId == null && c.ErasedAt == null)
                : await db.Vehicles.CountAsync(v => (v.Id == id || v.Id == other) && v.MergedIntoId == null);
        return standing == 2
            ? null
            : new Problem("record.gone", "One of these records is no longer on file. It may already be merged; search again.");
    }

    private static async Task<IResult> PreviewAsync(ShopDb db, MergeKind kind, long id, long other)
    {
        if (await RefusedAsync(db, kind, id, other) is { } problem)
            return Problems.Of(problem);
        var moved = await MovedAsync(db, kind, id, other);
        var moves = new List<string>();
        void Say(int count, string one, string many)
        {
            if (count > 0)
                moves.Add(count == 1 ? $"1 {one}" : $"{count} {many}");
        }
        Say(moved.Vehicles.Count, "car", "cars");
        Say(moved.Orders.Count, "order", "orders");
        Say(moved.Appointments.Count, "appointment", "appointments");
        Say(moved.Messages.Count, "message", "messages");
        Say(moved.Requests.Count, "request", "requests");
        Say(moved.Phones.Count, "phone", "phones");
        Say(moved.Emails.Count, "email address", "email addresses");
        Say(moved.Contacts.Count, "contact", "contacts");
        Say(moved.Sites.Count, "site", "sites");
        Say(moved.Readings.Count, "odometer reading", "odometer readings");
        Say(moved.FormerOrders.Count, "imported order", "imported orders");
        Say(moved.Reminders.Count, "reminder", "reminders");
        Say(moved.Files.Count, "file", "files");
        Say(moved.Labels.Count, "label", "labels");
        Say(moved.Extras.Count, "custom field", "fields of the shop's own");
        Func<string, (string, string)> both;
        string kept,
            gone;
        if (kind == MergeKind.Customers)
        {
            var (one, two) = ((await db.Customers.FindAsync(id))!, (await db.Customers.FindAsync(other))!);
            (kept, gone, both) = (one.DisplayName, two.DisplayName, f => (one.Shown(f) ?? "", two.Shown(f) ?? ""));
        }
        else
        {
            var (one, two) = ((await db.Vehicles.FindAsync(id))!, (await db.Vehicles.FindAsync(other))!);
            (kept, gone, both) = ($"{one.Plate} {one.Description}".Trim(), $"{two.Plate} {two.Description}".Trim(), f =>
                (one.Shown(f) ?? "", two.Shown(f) ?? "")
            );
        }
        var differs = Fields(kind)
            .Select(f => (Field: f, Both: both(f)))
            .Where(d => d.Both.Item1.Length > 0 && d.Both.Item2.Length > 0 && d.Both.Item1 != d.Both.Item2)
            .Select(d => new MergeRecordsDifference(d.Field, d.Both.Item1, d.Both.Item2))
            .ToList();
        foreach (var field in moved.Filled)
            moves.Add($"{field}: {both(field).Item2}");
        return Results.Ok(new MergeRecordsPreview(kept, gone, moves, differs));
    }

    private static string[] Fields(MergeKind kind) => kind == MergeKind.Customers ? CustomerPage.FieldNames : VehicleFieldNames;

    private static async Task<Moved> MovedAsync(ShopDb db, MergeKind kind, long id, long other)
    {
        if (kind == MergeKind.Vehicles)
        {
            var (car, second) = ((await db.Vehicles.FindAsync(id))!, (await db.Vehicles.FindAsync(other))!);
            return new Moved
            {
                Orders = await db.Orders.Where(o => o.VehicleId == other).Select(o => o.Id).ToListAsync(),
                Readings = await db.OdometerReadings.Where(r => r.VehicleId == other).Select(r => r.Id).ToListAsync(),
                Reminders = await db
                    .Reminders.Where(r =>
                        r.VehicleId == other
                        && r.RemovedAt == null
                        && !db.Reminders.Any(k => k.VehicleId == id && k.RemovedAt == null && k.Title == r.Title)
                    )
                    .Select(r => r.Id)
                    .ToListAsync(),
                Answers = await db
                    .VehicleAnswers.Where(a =>
                        a.VehicleId == other && !db.VehicleAnswers.Any(k => k.VehicleId == id && k.Question == a.Question)
                    )
                    .Select(a => a.Id)
                    .ToListAsync(),
                Appointments = await db.Appointments.Where(a => a.VehicleId == other).Select(a => a.Id).ToListAsync(),
                FollowUps = await db.FollowUpActs.Where(a => a.VehicleId == other).Select(a => a.Id).ToListAsync(),
                Requests = await db.OutsideRequests.Where(r => r.VehicleId == other).Select(r => r.Id).ToListAsync(),
                ConnectedCars = await db.ConnectedCars.Where(c => c.VehicleId == other).Select(c => c.Id).ToListAsync(),
                FormerOrders = await db.FormerOrders.Where(o => o.VehicleId == other).Select(o => o.Id).ToListAsync(),
                Files = await FilesAsync(db, RecordKind.Vehicle, other),
                Labels = await LabelsAsync(db, RecordKind.Vehicle, id, other),
                Extras = await ExtrasAsync(db, RecordKind.Vehicle, id, other),
                Filled = VehicleFieldNames.Where(f => car.Shown(f)!.Length == 0 && second.Shown(f)!.Length > 0).ToList(),
            };
        }
        var (kept, gone) = ((await db.Customers.FindAsync(id))!, (await db.Customers.FindAsync(other))!);
        var numbers = await db.CustomerPhones.Where(p => p.CustomerId == id).Select(p => p.Number).ToListAsync();
        var addresses = await db.CustomerEmails.Where(e => e.CustomerId == id).Select(e => e.Address).ToListAsync();
        return new Moved
        {
            Vehicles = await db.Vehicles.Where(v => v.CustomerId == other).Select(v => v.Id).ToListAsync(),
            Orders = await db.Orders.Where(o => o.CustomerId == other).Select(o => o.Id).ToListAsync(),
            Phones = await db
                .CustomerPhones.Where(p => p.CustomerId == other && !numbers.Contains(p.Number))
                .Select(p => p.Id)
                .ToListAsync(),
            Emails = await db
                .CustomerEmails.Where(e => e.CustomerId == other && !addresses.Contains(e.Address))
                .Select(e => e.Id)
                .ToListAsync(),
            Contacts = await db.CustomerContacts.Where(c => c.CustomerId == other).Select(c => c.Id).ToListAsync(),
            Sites = await db.CustomerSites.Where(s => s.CustomerId == other).Select(s => s.Id).ToListAsync(),
            Appointments = await db.Appointments.Where(a => a.CustomerId == other).Select(a => a.Id).ToListAsync(),
            Messages = await db.Messages.Where(m => m.CustomerId == other).Select(m => m.Id).ToListAsync(),
            FollowUps = await db.FollowUpActs.Where(a => a.CustomerId == other).Select(a => a.Id).ToListAsync(),
            Requests = await db.OutsideRequests.Where(r => r.CustomerId == other).Select(r => r.Id).ToListAsync(),
            FormerOrders = await db.FormerOrders.Where(o => o.CustomerId == other).Select(o => o.Id).ToListAsync(),
            Files = await FilesAsync(db, RecordKind.Customer, other),
            Labels = await LabelsAsync(db, RecordKind.Customer, id, other),
            Extras = await ExtrasAsync(db, RecordKind.Customer, id, other),
            // A name that is already there stays; prices and exemptions are never taken over silently.
            Filled = new[] { "address", "alert", "notes", "source" }
                .Where(f => kept.Shown(f)!.Length == 0 && gone.Shown(f)!.Length > 0)
                .ToList(),
        };
    }

    private static Task<List<long>> FilesAsync(ShopDb db, RecordKind kind, long other) =>
        db.Files.Where(f => f.Kind == kind && f.TargetId == other).Select(f => f.Id).ToListAsync();

    private static Task<List<long>> LabelsAsync(ShopDb db, RecordKind kind, long id, long other) =>
        db
            .LabelsOn.Where(l =>
                l.TargetId == other
                && db.Labels.Any(d => d.Id == l.LabelId && d.Kind == kind)
                && !db.LabelsOn.Any(k => k.TargetId == id && k.LabelId == l.LabelId)
            )
            .Select(l => l.Id)
            .ToListAsync();

    private static Task<List<long>> ExtrasAsync(ShopDb db, RecordKind kind, long id, long other) =>
        db
            .ExtraValues.Where(v =>
                v.TargetId == other
                && db.ExtraFields.Any(f => f.Id == v.FieldId && f.Kind == kind)
                && !db.ExtraValues.Any(k => k.TargetId == id && k.FieldId == v.FieldId)
            )
            .Select(v => v.Id)
            .ToListAsync();

    private static Task<IResult> Handle(MergeKind kind, long id, MergeRecordsRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordsMerged>(async work =>
        {
            var db = work.Db;
            if (await RefusedAsync(db, kind, id, request.OtherId) is { } problem)
                return problem;
            var moved = await MovedAsync(db, kind, id, request.OtherId);
            await MoveAsync(db, kind, moved, id);
            var local = (await db.Shops.SingleAsync()).Local(work.Actor.At);
            if (kind == MergeKind.Customers)
            {
                var (kept, gone) = ((await db.Customers.FindAsync(id))!, (await db.Customers.FindAsync(request.OtherId))!);
                foreach (var field in moved.Filled)
                    kept.Set(field, gone.Shown(field), local);
                gone.MergeInto(kept);
                work.Record(RecordCommands.Customer, id, kept.Version, new FieldChange("merged", "", gone.DisplayName));
            }
            else
            {
                var (kept, gone) = ((await db.Vehicles.FindAsync(id))!, (await db.Vehicles.FindAsync(request.OtherId))!);
                foreach (var field in moved.Filled)
                    kept.Set(field, gone.Shown(field), local.Year);
                gone.MergeInto(kept);
                work.Record(
                    RecordCommands.Vehicle,
                    id,
                    kept.Version,
                    new FieldChange("merged", "", $"{gone.Plate} {gone.Description}".Trim())
                );
            }
            var merge = new Merge
            {
                Kind = kind,
                KeptId = id,
                GoneId = request.OtherId,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
                Moved = moved,
            };
            db.Merges.Add(merge);
            await db.SaveChangesAsync();
            Tell(work, moved);
            return new RecordsMerged(merge.Id);
        });

    private static Task<IResult> Undo(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Merges.FindAsync(id) is not { } merge)
                return new Problem("merge.gone", "This merge no longer exists. Reload the page.");
            if (merge.Lasting(work.Actor.At) is { } lasting)
                return lasting;
            var moved = merge.Moved;
            await MoveAsync(db, merge.Kind, moved, merge.GoneId, onlyFrom: merge.KeptId);
            var local = (await db.Shops.SingleAsync()).Local(work.Actor.At);
            if (merge.Kind == MergeKind.Customers)
            {
                var (kept, gone) = ((await db.Customers.FindAsync(merge.KeptId))!, (await db.Customers.FindAsync(merge.GoneId))!);
                // What was filled in goes again, unless somebody changed it since.
                foreach (var field in moved.Filled.Where(f => kept.Shown(f) == gone.Shown(f)))
                    kept.Set(field, "", local);
                gone.TakeOutOf(kept);
                work.Record(RecordCommands.Customer, kept.Id, kept.Version, new FieldChange("merged", gone.DisplayName, ""));
            }
            else
            {
                var (kept, gone) = ((await db.Vehicles.FindAsync(merge.KeptId))!, (await db.Vehicles.FindAsync(merge.GoneId))!);
                foreach (var field in moved.Filled.Where(f => kept.Shown(f) == gone.Shown(f)))
                    kept.Set(field, "", local.Year);
                gone.TakeOutOf(kept);
                work.Record(RecordCommands.Vehicle, kept.Id, kept.Version, new FieldChange("merged", gone.Description, ""));
            }
            merge.Undo(work.Actor.At);
            await db.SaveChangesAsync();
            Tell(work, moved);
            return new RecordChanged(merge.GoneId, 0);
        });

    private static void Tell(CommandContext work, Moved moved)
    {
        foreach (
            var kind in new[]
            {
                TopicKind.Customer,
                TopicKind.Vehicle,
                TopicKind.Orders,
                TopicKind.Floor,
                TopicKind.Calendar,
                TopicKind.FollowUps,
                TopicKind.Requests,
                TopicKind.Files,
                TopicKind.Labels,
            }
        )
            work.Changed(kind);
        foreach (var order in moved.Orders)
            work.Changed(TopicKind.Order, order);
    }

    /// <summary>Moves rows to a record; when a merge is taken back only those that still belong to the one that kept them.</summary>
    private static async Task MoveAsync(ShopDb db, MergeKind kind, Moved moved, long to, long? onlyFrom = null)
    {
        await db
            .Files.Where(f => moved.Files.Contains(f.Id) && (onlyFrom == null || f.TargetId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(f => f.TargetId, to));
        await db
            .LabelsOn.Where(l => moved.Labels.Contains(l.Id) && (onlyFrom == null || l.TargetId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(l => l.TargetId, to));
        await db
            .ExtraValues.Where(v => moved.Extras.Contains(v.Id) && (onlyFrom == null || v.TargetId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(v => v.TargetId, to));
        if (kind == MergeKind.Vehicles)
        {
            await db
                .VehicleAnswers.Where(a => moved.Answers.Contains(a.Id) && (onlyFrom == null || a.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(a => a.VehicleId, to));
            await db
                .Reminders.Where(r => moved.Reminders.Contains(r.Id) && (onlyFrom == null || r.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(r => r.VehicleId, to));
            await db
                .Appointments.Where(a => moved.Appointments.Contains(a.Id) && (onlyFrom == null || a.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(a => a.VehicleId, to));
            await db
                .FollowUpActs.Where(a => moved.FollowUps.Contains(a.Id) && (onlyFrom == null || a.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(a => a.VehicleId, to));
            await db
                .OutsideRequests.Where(r => moved.Requests.Contains(r.Id) && (onlyFrom == null || r.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(r => r.VehicleId, to));
            await db
                .ConnectedCars.Where(c => moved.ConnectedCars.Contains(c.Id) && (onlyFrom == null || c.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(c => c.VehicleId, to));
            await db
                .FormerOrders.Where(o => moved.FormerOrders.Contains(o.Id) && (onlyFrom == null || o.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(o => o.VehicleId, to));
            await db
                .Orders.Where(o => moved.Orders.Contains(o.Id) && (onlyFrom == null || o.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(o => o.VehicleId, to));
            await db
                .OdometerReadings.Where(r => moved.Readings.Contains(r.Id) && (onlyFrom == null || r.VehicleId == onlyFrom))
                .ExecuteUpdateAsync(s => s.SetProperty(r => r.VehicleId, to));
            return;
        }
        await db
            .Appointments.Where(a => moved.Appointments.Contains(a.Id) && (onlyFrom == null || a.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(a => a.CustomerId, to));
        await db
            .Messages.Where(m => moved.Messages.Contains(m.Id) && (onlyFrom == null || m.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(m => m.CustomerId, to));
        await db
            .FollowUpActs.Where(a => moved.FollowUps.Contains(a.Id) && (onlyFrom == null || a.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(a => a.CustomerId, to));
        await db
            .OutsideRequests.Where(r => moved.Requests.Contains(r.Id) && (onlyFrom == null || r.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(r => r.CustomerId, to));
        await db
            .FormerOrders.Where(o => moved.FormerOrders.Contains(o.Id) && (onlyFrom == null || o.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(o => o.CustomerId, to));
        await db
            .Vehicles.Where(v => moved.Vehicles.Contains(v.Id) && (onlyFrom == null || v.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(v => v.CustomerId, to));
        await db
            .Orders.Where(o => moved.Orders.Contains(o.Id) && (onlyFrom == null || o.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(o => o.CustomerId, to));
        await db
            .CustomerPhones.Where(p => moved.Phones.Contains(p.Id) && (onlyFrom == null || p.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(p => p.CustomerId, to));
        await db
            .CustomerEmails.Where(e => moved.Emails.Contains(e.Id) && (onlyFrom == null || e.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(e => e.CustomerId, to));
        await db
            .CustomerContacts.Where(c => moved.Contacts.Contains(c.Id) && (onlyFrom == null || c.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(c => c.CustomerId, to));
        await db
            .CustomerSites.Where(x => moved.Sites.Contains(x.Id) && (onlyFrom == null || x.CustomerId == onlyFrom))
            .ExecuteUpdateAsync(s => s.SetProperty(x => x.CustomerId, to));
    }
}
