using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Data.Setup.Privacy;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup.Privacy;

/// <summary>What is kept of customers: how long, handed out, erased, and who looked.</summary>
public static class PrivacyPages
{
    private const int MostErasures = 200,
        MostLooks = 200;
    private const string Target = "retentionPlan";

    /// <summary>How long what is known of customers is kept, as typed.</summary>
    public sealed record RetentionView
    {
        /// <summary>Its version; 0 while nobody changed it.</summary>
        public required int Version { get; init; }

        /// <summary>Years for which invoices stay as they were sent.</summary>
        public required string InvoiceYears { get; init; }

        /// <summary>Months after which messages go; empty keeps them.</summary>
        public required string MessageMonths { get; init; }

        /// <summary>Months after which handled requests go; empty keeps them.</summary>
        public required string RequestMonths { get; init; }

        /// <summary>Months after which it is forgotten who looked at whom.</summary>
        public required string LookMonths { get; init; }
    }

    /// <summary>A customer who was erased.</summary>
    public sealed record ErasureRow(
        long Id,
        long CustomerId,
        string Request,
        Instant At,
        string By,
        IReadOnlyList<ErasedCount> Counts,
        LocalDate? KeptUntil,
        Instant? CompletedAt
    );

    /// <summary>All about privacy in the shop.</summary>
    /// <param name="Retention">How long what is kept.</param>
    /// <param name="BackupsUntil">The day by which backups of today are thinned out; null where no backups are made.</param>
    /// <param name="Erasures">Who was erased, the latest first.</param>
    public sealed record PrivacyView(RetentionView Retention, LocalDate? BackupsUntil, IReadOnlyList<ErasureRow> Erasures);

    /// <summary>Somebody who had the customer on screen.</summary>
    public sealed record LookRow(long Id, Instant At, string By, LookedAt What);

    /// <summary>What is kept of one customer, and whether they can be erased.</summary>
    public sealed record CustomerPrivacyView
    {
        /// <summary>The name that confirms an erasure.</summary>
        public required string Name { get; init; }

        /// <summary>When they were erased, UTC; null for a customer.</summary>
        public Instant? ErasedAt { get; init; }

        /// <summary>What keeps them from being erased today, each in a sentence.</summary>
        public required IReadOnlyList<string> Obstacles { get; init; }

        /// <summary>First day on which the last of their invoices need not be kept any more; null where none has to be.</summary>
        public LocalDate? KeptUntil { get; init; }

        /// <summary>Invoices that stay until then.</summary>
        public required int InvoicesKept { get; init; }

        /// <summary>Who had them on screen, the latest first.</summary>
        public required IReadOnlyList<LookRow> Looks { get; init; }
    }

    /// <summary>A field of the plan as typed.</summary>
    public sealed record RetentionRequest(string Field, string? Value, int Version);

    /// <summary>An erasure: how it was asked, and the customer's name to confirm it.</summary>
    public sealed record EraseRequest(string? Request, string? Name);

    /// <summary>An erasure that was done.</summary>
    public sealed record CustomerErased(long Id, LocalDate? KeptUntil);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/privacy", ShowAsync).Asks(Permission.KeepData).Produces<PrivacyView>();
        api.MapPost("/privacy/retention", SetRetention)
            .Asks(Permission.KeepData)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapGet("/customers/{id:long}/privacy", CustomerAsync)
            .Asks(Permission.KeepData)
            .Produces<CustomerPrivacyView>()
            .ProducesProblem(404);
        api.MapGet("/customers/{id:long}/data.zip", ArchiveAsync).Asks(Permission.KeepData).InPerson().Produces(200).ProducesProblem(404);
        api.MapPost("/customers/{id:long}/erase", EraseAsync)
            .Asks(Permission.KeepData)
            .InPerson()
            .Produces<CustomerErased>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(ShopDb db, TimeProvider time)
    {
        var plan = await db.RetentionPlans.AsNoTracking().SingleOrDefaultAsync();
        var shown = plan ?? new RetentionPlan();
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var backups = await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync();
        var rows = await db
            .Erasures.AsNoTracking()
            .OrderByDescending(e => e.Id)
            .Take(MostErasures)
            .Select(e => new { Erasure = e, By = db.Staff.Where(s => s.Id == e.ById).Select(s => s.Name).FirstOrDefault() })
            .ToListAsync();
        return Results.Ok(
            new PrivacyView(
                new RetentionView
                {
                    Version = plan?.Version ?? 0,
                    InvoiceYears = shown.Shown("invoiceYears"),
                    MessageMonths = shown.Shown("messageMonths"),
                    RequestMonths = shown.Shown("requestMonths"),
                    LookMonths = shown.Shown("lookMonths"),
                },
                backups?.ThinnedOutBy(shop.Local(time.Now()).Date),
                rows.ConvertAll(r => new ErasureRow(
                    r.Erasure.Id,
                    r.Erasure.CustomerId,
                    r.Erasure.Request,
                    r.Erasure.At,
                    r.By ?? "",
                    r.Erasure.Counts,
                    r.Erasure.KeptUntil,
                    r.Erasure.CompletedAt
                ))
            )
        );
    }

    private static Task<IResult> SetRetention(RetentionRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var plan = await work.Db.RetentionPlans.SingleOrDefaultAsync();
            if ((plan?.Version ?? 0) != request.Version)
                return new Problem("retention.changed", "Somebody else changed this meanwhile. Look at it again.");
            if (plan is null)
                work.Db.RetentionPlans.Add(plan = new RetentionPlan());
            var set = plan.Set(request.Field, request.Value);
            if (set.Problem is { } problem)
                return problem;
            work.Record(Target, RetentionPlan.Only, plan.Version, set.Value);
            return new RecordChanged(RetentionPlan.Only, plan.Version);
        });

    private static async Task<IResult> CustomerAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.Customers.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id) is not { } customer)
            return Problems.Of(Gone.Customer);
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var (plan, now) = (await Erasures.PlanAsync(db), time.Now());
        var records = await db.AccountRecordsAsync(id);
        var kept = await CustomerErasure.KeptInvoicesAsync(db, shop, plan, records, now);
        var looks = await db
            .CustomerLooks.AsNoTracking()
            .Where(l => records.Contains(l.CustomerId))
            .OrderByDescending(l => l.At)
            .Take(MostLooks)
            .Select(l => new LookRow(l.Id, l.At, db.Staff.Where(s => s.Id == l.StaffId).Select(s => s.Name).FirstOrDefault() ?? "", l.What))
            .ToListAsync();
        return Results.Ok(
            new CustomerPrivacyView
            {
                Name = customer.DisplayName,
                ErasedAt = customer.ErasedAt,
                Obstacles = customer.ErasedAt is null ? await Erasures.ObstaclesAsync(db, shop, id, now) : [],
                KeptUntil = kept.Count == 0 ? null : plan.InvoiceEnds(kept.Max()),
                InvoicesKept = kept.Count,
                Looks = looks,
            }
        );
    }

    private static async Task<IResult> ArchiveAsync(long id, IDbContextFactory<ShopDb> factory, ShopFile file, TimeProvider time)
    {
        var db = await factory.CreateDbContextAsync();
        try
        {
            if (!await db.Customers.AnyAsync(c => c.Id == id))
                return Problems.Of(Gone.Customer);
            // On the disk, not in memory: photos of years can be much. It goes when it was sent.
            var zip = new FileStream(
                Path.Combine(Path.GetTempPath(), $"yardstick-{Guid.NewGuid():N}.zip"),
                FileMode.CreateNew,
                FileAccess.ReadWrite,
                FileShare.None,
                81920,
                FileOptions.DeleteOnClose | FileOptions.Asynchronous
            );
            await CustomerArchive.WriteAsync(db, file.Folder, id, time.Now(), zip);
            zip.Position = 0;
            return Results.File(zip, "application/zip", Invariant($"customer-{id}.zip"));
        }
        finally
        {
            await db.DisposeAsync();
        }
    }

    private static Task<IResult> EraseAsync(
        long id,
        EraseRequest request,
        CommandRunner commands,
        ShopFile file,
        ContentStore store,
        SingleWriter writer,
        ILogger<Erasure> log
    ) =>
        commands.RunAsync<CustomerErased>(
            async work =>
            {
                var db = work.Db;
                if (await db.Customers.FindAsync(id) is not { MergedIntoId: null } customer)
                    return Gone.Customer;
                if (customer.ErasedAt is not null)
                    return new Problem("erasure.done", "This customer was erased already.");
                if (!string.Equals(customer.DisplayName, request.Name?.Trim(), StringComparison.OrdinalIgnoreCase))
                    return new Problem("erasure.name", "Type the customer's name as it stands here, to confirm it.", "name");
                var shop = await db.Shops.SingleAsync();
                if (await Erasures.ObstaclesAsync(db, shop, id, work.Actor.At) is { Count: > 0 } obstacles)
                    return new Problem("erasure.open", string.Join(' ', obstacles));
                var begun = Erasure.Begin(id, request.Request, work.Actor.At, work.Actor.StaffId);
                if (begun.Problem is { } problem)
                    return problem;
                db.Erasures.Add(begun.Value);
                await Erasures.EraseAsync(work, shop, begun.Value);
                return new CustomerErased(begun.Value.Id, begun.Value.KeptUntil);
            },
            // Once it is kept: a backup that is put back must not bring them back. What fails here the next round does.
            async (_, erased) =>
            {
                try
                {
                    await writer.RunAsync(async db =>
                    {
                        await ErasedList.AddAsync(db, file.Folder, await db.Erasures.AsNoTracking().SingleAsync(e => e.Id == erased.Id));
                        return true;
                    });
                    await Erasures.RemoveFilesAsync(writer, store, erased.Id);
                }
                catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
                {
                    log.LogError(fault, "Files of an erased customer are still there.");
                }
                return erased;
            }
        );
}
