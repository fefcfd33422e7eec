using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup.Backups;

/// <summary>Backups: the plan, what was made and proven, one now, and putting one back.</summary>
public static class BackupPages
{
    private const int MostRecords = 60;
    private const string Target = "backupPlan";

    /// <summary>The plan, as typed.</summary>
    public sealed record BackupPlanView
    {
        /// <summary>Its version; 0 while there is none.</summary>
        public required int Version { get; init; }

        /// <summary>Time of day; empty for none.</summary>
        public required string At { get; init; }

        /// <summary>Where to.</summary>
        public required string Folder { get; init; }

        /// <summary>Where else to.</summary>
        public required string SecondFolder { get; init; }

        /// <summary>Days of which the last is kept.</summary>
        public required string Daily { get; init; }

        /// <summary>Weeks of which the last is kept.</summary>
        public required string Weekly { get; init; }

        /// <summary>Months of which the last is kept.</summary>
        public required string Monthly { get; init; }

        /// <summary>Backups are sealed.</summary>
        public required bool HasPassphrase { get; init; }
    }

    /// <summary>A backup that was made, or failed.</summary>
    public sealed record BackupRow(
        long Id,
        Instant At,
        string Folder,
        string FileName,
        long Bytes,
        long Milliseconds,
        string Problem,
        string By
    );

    /// <summary>A backup that lies in a folder.</summary>
    public sealed record BackupFileRow(string Folder, string Name, LocalDateTime MadeAt, long Bytes, bool IsSealed);

    /// <summary>All about backups.</summary>
    public sealed record BackupsView
    {
        /// <summary>The plan.</summary>
        public required BackupPlanView Plan { get; init; }

        /// <summary>What is done now, in words; empty for nothing.</summary>
        public required string Doing { get; init; }

        /// <summary>What has to be looked after.</summary>
        public required IReadOnlyList<string> Warnings { get; init; }

        /// <summary>The last one that was proven good.</summary>
        public BackupRow? LastGood { get; init; }

        /// <summary>Tries, the latest first.</summary>
        public required IReadOnlyList<BackupRow> Records { get; init; }

        /// <summary>What lies in the folders of the plan, the latest first.</summary>
        public required IReadOnlyList<BackupFileRow> Files { get; init; }
    }

    /// <summary>A field of the plan as typed.</summary>
    public sealed record BackupPlanRequest(string Field, string? Value, int Version);

    /// <summary>The passphrase; empty takes it away.</summary>
    public sealed record BackupPassphraseRequest(string? Passphrase);

    /// <summary>A backup to be put back, and the shop's name to confirm it.</summary>
    public sealed record RestoreRequest(string? Folder, string? Name, string? Passphrase, string? ShopName);

    /// <summary>Backups in a folder, for a machine without a shop; the code is that of the first run.</summary>
    public sealed record FindBackupsRequest(string? Code, string? Folder);

    /// <summary>A backup to begin with.</summary>
    public sealed record FirstRestoreRequest(string? Code, string? Folder, string? Name, string? Passphrase);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/backups", ShowAsync).Asks(Permission.KeepData).Produces<BackupsView>();
        api.MapPost("/backups/plan", Plan).Asks(Permission.KeepData).Produces<RecordChanged>().ProducesProblem(422).ProducesProblem(409);
        api.MapPost("/backups/passphrase", SetPassphrase).Asks(Permission.KeepData).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/backups", MakeNowAsync).Asks(Permission.KeepData).ProducesProblem(422);
        api.MapPost("/backups/restore", RestoreAsync).Asks(Permission.KeepData).ProducesProblem(422);
        api.MapPost("/first-run/backups", FindAsync)
            .AllowAnonymous()
            .LimitsGuessing()
            .Produces<IReadOnlyList<BackupFileRow>>()
            .ProducesProblem(422);
        api.MapPost("/first-run/restore", FirstRestoreAsync).AllowAnonymous().LimitsGuessing().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(ShopDb db, BackupMaker maker, ShopFile file, TimeProvider time)
    {
        var plan = await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync();
        var shown = plan ?? new BackupPlan();
        var rows = (
            await db
                .BackupRecords.AsNoTracking()
                .OrderByDescending(r => r.Id)
                .Take(MostRecords)
                .Select(r => new { Record = r, By = db.Staff.Where(s => s.Id == r.ById).Select(s => s.Name).FirstOrDefault() })
                .ToListAsync()
        ).ConvertAll(r => RowOf(r.Record, r.By));
        return Results.Ok(
            new BackupsView
            {
                Plan = new BackupPlanView
                {
                    Version = plan?.Version ?? 0,
                    At = shown.Shown("at"),
                    Folder = shown.Folder,
                    SecondFolder = shown.SecondFolder,
                    Daily = shown.Shown("daily"),
                    Weekly = shown.Shown("weekly"),
                    Monthly = shown.Shown("monthly"),
                    HasPassphrase = shown.SealedPassphrase.Length > 0,
                },
                Doing = maker.Doing,
                Warnings = await BackupState.WarningsAsync(db, shown, file, time.Now()),
                LastGood = await BackupState.LastGoodAsync(db) is { } good ? RowOf(good, null) : null,
                Records = rows,
                Files = [.. shown.Folders.SelectMany(BackupFiles.In).OrderByDescending(f => f.MadeAt).Select(FileRowOf)],
            }
        );
    }

    private static BackupRow RowOf(BackupRecord r, string? by) =>
        new(r.Id, r.At, r.Folder, r.FileName, r.Bytes, r.Milliseconds, r.Problem, by ?? "");

    private static BackupFileRow FileRowOf(BackupFiles.Found f) => new(f.Folder, f.Name, f.MadeAt, f.Bytes, f.IsSealed);

    private static Task<IResult> Plan(BackupPlanRequest request, CommandRunner commands, ShopFile file) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var plan = await PlanAsync(work.Db);
            var set = plan.Set(request.Field, request.Value, file.Folder);
            if (set.Problem is { } problem)
                return problem;
            if (request.Field is "folder" or "secondFolder" && set.Value.New.Length > 0 && CantWrite(set.Value.New) is { } why)
                return new Problem("backup.folder", $"Nothing can be written there: {why}", request.Field);
            work.Record(Target, BackupPlan.Only, plan.Version, set.Value);
            return new RecordChanged(BackupPlan.Only, plan.Version);
        });

    private static Task<IResult> SetPassphrase(BackupPassphraseRequest request, CommandRunner commands, BackupMaker maker) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (BackupPlan.CheckPassphrase(request.Passphrase).Problem is { } problem)
                return problem;
            var plan = await PlanAsync(work.Db);
            plan.Seal(maker.Seal(request.Passphrase ?? ""));
            work.Record(
                Target,
                BackupPlan.Only,
                plan.Version,
                new FieldChange("passphrase", "", string.IsNullOrEmpty(request.Passphrase) ? "taken away" : "set")
            );
            return new RecordChanged(BackupPlan.Only, plan.Version);
        });

    private static async Task<BackupPlan> PlanAsync(ShopDb db)
    {
        if (await db.BackupPlans.SingleOrDefaultAsync() is { } plan)
            return plan;
        var made = new BackupPlan();
        db.BackupPlans.Add(made);
        return made;
    }

    private static string? CantWrite(string folder)
    {
        try
        {
            Directory.CreateDirectory(folder);
            var probe = Path.Combine(folder, $".yardstick-{Guid.NewGuid():N}");
            File.WriteAllText(probe, "");
            File.Delete(probe);
            return null;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            return fault.Message;
        }
    }

    private static async Task<IResult> MakeNowAsync(HttpContext http, ShopDb db, BackupMaker maker, ILogger<BackupMaker> log)
    {
        if (await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync() is not { Folders.Count: > 0 })
            return Problems.Of(new Problem("backup.nowhere", "Enter a folder first.", "folder"));
        var by = http.User.StaffId();
        // It goes on when the browser has gone; what became of it is in the list.
        _ = Task.Run(async () =>
        {
            try
            {
                await maker.RunAsync(by);
            }
            catch (Exception fault)
            {
                log.LogError(fault, "A backup failed.");
                throw;
            }
        });
        return Results.NoContent();
    }

    private static async Task<IResult> RestoreAsync(
        RestoreRequest request,
        ShopDb db,
        ShopFile file,
        StartAgain again,
        IHostApplicationLifetime life
    )
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        if (!string.Equals(request.ShopName?.Trim(), shop.Name, StringComparison.OrdinalIgnoreCase))
            return Problems.Of(
                new Problem("backup.confirm", "Enter the name of the shop to confirm: all that was done since the backup goes.", "shopName")
            );
        var plan = await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync() ?? new BackupPlan();
        var found = plan.Folders.SelectMany(BackupFiles.In).FirstOrDefault(f => f.Folder == request.Folder && f.Name == request.Name);
        return found is null ? Problems.Of(Gone.Backup) : await WishAsync(found, request.Passphrase ?? "", file, again, life);
    }

    private static async Task<IResult> FindAsync(FindBackupsRequest request, ShopDb db, FirstRunCode code) =>
        await NotFirstAsync(db, code, request.Code) is { } refused
            ? Problems.Of(refused)
            : Results.Ok(BackupFiles.In(request.Folder ?? "").Select(FileRowOf).ToList());

    private static async Task<IResult> FirstRestoreAsync(
        FirstRestoreRequest request,
        ShopDb db,
        FirstRunCode code,
        ShopFile file,
        StartAgain again,
        IHostApplicationLifetime life
    )
    {
        if (await NotFirstAsync(db, code, request.Code) is { } refused)
            return Problems.Of(refused);
        return BackupFiles.In(request.Folder ?? "").FirstOrDefault(f => f.Name == request.Name) is { } found
            ? await WishAsync(found, request.Passphrase ?? "", file, again, life)
            : Problems.Of(Gone.Backup);
    }

    private static async Task<Problem?> NotFirstAsync(ShopDb db, FirstRunCode code, string? typed) =>
        await db.Shops.AnyAsync() ? new Problem("firstRun.done", "This shop is already set up. Sign in.")
        : code.Fits(typed) ? null
        : new Problem("firstRun.code", "This is not the code that was printed where Yardstick was started.", "code");

    /// <summary>Proves it first: a server that stopped for a damaged backup helps nobody. Then the server starts again on it.</summary>
    private static async Task<IResult> WishAsync(
        BackupFiles.Found found,
        string passphrase,
        ShopFile file,
        StartAgain again,
        IHostApplicationLifetime life
    )
    {
        if (await ShopBackup.ProveAsync(found.Path, passphrase, file.Folder) is { Length: > 0 } problem)
            return Problems.Of(new Problem("backup.damaged", $"{problem} This backup can't be used.", "passphrase"));
        again.AskOn(found.Path, passphrase);
        life.StopApplication();
        return Results.NoContent();
    }
}
