using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>
/// Order of jobs and lines, several lines pasted at once, technicians in one step, discounts taken back, notes on the record.
/// </summary>
public static class ArrangeOrder
{
    /// <summary>A job goes before another; before null goes to the end.</summary>
    public sealed record MoveJobRequest(long JobId, long? BeforeId);

    /// <summary>Lines go before another of a job, which may be another job; before null goes to the end.</summary>
    public sealed record MoveLinesRequest(IReadOnlyList<long> LineIds, long JobId, long? BeforeId);

    /// <summary>Rows as they were copied, their cells separated by tabs.</summary>
    public sealed record PasteRequest(string Text);

    /// <summary>What came of a paste.</summary>
    public sealed record PastedAnswer(int OrderVersion, IReadOnlyList<long> LineIds, IReadOnlyList<PastedRefusal> Refused) : OrderAnswer;

    /// <summary>Who does all labor of a job; without a job of the order.</summary>
    public sealed record TechnicianRequest(long? JobId, long? TechnicianId);

    /// <summary>How many labor lines have that technician now.</summary>
    public sealed record TechnicianAnswer(int OrderVersion, int Lines) : OrderAnswer;

    /// <summary>A note of one's own.</summary>
    public sealed record NoteRequest(string Text);

    /// <summary>The version of a line that the client saw.</summary>
    public sealed record VersionRequest(int Version);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/move-job", MoveJob).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/move-lines", MoveLines).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/paste", Paste)
            .Asks(Permission.EditOrders)
            .Produces<PastedAnswer>()
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/source-back", SourceBack)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/orders/{id:long}/technician", SetTechnician)
            .Asks(Permission.EditOrders)
            .Produces<TechnicianAnswer>()
            .ProducesProblem(422);
        api.MapDelete("/orders/{id:long}/discounts/{discountId:long}", TakeBack)
            .Asks(Permission.OverridePrices)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/discounts/{discountId:long}/restore", GiveAgain)
            .Asks(Permission.OverridePrices)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/record", Note).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static Task<IResult> MoveJob(long id, MoveJobRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
            Done(under, under.Order.MoveJob(request.JobId, request.BeforeId, under.Command.Actor), request.JobId)
        );

    private static Task<IResult> MoveLines(long id, MoveLinesRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
            Done(under, under.Order.MoveLines(request.LineIds, request.JobId, request.BeforeId, under.Command.Actor), request.JobId)
        );

    private static Task<IResult> Paste(long id, long jobId, PasteRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<PastedAnswer>(id, async under =>
        {
            var read = PastedLines.Read(request.Text);
            if (under.Order.Paste(jobId, read, under.Command.Actor).Problem is { } problem)
                return problem;
            await under.Command.Db.SaveChangesAsync();
            return new PastedAnswer(under.Order.Version, [.. read.Lines.Select(l => l.Id)], read.Refused);
        });

    private static Task<IResult> SetTechnician(long id, TechnicianRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<TechnicianAnswer>(id, async under =>
        {
            if (
                request.TechnicianId is { } who
                && await under.Command.Db.Staff.FindAsync(who) is not { Role: Role.Technician, Active: true }
            )
                return new Problem("staff.gone", "This technician no longer exists. Reload the page.", "technicianId");
            var set = under.Order.SetTechnician(request.JobId, request.TechnicianId, under.Command.Actor);
            if (set.Problem is { } problem)
                return problem;
            if (request.TechnicianId is { } technician)
            {
                var jobs = (await under.JobsToGiveAsync()).Where(j => request.JobId is null || j == request.JobId).ToHashSet();
                await under.GiveScheduledAsync(jobs, technician, _ => true);
            }
            return new TechnicianAnswer(under.Order.Version, set.Value);
        });

    private static Task<IResult> TakeBack(long id, long discountId, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
            Done(under, under.Order.SetDiscountOn(discountId, false, under.Command.Actor), discountId)
        );

    private static Task<IResult> GiveAgain(long id, long discountId, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
            Done(under, under.Order.SetDiscountOn(discountId, true, under.Command.Actor), discountId)
        );

    private static Task<IResult> Note(long id, NoteRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under => Done(under, under.Order.AddNote(request.Text, under.Command.Actor), id));

    private static Task<Result<Changed>> Done(OrderCommandContext under, Result result, long target) =>
        Task.FromResult<Result<Changed>>(result.Problem is { } problem ? problem : new Changed(under.Order.Version, target, 0));

    /// <summary>Exchanges a line's source with the one before it: the undo of giving it another, and the redo.</summary>
    private static Task<IResult> SourceBack(long id, long lineId, VersionRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (await under.TouchedByOthersAsync("line", lineId, request.Version) is { } clash)
                return clash;
            var line = under.Order.SourceBack(lineId, under.Command.Actor);
            return line.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, line.Value.Version);
        });
}
