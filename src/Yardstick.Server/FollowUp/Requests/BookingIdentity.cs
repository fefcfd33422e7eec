using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Customers on file are known on the booking page by a code that is texted to their telephone. Whoever asks hears the same whether the
/// number is on file or not.
/// </summary>
public static class BookingIdentity
{
    private const int MostVehicles = 20;

    /// <summary>Somebody wants a code. What people do not see, <c>Website</c>, only robots fill in.</summary>
    public sealed record CodeWanted(string? Phone, string? Website);

    /// <summary>What came of it.</summary>
    /// <param name="Sentence">What happens next.</param>
    public sealed record CodeSent(string Sentence);

    /// <summary>The code, entered.</summary>
    public sealed record CodeEntered(string? Phone, string? Code);

    /// <summary>A vehicle to choose.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Title">Year, make, model and plate.</param>
    public sealed record OwnVehicle(long Id, string Title);

    /// <summary>Who it is.</summary>
    /// <param name="Key">What says so as the booking is made.</param>
    /// <param name="Name">Their name on file.</param>
    /// <param name="Vehicles">Their vehicles, the newest first.</param>
    public sealed record KnownCustomer(string Key, string Name, IReadOnlyList<OwnVehicle> Vehicles);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var codes = api.MapGroup("/customers-pages/booking/code").AllowAnonymous().LimitsPublic();
        codes.MapPost("", SendAsync).Produces<CodeSent>().ProducesProblem(422);
        codes.MapPost("/entered", EnterAsync).Produces<KnownCustomer>().ProducesProblem(422);
    }

    private static async Task<IResult> SendAsync(
        CodeWanted wanted,
        ShopDb before,
        SingleWriter writer,
        MessageComposer writing,
        TimeProvider time
    )
    {
        if (!string.IsNullOrEmpty(wanted.Website))
            return Problems.Of(BookingRules.Robot);
        var shop = await before.Shops.AsNoTracking().SingleAsync();
        if (!shop.TakesBookings)
            return Problems.Of(BookingRules.Closed);
        var phone = PhoneNumber.Parse(wanted.Phone, shop.Country, "phone");
        if (phone.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var sent = await CommandRunner.RunAsync<CodeSent>(writer, Actor.Program(time.Now()), async work =>
        {
            var (db, now, number) = (work.Db, work.Actor.At, phone.Value.E164);
            var (old, lately) = (now - PhoneCode.Kept, now - Duration.FromMinutes(BookingRules.LatelyMinutes));
            await db.PhoneCodes.Where(c => c.At < old).ExecuteDeleteAsync();
            var code = PhoneCode.New();
            var issued = PhoneCode.Issue(
                phone.Value,
                code,
                await db.PhoneCodes.CountAsync(c => c.Phone == number),
                await db.PhoneCodes.CountAsync(c => c.At >= lately),
                now
            );
            if (issued.Problem is { } noMore)
                return noMore;
            db.PhoneCodes.Add(issued.Value);
            // Nobody learns here who is a customer: what is said and kept is the same, only the text is not written.
            if (await RequestMatching.OwnersAsync(db, number) is [var owner, ..])
                _ = await writing.WriteAsync(
                    work,
                    shop,
                    owner.Id,
                    null,
                    MessageChannel.Text,
                    number,
                    null,
                    PhoneCode.Words(code, shop.Name),
                    now: true
                );
            await db.SaveChangesAsync();
            return new CodeSent("If this number is on file, a text with a code is on its way. It is valid for ten minutes.");
        });
        return sent.Problem is { } refused ? Problems.Of(refused) : Results.Ok(sent.Value);
    }

    private static async Task<IResult> EnterAsync(
        CodeEntered entered,
        ShopDb before,
        SingleWriter writer,
        TimeProvider time,
        HttpContext http
    )
    {
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out _))
            return Problems.Of(CommandRunner.NoId);
        var country = (await before.Shops.AsNoTracking().SingleAsync()).Country;
        var phone = PhoneNumber.Parse(entered.Phone, country, "phone");
        if (phone.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var (number, key) = (phone.Value.E164, CommandSecret.TokenOf(http));
        // A wrong try is kept, so what comes of it is not a refusal of the change.
        var tried = await CommandRunner.RunAsync<Result>(writer, Actor.Program(time.Now()), async work =>
        {
            var last = await work.Db.PhoneCodes.Where(c => c.Phone == number).OrderByDescending(c => c.Id).FirstOrDefaultAsync();
            var came = last is null ? PhoneCode.Wrong : last.Enter(entered.Code, key, work.Actor.At);
            await work.Db.SaveChangesAsync();
            return came;
        });
        if ((tried.Problem ?? tried.Value.Problem) is { } wrong)
            return Problems.Of(wrong);
        // Who moved to another number within these minutes is nobody's customer any more.
        if (await RequestMatching.OwnersAsync(before, number) is not [var owner, ..] owners)
            return Problems.Of(PhoneCode.Wrong);
        return Results.Ok(
            new KnownCustomer(
                key,
                owner.Name,
                [
                    .. (await VehiclesOf(before, owners).ToListAsync()).Select(v => new OwnVehicle(
                        v.Id,
                        $"{v.Description} {v.Plate.Text}".Trim()
                    )),
                ]
            )
        );
    }

    /// <summary>
    /// A booking of somebody who entered a code, with what is on file in place of what they need not type, and whose it is. Refuses with
    /// <c>bookingCode.over</c> and where the vehicle is not theirs.
    /// </summary>
    internal static async Task<Result<(BookingPages.BookingRequest Request, RequestMatch Match)>> OfAsync(
        ShopDb db,
        BookingPages.BookingRequest request,
        Instant now
    )
    {
        var hash = LinkToken.HashOf(request.Known ?? "");
        var code = await db.PhoneCodes.AsNoTracking().FirstOrDefaultAsync(c => c.KnownHash == hash && c.KnownHash != "");
        if (code?.IsKnown(now) != true || await RequestMatching.OwnersAsync(db, code.Phone) is not [var first, ..] owners)
            return PhoneCode.Over;
        var vehicle = request.VehicleId is { } id ? await VehiclesOf(db, owners).FirstOrDefaultAsync(v => v.Id == id) : null;
        if (request.VehicleId is not null && vehicle is null)
            return PhoneCode.NotTheirs;
        var whose = vehicle is null ? first : owners.Single(o => o.Id == vehicle.CustomerId);
        return (
            request with
            {
                Name = whose.Name,
                Phone = code.Phone,
                Plate = vehicle is null ? request.Plate : "",
                Vehicle = vehicle is null ? request.Vehicle : $"{vehicle.Description} {vehicle.Plate.Text}".Trim(),
            },
            RequestMatch.ByCode(vehicle is null && owners.Count > 1 ? null : whose.Id, vehicle?.Id)
        );
    }

    private static IQueryable<Core.Vehicles.Vehicle> VehiclesOf(ShopDb db, List<RequestMatching.Owner> owners)
    {
        var ids = owners.ConvertAll(o => o.Id);
        return db
            .Vehicles.AsNoTracking()
            .Where(v => v.MergedIntoId == null && ids.Contains(v.CustomerId))
            .OrderByDescending(v => v.Id)
            .Take(MostVehicles);
    }
}
