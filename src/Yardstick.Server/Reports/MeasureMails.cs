using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Reports;

/// <summary>Pages of measures that go out by email by themselves.</summary>
public static class MeasureMails
{
    /// <summary>One of them.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Page">The page.</param>
    /// <param name="Time">When.</param>
    /// <param name="Address">Where to.</param>
    /// <param name="By">Who set it up.</param>
    /// <param name="Rests">Whoever set it up may not see measures any more, so none goes out.</param>
    public sealed record MeasureMailView(long Id, MeasurePage Page, MeasureMailTime Time, string Address, string By, bool Rests);

    /// <summary>A new one.</summary>
    public sealed record MeasureMailRequest(MeasurePage Page, MeasureMailTime Time, string? Address);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/measure-mails", ListAsync).Asks(Permission.SeeMeasures).Produces<IReadOnlyList<MeasureMailView>>();
        api.MapPost("/measure-mails", Make).Asks(Permission.SeeMeasures).Produces<RecordChanged>().ProducesProblem(422);
        api.MapDelete("/measure-mails/{id:long}", Stop).Asks(Permission.SeeMeasures).Produces<RecordChanged>().ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var staff = await db.Staff.AsNoTracking().ToDictionaryAsync(s => s.Id);
        var seeing = await db.WhoSeesMeasuresAsync();
        return Results.Ok(
            (await db.MeasureMails.AsNoTracking().OrderBy(m => m.Page).ThenBy(m => m.Id).ToListAsync())
                .Select(m => new MeasureMailView(
                    m.Id,
                    m.Page,
                    m.Time,
                    m.Address,
                    staff.GetValueOrDefault(m.MadeById)?.Name ?? "",
                    !seeing.Contains(m.MadeById)
                ))
                .ToList()
        );
    }

    /// <summary>Those who may see measures today.</summary>
    internal static async Task<HashSet<long>> WhoSeesMeasuresAsync(this ShopDb db)
    {
        var own = (await db.StaffRights.AsNoTracking().ToListAsync()).ToLookup(r => r.StaffId);
        return
        [
            .. (await db.Staff.AsNoTracking().Where(s => s.Active).ToListAsync())
                .Where(s => Rights.Of(s.Role, own[s.Id]).Contains(Permission.SeeMeasures))
                .Select(s => s.Id),
        ];
    }

    private static Task<IResult> Make(MeasureMailRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            var made = MeasureMail.Create(
                request.Page,
                request.Time,
                request.Address,
                await work.Db.MeasureMails.ToListAsync(),
                shop.Local(work.Actor.At),
                work.Actor
            );
            if (made.Problem is { } problem)
                return problem;
            work.Db.MeasureMails.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record("measureMail", made.Value.Id, 1, new FieldChange(request.Page.ToString(), "", made.Value.Address));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Stop(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.MeasureMails.FindAsync(id) is not { } mail)
                return MeasureMail.Gone;
            work.Db.MeasureMails.Remove(mail);
            work.Record("measureMail", id, 1, new FieldChange(mail.Page.ToString(), mail.Address, ""));
            return new RecordChanged(id, 1);
        });
}
