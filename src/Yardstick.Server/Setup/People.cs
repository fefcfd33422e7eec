using System.Globalization;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>People on staff: added, changed, taken off and brought back.</summary>
public static class People
{
    private const string Target = "person";

    /// <summary>Somebody in the list.</summary>
    public sealed record PersonRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Full name.</summary>
        public required string Name { get; init; }

        /// <summary>Signs in as.</summary>
        public required string UserName { get; init; }

        /// <summary>What the person is.</summary>
        public required Role Role { get; init; }

        /// <summary>Skills, with commas.</summary>
        public required string Skills { get; init; }

        /// <summary>False for those who left.</summary>
        public required bool Active { get; init; }

        /// <summary>False until the person has chosen a password.</summary>
        public required bool HasPassword { get; init; }

        /// <summary>Until when the link can be used that waits for the person, UTC; null where none does.</summary>
        public required Instant? InvitedUntil { get; init; }
    }

    /// <summary>A new person as typed.</summary>
    public sealed record PersonRequest(string? Name, string? UserName, Role Role);

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version of the person that the screen showed.</param>
    public sealed record PersonSetRequest(string Field, string? Value, int Version);

    /// <summary>Takes a person off, or brings them back.</summary>
    public sealed record PersonActiveRequest(bool Active);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/people", ListAsync).Asks(Permission.EditStaff).Produces<IReadOnlyList<PersonRow>>();
        api.MapPost("/people", Add).Asks(Permission.EditStaff).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/people/{id:long}", Set)
            .Asks(Permission.EditStaff)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/people/{id:long}/active", SetActive).Asks(Permission.EditStaff).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db, TimeProvider time)
    {
        var now = time.Now();
        var accounts = await db
            .Users.Select(u => new
            {
                u.Id,
                u.UserName,
                Has = u.PasswordHash != null,
            })
            .ToDictionaryAsync(u => u.Id);
        var waiting = await db.Invitations.Where(Invitation.Standing(now)).ToListAsync();
        var invited = waiting.GroupBy(i => i.StaffId).ToDictionary(g => g.Key, g => g.Max(i => i.EndsAt));
        var people = await db.Staff.OrderByDescending(s => s.Active).ThenBy(s => s.Id).ToListAsync();
        return Results.Ok(
            people.ConvertAll(p => new PersonRow
            {
                Id = p.Id,
                Name = p.Name,
                UserName = accounts.GetValueOrDefault(p.Id)?.UserName ?? "",
                Role = p.Role,
                Skills = string.Join(", ", p.Skills),
                Active = p.Active,
                HasPassword = accounts.GetValueOrDefault(p.Id)?.Has ?? false,
                InvitedUntil = invited.TryGetValue(p.Id, out var until) ? until : null,
            })
        );
    }

    private static Task<IResult> Add(PersonRequest request, HttpContext http, ILookupNormalizer names, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var made = StaffMember.Create(request.Name, request.Role, await GuardAsync(work, http));
            if (made.Problem is { } problem)
                return problem;
            var userName = (request.UserName ?? "").Trim();
            if (await TakenAsync(work.Db, names, userName, 0) is { } noName)
                return noName;
            var person = made.Value;
            work.Db.Staff.Add(person);
            await work.Db.SaveChangesAsync();
            work.Db.Users.Add(
                new Account
                {
                    Id = person.Id,
                    UserName = userName,
                    NormalizedUserName = names.NormalizeName(userName),
                    SecurityStamp = Guid.NewGuid().ToString(),
                }
            );
            work.Record(Target, person.Id, person.Version, new FieldChange("added", "", person.Name));
            return new RecordChanged(person.Id, person.Version);
        });

    private static Task<IResult> Set(
        long id,
        PersonSetRequest request,
        HttpContext http,
        ILookupNormalizer names,
        CommandRunner commands
    ) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Staff.FindAsync(id) is not { } person)
                return Gone.Person;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                async () =>
                {
                    var guard = await GuardAsync(work, http);
                    return request.Field == "userName"
                        ? await RenameAsync(work, names, person, (request.Value ?? "").Trim(), guard)
                        : person.Set(request.Field, request.Value, guard);
                },
                () => person.Version
            );
        });

    private static async Task<Result<FieldChange>> RenameAsync(
        CommandContext work,
        ILookupNormalizer names,
        StaffMember person,
        string name,
        StaffGuard guard
    )
    {
        if (guard.Rename(person).Problem is { } beyond)
            return beyond;
        if (await TakenAsync(work.Db, names, name, person.Id) is { } problem)
            return problem;
        var account = await work.Db.Users.SingleAsync(u => u.Id == person.Id);
        var change = new FieldChange("userName", account.UserName ?? "", name);
        (account.UserName, account.NormalizedUserName) = (name, names.NormalizeName(name));
        person.Renamed();
        return change;
    }

    private static async Task<Problem?> TakenAsync(ShopDb db, ILookupNormalizer names, string userName, long own)
    {
        var normal = names.NormalizeName(userName);
        return PasswordRules.CheckUserName(userName, await db.Users.AnyAsync(u => u.NormalizedUserName == normal && u.Id != own)).Problem;
    }

    /// <summary>
    /// Somebody who leaves is off the clock, has no planned work and no link any more, and is signed out; what they did stays theirs.
    /// </summary>
    private static Task<IResult> SetActive(long id, PersonActiveRequest request, HttpContext http, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Staff.FindAsync(id) is not { } person)
                return Gone.Person;
            var set = person.SetActive(request.Active, await GuardAsync(work, http));
            if (set.Problem is { } problem)
                return problem;
            if (!request.Active)
            {
                new TimeClock(
                    id,
                    await db.Attendances.FirstOrDefaultAsync(a => a.StaffId == id && a.End == null),
                    await db.TimeEntries.FirstOrDefaultAsync(t => t.StaffId == id && t.End == null)
                ).Leave(work.Actor.At);
                foreach (var plan in await UnfinishedAsync(db, id))
                    plan.Unassign();
                foreach (var appointment in await db.Appointments.Where(Appointment.ToCome).Where(a => a.TechnicianId == id).ToListAsync())
                    appointment.Unassign();
                // Whoever left does not look at the shop's work any more.
                foreach (var feed in await db.CalendarFeeds.Where(f => f.StaffId == id && f.WithdrawnAt == null).ToListAsync())
                    feed.Withdraw(work.Actor.At);
                foreach (var invitation in await db.Invitations.Where(i => i.StaffId == id).ToListAsync())
                    invitation.Withdraw(work.Actor.At);
                await Sessions.EndAsync(db, db.Sessions.Where(s => s.StaffId == id), work.Actor.At);
                var ended = http.RequestServices.GetRequiredService<EndedSessions>();
                work.AfterCommit(() => _ = ended.CloseEndedAsync());
            }
            work.Record(Target, id, person.Version, set.Value);
            return new RecordChanged(id, person.Version);
        });

    private static Task<List<PlannedWork>> UnfinishedAsync(ShopDb db, long staffId) =>
        db
            .PlannedWork.Where(p => p.TechnicianId == staffId)
            .Where(p => db.Jobs.Any(j => j.Id == p.JobId && j.Progress != Core.Orders.JobProgress.Finished))
            .ToListAsync();

    /// <summary>Who changes people, and what has to stay.</summary>
    internal static async Task<StaffGuard> GuardAsync(CommandContext work, HttpContext http) =>
        new(
            work.Actor.StaffId,
            http.User.Role(),
            work.Actor.Rights,
            await work.Db.Staff.Where(s => s.Role == Role.Owner && s.Active).Select(s => s.Id).ToListAsync(),
            await work.Db.Shops.SingleAsync()
        );
}
