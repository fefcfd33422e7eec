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
