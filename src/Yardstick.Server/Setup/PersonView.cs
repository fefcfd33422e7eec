using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>One person on staff: what they are, when they work, when they are away, and what they may.</summary>
public static class PersonView
{
    private const string Target = "person";

    /// <summary>An absence that is not over.</summary>
    public sealed record AbsenceRow(long Id, LocalDate From, LocalDate Until, string Reason);

    /// <summary>One right.</summary>
    /// <param name="Permission">Which.</param>
    /// <param name="Words">In words.</param>
    /// <param name="Has">Whether the person has it.</param>
    /// <param name="ByRole">Whether the role has it.</param>
    /// <param name="ChangedBy">Who gave or took it; empty where the role decides.</param>
    /// <param name="ChangedAt">When, UTC.</param>
    public sealed record RightRow(Permission Permission, string Words, bool Has, bool ByRole, string ChangedBy, Instant? ChangedAt);

    /// <summary>The person.</summary>
    public sealed record PersonDetail
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, sent with the next change.</summary>
        public required int Version { get; init; }

        /// <summary>Full name.</summary>
        public required string Name { get; init; }

        /// <summary>Signs in as.</summary>
        public required string UserName { get; init; }

        /// <summary>What the person is.</summary>
        public required Role Role { get; init; }

        /// <summary>Skills, with commas.</summary>
        public required string Skills { get; init; }

        /// <summary>Pace in percent, as typed.</summary>
        public required string Pace { get; init; }

        /// <summary>Labor cost per hour, as typed; empty where nobody said.</summary>
        public required string PayRate { get; init; }

        /// <summary>False for those who left.</summary>
        public required bool Active { get; init; }

        /// <summary>Whoever asks: nobody changes their own role and rights.</summary>
        public required bool IsMe { get; init; }

        /// <summary>False until the person has chosen a password.</summary>
        public required bool HasPassword { get; init; }

        /// <summary>Whether a PIN is set.</summary>
        public required bool HasPin { get; init; }

        /// <summary>Until when the link can be used that waits for the person, UTC.</summary>
        public required Instant? InvitedUntil { get; init; }

        /// <summary>True where the hours are those of the shop.</summary>
        public required bool HoursOfShop { get; init; }

        /// <summary>Hours by weekday.</summary>
        public required IReadOnlyList<WeekdayHours> Week { get; init; }

        /// <summary>When the person is away.</summary>
        public required IReadOnlyList<AbsenceRow> Absences { get; init; }

        /// <summary>What the person may.</summary>
        public required IReadOnlyList<RightRow> Rights { get; init; }
    }

    /// <summary>Days on which the person is away, as typed.</summary>
    public sealed record AbsenceRequest(string? From, string? Until, string? Reason);

    /// <summary>Takes an absence back, or lets it hold again.</summary>
    public sealed record AbsenceRemoveRequest(bool Removed);

    /// <summary>Gives a right, takes it, or leaves it to the role.</summary>
    public sealed record RightRequest(Permission Permission, bool? Allowed);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/people/{id:long}", ShowAsync).Asks(Permission.EditStaff).Produces<PersonDetail>().ProducesProblem(404);
        api.MapPost("/people/{id:long}/rights", SetRight).Asks(Permission.EditStaff).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/people/{id:long}/absences", AddAbsence).Asks(Permission.EditStaff).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/absences/{id:long}/remove", RemoveAbsence).Asks(Permission.EditStaff).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, HttpContext http, ShopDb db, TimeProvider time)
    {
        var now = time.Now();
        if (await db.Staff.FindAsync(id) is not { } person)
            return Problems.Of(Gone.Person);
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(now).Date;
        var account = await db.Users.SingleAsync(u => u.Id == id);
        var own = await db.StaffRights.Where(r => r.StaffId == id).ToDictionaryAsync(r => r.Permission);
        var names = await db.Staff.ToDictionaryAsync(s => s.Id, s => s.Name);
        var rights = Rights.Of(person.Role, own.Values);
        return Results.Ok(
            new PersonDetail
            {
                Id = id,
                Version = person.Version,
                Name = person.Name,
                UserName = account.UserName ?? "",
                Role = person.Role,
                Skills = person.Shown("skills", shop),
                Pace = person.Shown("pace", shop),
                PayRate = person.Shown("payRate", shop),
                Active = person.Active,
                IsMe = http.User.StaffId() == id,
                HasPassword = account.PasswordHash is not null,
                HasPin = account.PinHash is not null,
                InvitedUntil = await db
                    .Invitations.Where(i => i.StaffId == id)
                    .Where(Invitation.Standing(now))
                    .Select(i => (Instant?)i.EndsAt)
                    .FirstOrDefaultAsync(),
                HoursOfShop = person.Hours is null,
                Week = WeekdayHours.Of(field => person.Shown(field, shop)),
                Absences = await db
                    .Absences.Where(a => a.StaffId == id && a.RemovedAt == null && a.Until >= today)
                    .OrderBy(a => a.From)
                    .Select(a => new AbsenceRow(a.Id, a.From, a.Until, a.Reason))
                    .ToListAsync(),
                Rights =
                [
                    .. Enum.GetValues<Permission>()
                        .Select(p => new RightRow(
                            p,
                            RightWords.Of(p),
                            rights.Contains(p),
                            Rights.Allows(person.Role, p),
                            own.TryGetValue(p, out var right) ? names.GetValueOrDefault(right.ById, "") : "",
                            own.GetValueOrDefault(p)?.At
                        )),
                ],
            }
        );
    }

    private static Task<IResult> SetRight(long id, RightRequest request, HttpContext http, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Staff.FindAsync(id) is not { } person)
                return Gone.Person;
            var before = await work.Db.StaffRights.Where(r => r.StaffId == id).ToListAsync();
            var after = before.ToList();
            var set = person.SetRight(request.Permission, request.Allowed, after, await People.GuardAsync(work, http), work.Actor);
            if (set.Problem is { } problem)
                return problem;
            work.Db.StaffRights.RemoveRange(before.Except(after));
            await work.Db.SaveChangesAsync();
            work.Db.StaffRights.AddRange(after.Except(before));
            work.Record(Target, id, person.Version, set.Value);
            return new RecordChanged(id, person.Version);
        });

    private static Task<IResult> AddAbsence(long id, AbsenceRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Staff.FindAsync(id) is not { } person)
                return Gone.Person;
            var shop = await work.Db.Shops.SingleAsync();
            var others = await work.Db.Absences.Where(a => a.StaffId == id).ToListAsync();
            var made = Absence.Create(id, request.From, request.Until, request.Reason, shop.Local(work.Actor.At), others);
            if (made.Problem is { } problem)
                return problem;
            work.Db.Absences.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, id, person.Version, new FieldChange("absence", "", made.Value.Words));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> RemoveAbsence(long id, AbsenceRemoveRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Absences.FindAsync(id) is not { } absence)
                return Gone.Absence;
            absence.Remove(request.Removed, work.Actor.At);
            var (old, now) = request.Removed ? (absence.Words, "") : ("", absence.Words);
            work.Record(Target, absence.StaffId, 0, new FieldChange("absence", old, now));
            return new RecordChanged(id, 1);
        });
}
