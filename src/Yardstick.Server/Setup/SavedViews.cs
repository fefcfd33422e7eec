using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Lists and pages of measures as somebody narrowed them, under a name.</summary>
public static class SavedViews
{
    /// <summary>A view.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Name">Its name.</param>
    /// <param name="Address">Where it leads within the program.</param>
    /// <param name="ForAll">Everybody has it.</param>
    /// <param name="MayRemove">Whoever asks may take it off.</param>
    public sealed record SavedViewRow(long Id, string Name, string Address, bool ForAll, bool MayRemove);

    /// <summary>A view to keep.</summary>
    /// <param name="List">Which list it is of.</param>
    /// <param name="Name">Its name.</param>
    /// <param name="Address">Its address within the program.</param>
    /// <param name="ForAll">Everybody gets it.</param>
    public sealed record SavedViewRequest(string? List, string? Name, string? Address, bool ForAll);

    /// <summary>Takes a view off, or offers it again.</summary>
    public sealed record SavedViewRemoveRequest(bool Removed);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/saved-views/{list}", ListAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<SavedViewRow>>();
        api.MapPost("/saved-views", Keep).Asks(Permission.SeeOrders).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/saved-views/{id:long}/remove", Remove).Asks(Permission.SeeOrders).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(string list, ShopDb db, HttpContext http)
    {
        var me = http.User.StaffId();
        var views = await db
            .SavedViews.Where(v => v.List == list && v.RemovedAt == null && (v.StaffId == me || v.ForAll))
            .OrderBy(v => v.Name)
            .ToListAsync();
        var mayAll = http.User.May(Permission.EditSetup);
        return Results.Ok(
            views.ConvertAll(v => new SavedViewRow(v.Id, v.Name, v.Address, v.ForAll, v.StaffId == me || (v.ForAll && mayAll)))
        );
    }

    private static Task<IResult> Keep(SavedViewRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var made = SavedView.Of(request.List, request.Name, request.Address, request.ForAll, work.Actor.StaffId);
            if (made.Problem is { } problem)
                return problem;
            work.Db.SavedViews.Add(made.Value);
            await work.Db.SaveChangesAsync();
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Remove(long id, SavedViewRemoveRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.SavedViews.FindAsync(id) is not { } view)
                return Gone.SavedView;
            return view.Remove(request.Removed, work.Actor.May(Permission.EditSetup), work.Actor).Problem is { } problem
                ? problem
                : new RecordChanged(id, 1);
        });
}
