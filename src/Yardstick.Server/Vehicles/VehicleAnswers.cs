using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Vehicles;

/// <summary>What was answered about a vehicle when a catalog asked: seen, corrected, and taken back so that it is asked again.</summary>
public static class VehicleAnswers
{
    /// <summary>An answer.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Text">The question in words.</param>
    /// <param name="Answer">The answer.</param>
    /// <param name="By">Who answered.</param>
    /// <param name="At">When, UTC.</param>
    public sealed record VehicleAnswerView(long Id, string Text, string Answer, string By, Instant At);

    /// <summary>The answer as typed; empty takes it back.</summary>
    public sealed record VehicleAnswerRequest(string? Answer);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/vehicles/{id:long}/answers", ListAsync).Asks(Permission.Find).Produces<IReadOnlyList<VehicleAnswerView>>();
        api.MapPost("/vehicles/{id:long}/answers/{answerId:long}", Set)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(long id, ShopDb db)
    {
        var rows = await db
            .VehicleAnswers.Where(a => a.VehicleId == id)
            .OrderBy(a => a.Id)
            .Select(a => new { Answer = a, By = db.Staff.Where(s => s.Id == a.ById).Select(s => s.Name).FirstOrDefault() })
            .ToListAsync();
        return Results.Ok(
            rows.ConvertAll(r => new VehicleAnswerView(
                r.Answer.Id,
                r.Answer.Text.Length > 0 ? r.Answer.Text : r.Answer.Question,
                r.Answer.Answer,
                StaffMember.ShortNameOf(r.By ?? ""),
                r.Answer.At
            ))
        );
    }

    private static Task<IResult> Set(long id, long answerId, VehicleAnswerRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.VehicleAnswers.FirstOrDefaultAsync(a => a.Id == answerId && a.VehicleId == id) is not { } answer)
                return Gone.VehicleAnswer;
            var vehicle = await db.Vehicles.SingleAsync(v => v.Id == id);
            var change = new FieldChange("answer", answer.Answer, (request.Answer ?? "").Trim());
            if (string.IsNullOrWhiteSpace(request.Answer))
                db.VehicleAnswers.Remove(answer);
            else if (answer.Set(answer.Text, request.Answer, work.Actor).Problem is { } refused)
                return refused;
            work.Record(RecordCommands.Vehicle, id, vehicle.Version, change);
            await db.SaveChangesAsync();
            return new RecordChanged(id, vehicle.Version);
        });
}
