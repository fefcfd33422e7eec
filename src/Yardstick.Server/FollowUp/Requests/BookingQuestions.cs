using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Questions of customers who do not know what to book.</summary>
public static class BookingQuestions
{
    /// <summary>A question as it was typed. What people do not see, <c>Website</c>, only robots fill in.</summary>
    public sealed record QuestionRequest(string? Name, string? Phone, string? Email, string? Vehicle, string? Words, string? Website);

    /// <summary>A question that came in.</summary>
    /// <param name="Sentence">What happens next.</param>
    public sealed record QuestionTaken(string Sentence);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/customers-pages/booking/questions", AskAsync)
            .AllowAnonymous()
            .LimitsPublic()
            .Produces<QuestionTaken>()
            .ProducesProblem(422);

    /// <summary>A question comes into the tray; asked again before anybody answered it is one with the first.</summary>
    private static async Task<IResult> AskAsync(
        QuestionRequest asked,
        ShopDb before,
        SingleWriter writer,
        TimeProvider time,
        HttpContext http
    )
    {
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var key))
            return Problems.Of(CommandRunner.NoId);
        if (!string.IsNullOrEmpty(asked.Website))
            return Problems.Of(BookingRules.Robot);
        var shop = await before.Shops.AsNoTracking().SingleAsync();
        if (!shop.TakesBookings)
            return Problems.Of(BookingRules.Closed);
        var typed = new BookingInput(asked.Name, asked.Phone, asked.Email, "", asked.Vehicle, asked.Words, false).ReadQuestion(
            shop.Country
        );
        if (typed.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var taken = await CommandRunner.RunAsync<QuestionTaken>(writer, Actor.Program(time.Now()), async work =>
        {
            var (db, now, phone) = (work.Db, work.Actor.At, typed.Value.Phone.E164);
            var told = new QuestionTaken($"Thank you. {shop.Name} answers by text.");
            if (await db.OutsideRequests.AnyAsync(r => r.Key == key.ToString()))
                return told;
            if ((await BookingReader.MayTakeAsync(db, phone, now)).Problem is { } noMore)
                return noMore;
            var open = await db.OutsideRequests.FirstOrDefaultAsync(r =>
                r.Phone == phone && r.Kind == RequestKind.Question && r.State == RequestState.Open
            );
            if (open?.AskedAgain(now, typed.Value.Words) != true)
            {
                var kept = new OutsideRequest
                {
                    Key = key.ToString(),
                    Kind = RequestKind.Question,
                    At = now,
                    Name = typed.Value.Name,
                    Phone = phone,
                    Email = typed.Value.Email,
                    Vehicle = typed.Value.Vehicle,
                    Words = typed.Value.Words,
                };
                kept.IsOf(await RequestMatching.OfAsync(db, phone, "", Plate.None));
                db.OutsideRequests.Add(kept);
            }
            work.Notify($"{typed.Value.Name} asks: {TextInput.Short(typed.Value.Words)}", null);
            await db.SaveChangesAsync();
            return told;
        });
        return taken.Problem is { } refused ? Problems.Of(refused) : Results.Ok(taken.Value);
    }
}
