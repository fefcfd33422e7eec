using Microsoft.EntityFrameworkCore;
using QRCoder;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>What customers can book by themselves, and how they get to the page.</summary>
public static class BookingSetup
{
    private const string Target = "bookingService";

    /// <summary>A service, each field as typed.</summary>
    public sealed record BookingServiceDetail
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version.</summary>
        public required int Version { get; init; }

        /// <summary>What customers read.</summary>
        public required string Title { get; init; }

        /// <summary>A sentence about it.</summary>
        public required string Words { get; init; }

        /// <summary>Minutes that are kept.</summary>
        public required string Minutes { get; init; }

        /// <summary>What it costs at least.</summary>
        public required string PriceFrom { get; init; }

        /// <summary>Skill that it needs.</summary>
        public required string Skill { get; init; }

        /// <summary>What its bay has to have.</summary>
        public required string Equipment { get; init; }

        /// <summary>Hours of notice that it needs.</summary>
        public required string LeadHours { get; init; }

        /// <summary>It is not offered.</summary>
        public required bool Removed { get; init; }
    }

    /// <summary>A new service: of a canned job, or with a title of its own.</summary>
    public sealed record BookingServiceRequest(string? Title, long? CannedJobId);

    /// <summary>One field as typed.</summary>
    public sealed record BookingServiceSetRequest(string Field, string? Value, int Version);

    /// <summary>Takes a service off the page, or brings it back.</summary>
    public sealed record BookingServiceRemoveRequest(bool Removed);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/booking-services", ListAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<BookingServiceDetail>>();
        api.MapPost("/booking-services", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/booking-services/{id:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/booking-services/{id:long}/remove", Remove).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapGet("/booking-services/code.svg", CodeAsync).Asks(Permission.EditSetup);
        api.MapGet("/booking-services/code.pdf", SignAsync).Asks(Permission.EditSetup);
    }

    private static async Task<IResult> ListAsync(ShopDb db) =>
        Results.Ok(
            (await db.BookingServices.OrderBy(s => s.RemovedAt != null).ThenBy(s => s.Id).ToListAsync()).ConvertAll(
                s => new BookingServiceDetail
                {
                    Id = s.Id,
                    Version = s.Version,
                    Title = s.Title,
                    Words = s.Words,
                    Minutes = s.Shown("minutes"),
                    PriceFrom = s.Shown("priceFrom"),
                    Skill = s.Skill,
                    Equipment = s.Shown("equipment"),
                    LeadHours = s.Shown("leadHours"),
                    Removed = s.RemovedAt is not null,
                }
            )
        );

    private static Task<IResult> Add(BookingServiceRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var canned = request.CannedJobId is { } id
                ? await work.Db.OfferedCannedJobs.Include(c => c.Lines).FirstOrDefaultAsync(c => c.Id == id)
                : null;
            if (request.CannedJobId is not null && canned is null)
                return Gone.CannedJob;
            var made = canned is null
                ? BookingService.Create(request.Title)
                : BookingService.Create(canned.Title, canned.Id, (int)(canned.Hours.Value * 60), canned.Skill, canned.Equipment);
            if (made.Problem is { } problem)
                return problem;
            work.Db.BookingServices.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Title));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, BookingServiceSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.BookingServices.FindAsync(id) is not { } service)
                return Gone.BookingService;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                () => Task.FromResult(service.Set(request.Field, request.Value)),
                () => service.Version
            );
        });

    private static Task<IResult> Remove(long id, BookingServiceRemoveRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.BookingServices.FindAsync(id) is not { } service)
                return Gone.BookingService;
            work.Record(Target, id, service.Version, service.TakeOff(request.Removed, work.Actor.At));
            return new RecordChanged(id, service.Version);
        });

    private static string AddressOf(Shop shop, HttpContext http) => shop.AddressOf("book", $"{http.Request.Scheme}://{http.Request.Host}");

    /// <summary>The page's address as a code to scan.</summary>
    private static async Task<IResult> CodeAsync(ShopDb db, HttpContext http)
    {
        using var code = QRCodeGenerator.GenerateQrCode(AddressOf(await db.Shops.SingleAsync(), http), QRCodeGenerator.ECCLevel.M);
        return Results.Text(new SvgQRCode(code).GetGraphic(8), "image/svg+xml");
    }

    /// <summary>The same as a sign to print.</summary>
    private static async Task<IResult> SignAsync(ShopDb db, HttpContext http)
    {
        var shop = await db.Shops.SingleAsync();
        return Results.File(BookingSign.Draw(shop.Name, AddressOf(shop, http)), "application/pdf", "booking-sign.pdf");
    }
}
