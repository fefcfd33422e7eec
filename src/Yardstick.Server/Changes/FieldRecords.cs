using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Server.Changes;

/// <summary>Fields of records that people change: clashes by field, and who changed what.</summary>
internal static class FieldRecords
{
    /// <summary>Whether somebody else changed the same field after the version that the client saw.</summary>
    internal static async Task<Problem?> ClashAsync(
        this CommandContext work,
        string target,
        long id,
        string field,
        int seen,
        string? wanted
    )
    {
        var latest = await work
            .Db.RecordChanges.Where(c =>
                c.Target == target && c.TargetId == id && c.Field == field && c.Version > seen && c.ClientId != work.Actor.ClientId
            )
            .OrderByDescending(c => c.Version)
            .FirstOrDefaultAsync();
        if (latest is null || latest.New == wanted)
            return null;
        var who = await work.Db.Staff.Where(s => s.Id == latest.ById).Select(s => s.Name).FirstOrDefaultAsync() ?? "Somebody";
        var at = (await work.Db.Shops.SingleAsync()).Local(latest.At);
        return Clash.OfEdit(StaffMember.ShortNameOf(who), latest.New, at, field);
    }

    /// <summary>Keeps one field of a record, unless somebody else changed it meanwhile, and writes down what changed.</summary>
    /// <param name="work">The change.</param>
    /// <param name="target">What kind of record it is.</param>
    /// <param name="id">Which one.</param>
    /// <param name="field">Which field.</param>
    /// <param name="value">What was typed.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="set">Sets it.</param>
    /// <param name="version">Version of the record once it is set.</param>
    internal static async Task<Result<RecordChanged>> KeepFieldAsync(
        this CommandContext work,
        string target,
        long id,
        string field,
        string? value,
        int seen,
        Func<Task<Result<FieldChange>>> set,
        Func<int> version
    )
    {
        if (await work.ClashAsync(target, id, field, seen, value) is { } clash)
            return clash;
        var change = await set();
        if (change.Problem is { } problem)
            return problem;
        work.Record(target, id, version(), change.Value);
        return new RecordChanged(id, version());
    }

    /// <summary>Writes down what changed.</summary>
    internal static void Record(this CommandContext work, string target, long id, int version, FieldChange change) =>
        work.Db.RecordChanges.Add(
            new RecordChange
            {
                Target = target,
                TargetId = id,
                Field = change.Field,
                Old = change.Old,
                New = change.New,
                Version = version,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
                ClientId = work.Actor.ClientId,
            }
        );
}
