using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Jobs on an order: written, taken from the canned ones, edited, taken off and brought back.</summary>
public static class EditJobs
{
    /// <summary>A job by title, or a canned one.</summary>
    public sealed record EditJobsAddRequest(string? Title);

    /// <summary>One field of something that comes along, as it was typed; empty lets it follow again.</summary>
    public sealed record CompanionRequest(string Code, string Field, string? Value, int Version);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/jobs", Add).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}", Set)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/companions", SetCompanion)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapDelete("/orders/{id:long}/jobs/{jobId:long}", Remove).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/restore", Restore)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Add(long id, EditJobsAddRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            var job = Job.Create(request.Title);
            var added = under.Order.AddJob(job, under.Command.Actor);
            if (added.Problem is { } problem)
                return problem;
            await Phrases.UsedAsync(db, PhraseUse.JobTitle, request.Title, under.Command.Actor.At);
            await db.SaveChangesAsync();
            return new Changed(under.Order.Version, job.Id, job.Version);
        });

    private static Task<IResult> Set(long id, long jobId, EditOrder.EditOrderSetRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (await under.ClashAsync("job", jobId, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            var value = request.Value;
            if (request.Field == "payer")
            {
                var payer = await SupplierPayers.KeyAsync(under.Command, value);
                if (payer.Problem is { } gone)
                    return gone;
                value = payer.Value;
                if (await AddPayerAsync(under, value) is { } refused)
                    return refused;
            }
            var set = under.Order.SetJob(jobId, request.Field, value, under.Command.Actor);
            if (set.Problem is { } problem)
                return problem;
            if (request.Field == "title")
                await Phrases.UsedAsync(under.Command.Db, PhraseUse.JobTitle, request.Value, under.Command.Actor.At);
            return new Changed(under.Order.Version, jobId, under.Order.FindJob(jobId).Value.Version);
        });

    /// <summary>An account that is to pay has to be on file.</summary>
    private static async Task<Problem?> AddPayerAsync(OrderCommandContext under, string? key)
    {
        if (!long.TryParse(key, NumberStyles.None, CultureInfo.InvariantCulture, out var id))
            return null;
        return await under.Command.Db.Customers.FindAsync(id) is { } account ? under.Order.AddPayer(account).Problem : Gone.Customer;
    }

    private static Task<IResult> SetCompanion(long id, long jobId, CompanionRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var found = under.Order.FindCompanion(jobId, request.Code, under.Policy.Pricing.Companions);
            if (found.Problem is { } gone)
                return gone;
            var rule = found.Value;
            if (await under.ClashAsync("job", jobId, $"companion {rule.Code} {request.Field}", request.Version, request.Value) is { } clash)
                return clash;
            var set = under.Order.SetCompanion(jobId, rule, request.Field, request.Value, under.Command.Actor);
            return set.Problem is { } problem ? problem : new Changed(under.Order.Version, jobId, under.Order.FindJob(jobId).Value.Version);
        });

    private static Task<IResult> Remove(long id, long jobId, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            var removed = under.Order.RemoveJob(jobId, await IsUsedAsync(db, id, jobId), under.Command.Actor);
            if (removed.Problem is { } problem)
                return problem;
            await db.PlannedWork.Where(p => p.JobId == jobId).ExecuteDeleteAsync();
            return new Changed(under.Order.Version, jobId, 0);
        });

    /// <summary>Whether time was clocked on a job or a part ordered for it.</summary>
    internal static async Task<bool> IsUsedAsync(Data.ShopDb db, long id, long jobId) =>
        await db.TimeEntries.AnyAsync(t => t.JobId == jobId)
        || await db.StandingParts().AnyAsync(l => l.OrderId == id && db.Lines.Any(x => x.Id == l.LineId && x.JobId == jobId))
        || await db.SubletWork.AnyAsync(s =>
            s.OrderId == id && s.CalledOffAt == null && db.Lines.Any(x => x.Id == s.LineId && x.JobId == jobId)
        );

    private static Task<IResult> Restore(long id, long jobId, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, under =>
        {
            var restored = under.Order.RestoreJob(jobId, under.Command.Actor);
            return Task.FromResult<Result<Changed>>(restored.Problem is { } problem ? problem : new Changed(under.Order.Version, jobId, 0));
        });
}
