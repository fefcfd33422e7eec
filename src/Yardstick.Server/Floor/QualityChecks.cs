using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The quality check by somebody who did not do the work: passed, or a job goes back.</summary>
public static class QualityChecks
{
    /// <summary>What was seen.</summary>
    public sealed record PassCheckRequest(string? Note);

    /// <summary>Which job goes back, and what is to be done again.</summary>
    public sealed record SendBackRequest(long JobId, string? Note);

    /// <summary>A job of a vehicle that waits for its check.</summary>
    public sealed record CheckJob(long Id, string Title, string DoneBy, IReadOnlyList<string> Lines);

    /// <summary>A vehicle that waits for its check.</summary>
    /// <param name="OrderId">Its order.</param>
    /// <param name="Number">Number of the order.</param>
    /// <param name="Vehicle">The vehicle in words.</param>
    /// <param name="Plate">Its plate.</param>
    /// <param name="Concerns">What the customer said.</param>
    /// <param name="Jobs">Approved jobs.</param>
    /// <param name="WhyNot">Why whoever asks may not check it; empty where they may.</param>
    public sealed record CheckView(
        long OrderId,
        long Number,
        string Vehicle,
        string Plate,
        IReadOnlyList<string> Concerns,
        IReadOnlyList<CheckJob> Jobs,
        string WhyNot
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/check", ShowAsync).Asks(Permission.SeeFloor).Produces<CheckView>().ProducesProblem(404);
        api.MapPost("/orders/{id:long}/check/pass", Pass).Asks(Permission.CheckWork).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/check/send-back", SendBack).Asks(Permission.CheckWork).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, HttpContext http)
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var vehicle = order.VehicleId is { } v ? await db.Vehicles.FindAsync(v) : null;
        var staff = await db.ShortNamesAsync();
        var me = http.User.StaffId();
        var whyNot = order.WhyNotChecked(await WorkersAsync(db, id), me)?.Message
            ?? (http.User.May(Permission.CheckWork) ? "" : "You do not have the right to pass quality checks.");
        return Results.Ok(
            new CheckView(
                id,
                order.Number,
                vehicle?.Description ?? order.WithoutVehicle,
                vehicle?.Plate.Text ?? "",
                [.. order.Concerns.OrderBy(c => c.Position).Select(c => c.Complaint)],
                [
                    .. order.ApprovedJobs.Select(j => new CheckJob(
                        j.Id,
                        j.Title,
                        j.FinishedById is { } by ? staff.GetValueOrDefault(by, "") : "",
                        [.. j.OnLines.Where(l => !l.IsExcluded && l.Kind is LineKind.Labor or LineKind.Part).Select(l => l.Description)]
                    )),
                ],
                whyNot
            )
        );
    }

    private static Task<List<long>> WorkersAsync(ShopDb db, long orderId) =>
        db.TimeEntries.Where(t => t.OrderId == orderId).Select(t => t.StaffId).Distinct().ToListAsync();

    private static Task<IResult> Pass(long id, PassCheckRequest request, CommandRunner commands) =>
        OnAsync(id, commands, (order, workers, actor) => order.PassCheck(request.Note, workers, actor));

    private static Task<IResult> SendBack(long id, SendBackRequest request, CommandRunner commands) =>
        OnAsync(id, commands, (order, workers, actor) => order.SendBack(request.JobId, request.Note, workers, actor));

    private static Task<IResult> OnAsync(long id, CommandRunner commands, Func<Order, IReadOnlyCollection<long>, Actor, Result> change) =>
        commands.RunAsync<Changed>(async work =>
        {
            var workers = await WorkersAsync(work.Db, id);
            return await work.OnOrderAsync<Changed>(id, under =>
                Task.FromResult<Result<Changed>>(
                    change(under.Order, workers, work.Actor).Problem is { } problem
                        ? problem
                        : new Changed(under.Order.Version, id, under.Order.Version)
                )
            );
        });
}
