using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>The tray: what came in from outside by itself, whose it is, and what is done about it.</summary>
public static class RequestTray
{
    private const int Most = 200,
        DaysBack = 14;

    /// <summary>A request.</summary>
    public sealed record RequestRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>What it is.</summary>
        public required RequestKind Kind { get; init; }

        /// <summary>What became of it.</summary>
        public required RequestState State { get; init; }

        /// <summary>When it came, wall time.</summary>
        public required LocalDateTime At { get; init; }

        /// <summary>How often it came.</summary>
        public required int Times { get; init; }

        /// <summary>Name of whoever sent it.</summary>
        public required string Name { get; init; }

        /// <summary>Telephone, as it is read.</summary>
        public required string Phone { get; init; }

        /// <summary>Email.</summary>
        public required string Email { get; init; }

        /// <summary>Plate, on file or typed.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>What they or the vehicle say.</summary>
        public required string Words { get; init; }

        /// <summary>Content hash of the photo that came along; empty for none.</summary>
        public required string PhotoHash { get; init; }

        /// <summary>Trouble code.</summary>
        public required string Code { get; init; }

        /// <summary>Where the vehicle was.</summary>
        public required string Place { get; init; }

        /// <summary>Degrees north.</summary>
        public required decimal? Latitude { get; init; }

        /// <summary>Degrees east.</summary>
        public required decimal? Longitude { get; init; }

        /// <summary>The customer on file.</summary>
        public required long? CustomerId { get; init; }

        /// <summary>Their name.</summary>
        public required string Customer { get; init; }

        /// <summary>The vehicle on file.</summary>
        public required long? VehicleId { get; init; }

        /// <summary>Why it was matched, or not.</summary>
        public required string MatchedBy { get; init; }

        /// <summary>Its appointment.</summary>
        public required long? AppointmentId { get; init; }

        /// <summary>When that is, and how far, in words.</summary>
        public required string Appointment { get; init; }

        /// <summary>Its order, or that of its appointment once the vehicle is here.</summary>
        public required long? OrderId { get; init; }

        /// <summary>An order can be made of it at once.</summary>
        public required bool MayBecomeOrder { get; init; }

        /// <summary>What else is open from the same telephone, in words; empty for nothing.</summary>
        public required string Besides { get; init; }

        /// <summary>Others from the same telephone can be joined with it.</summary>
        public required bool MayJoin { get; init; }

        /// <summary>Who has it; empty for nobody.</summary>
        public required string AssignedTo { get; init; }

        /// <summary>The one who asks has it.</summary>
        public required bool IsMine { get; init; }

        /// <summary>Why it was set aside, or what was done, and by whom.</summary>
        public required string Handled { get; init; }
    }

    /// <summary>The tray.</summary>
    /// <param name="Rows">Open ones, the oldest first, then those of the last two weeks.</param>
    /// <param name="Unknown">Threads with people who are not on file and wrote something unread.</param>
    public sealed record RequestList(IReadOnlyList<RequestRow> Rows, IReadOnlyList<UnknownSenders.UnreadThread> Unknown);

    /// <summary>What becomes of it, and why.</summary>
    public sealed record RequestHandleRequest(RequestState State, string? Reason);

    /// <summary>Whose it is.</summary>
    public sealed record RequestCustomerRequest(long? CustomerId, long? VehicleId);

    /// <summary>The appointment that is made of it: the likely repair by its title, or none.</summary>
    public sealed record RequestAppointmentRequest(string? Repair);

    /// <summary>A text to whoever sent it.</summary>
    public sealed record RequestAnswerRequest(string? Body);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/requests", ListAsync).Asks(Permission.WriteToCustomers).Produces<RequestList>();
        api.MapGet("/requests/{id:long}/repairs", RepairsAsync)
            .Asks(Permission.WriteToCustomers)
            .Produces<VehicleSpecsView.KnownCodeView>()
            .ProducesProblem(404);
        api.MapPost("/requests/{id:long}/handle", Handle).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/requests/{id:long}/take", (long id, CommandRunner commands) => Assign(id, mine: true, commands))
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/requests/{id:long}/give-back", (long id, CommandRunner commands) => Assign(id, mine: false, commands))
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/requests/{id:long}/join", Join).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/requests/{id:long}/customer", SetCustomer).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/requests/{id:long}/answer", Answer).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/requests/{id:long}/confirm", Confirm).Asks(Permission.PlanWork).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/requests/{id:long}/appointment", Appoint).Asks(Permission.PlanWork).Produces<Changed>().ProducesProblem(422);
    }

    /// <summary>What usually mends the code that a vehicle sent.</summary>
    private static async Task<IResult> RepairsAsync(long id, ShopDb db, VehicleDataCache sources, CancellationToken cancel)
    {
        if (await db.OutsideRequests.AsNoTracking().FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } request)
            return Problems.Of(Gone.Request);
        if (request.Code.Length == 0 || request.VehicleId is not { } vehicleId)
            return Results.Ok(new VehicleSpecsView.KnownCodeView(request.Code, [], ""));
        var vehicle = await db.Vehicles.AsNoTracking().SingleAsync(v => v.Id == vehicleId, cancel);
        return Results.Ok((await VehicleSpecsView.CodesAsync(db, [request.Code], 0, vehicle, sources, cancel))[0]);
    }

    private static async Task<IResult> ListAsync(ShopDb db, TimeProvider time, HttpContext http)
    {
        var shop = await db.Shops.SingleAsync();
        var since = time.Now() - Duration.FromDays(DaysBack);
        var open = await db
            .OutsideRequests.AsNoTracking()
            .Where(r => r.State == RequestState.Open)
            .OrderBy(r => r.At)
            .Take(Most)
            .ToListAsync();
        foreach (var state in new[] { RequestState.Done, RequestState.SetAside })
            open.AddRange(
                await db
                    .OutsideRequests.AsNoTracking()
                    .Where(r => r.State == state && r.At >= since)
                    .OrderByDescending(r => r.At)
                    .Take(Most)
                    .ToListAsync()
            );
        var customerIds = open.Select(r => r.CustomerId).OfType<long>().Distinct().ToList();
        var customers = await db.Customers.IgnoreAutoIncludes().Where(c => customerIds.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        var vehicleIds = open.Select(r => r.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var appointmentIds = open.Select(r => r.AppointmentId).OfType<long>().Distinct().ToList();
        var appointments = await db
            .Appointments.Include(a => a.Services)
            .Where(a => appointmentIds.Contains(a.Id))
            .AsNoTracking()
            .ToDictionaryAsync(a => a.Id);
        var ofPhone = open.Where(r => r.State == RequestState.Open).ToLookup(r => r.Phone);
        var staff = await db.ShortNamesAsync();
        var me = http.User.StaffId();
        return Results.Ok(new RequestList(open.ConvertAll(RowOf), await UnknownSenders.UnreadAsync(db, shop)));

        RequestRow RowOf(OutsideRequest request)
        {
            var vehicle = request.VehicleId is { } v ? vehicles.GetValueOrDefault(v) : null;
            var appointment = request.AppointmentId is { } a ? appointments.GetValueOrDefault(a) : null;
            return new RequestRow
            {
                Id = request.Id,
                Kind = request.Kind,
                State = request.State,
                At = shop.Local(request.At),
                Times = request.Times,
                Name = request.Name,
                Phone = request.Phone.Length > 0 ? new PhoneNumber(request.Phone).Shown(shop.Country) : "",
                Email = request.Email,
                Plate = vehicle?.Plate.Text ?? request.Plate,
                Vehicle = vehicle?.Description ?? request.Vehicle,
                Words = request.Words,
                PhotoHash = request.PhotoHash,
                Code = request.Code,
                Place = request.Place,
                Latitude = request.Latitude,
                Longitude = request.Longitude,
                CustomerId = request.CustomerId,
                Customer = request.CustomerId is { } c ? customers.GetValueOrDefault(c)?.DisplayName ?? "" : "",
                VehicleId = request.VehicleId,
                MatchedBy = request.MatchedBy,
                AppointmentId = appointment?.Id,
                Appointment = appointment is null
                    ? ""
                    : Invariant(
                        $"{appointment.Start:ddd, MMM d} at {appointment.Start.Clock()}, {Core.Schedule.Appointment.Word(appointment.State)}: {appointment.Title}"
                    ),
                OrderId = request.OrderId ?? appointment?.OrderId,
                MayBecomeOrder = request.MayBecomeOrder,
                Besides = request.Besides(ofPhone[request.Phone].Count()),
                MayJoin = ofPhone[request.Phone].Any(request.MayJoin),
                AssignedTo = request.AssignedToId is { } who ? staff.GetValueOrDefault(who, "") : "",
                IsMine = request.AssignedToId == me,
                Handled = request.HandledById is { } by
                    ? $"{(request.Reason.Length > 0 ? request.Reason : "Done")}, {staff.GetValueOrDefault(by, "by itself")}"
                    : "",
            };
        }
    }

    private static Task<IResult> On(long id, CommandRunner commands, Func<CommandContext, OutsideRequest, Task<Result>> change) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.OutsideRequests.FindAsync(id) is not { } request)
                return Gone.Request;
            if ((await change(work, request)).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });

    private static async Task<Appointment?> AppointmentAsync(CommandContext work, OutsideRequest request) =>
        request.AppointmentId is { } id ? await work.Db.LoadAppointmentAsync(id) : null;

    private static Task<IResult> Handle(long id, RequestHandleRequest handle, CommandRunner commands) =>
        On(id, commands, async (work, request) =>
        {
            var now = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            return request.Handle(handle.State, handle.Reason, await AppointmentAsync(work, request), now, work.Actor);
        });

    private static Task<IResult> Assign(long id, bool mine, CommandRunner commands) => On(id, commands, (work, request) =>
        {
            request.Assign(mine ? work.Actor.StaffId : null);
            return Task.FromResult(Result.Done);
        });

    /// <summary>Joins what else is open from its telephone with it.</summary>
    private static Task<IResult> Join(long id, CommandRunner commands) => On(id, commands, async (work, request) =>
        {
            var now = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At);
            var others = await work
                .Db.OutsideRequests.Where(r => r.State == RequestState.Open && r.Phone == request.Phone && r.Id != id)
                .OrderBy(r => r.Id)
                .ToListAsync();
            var joined = others.Where(request.MayJoin).ToList();
            if (joined.Count == 0)
                return OutsideRequest.IsHandled;
            foreach (var other in joined)
                if (request.Join(other, await AppointmentAsync(work, other), now, work.Actor).Problem is { } problem)
                    return problem;
            return Result.Done;
        });

    private static Task<IResult> SetCustomer(long id, RequestCustomerRequest whose, CommandRunner commands) =>
        On(id, commands, async (work, request) =>
        {
            if (whose.CustomerId is { } customerId)
            {
                if (!await work.Db.Customers.AnyAsync(c => c.Id == customerId && c.MergedIntoId == null && c.ErasedAt == null))
                    return Gone.MergedCustomer;
                if (
                    whose.VehicleId is { } vehicleId
                    && !await work.Db.Vehicles.AnyAsync(v => v.Id == vehicleId && v.CustomerId == customerId)
                )
                    return Gone.MergedVehicle;
            }
            request.IsOf(new RequestMatch(whose.CustomerId, whose.VehicleId, ""));
            return await AppointmentAsync(work, request) is { } appointment
                ? appointment.BelongsTo(whose.CustomerId, whose.VehicleId)
                : Result.Done;
        });

    private static Task<IResult> Answer(long id, RequestAnswerRequest answer, CommandRunner commands, MessageComposer writing) =>
        On(id, commands, async (work, request) =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            var written = await writing.WriteAsync(
                work,
                shop,
                request.CustomerId,
                null,
                MessageChannel.Text,
                request.Phone,
                null,
                answer.Body,
                now: false
            );
            return written.Problem is { } problem ? problem : Result.Done;
        });

    /// <summary>Confirms a booking and tells the customer.</summary>
    private static Task<IResult> Confirm(
        long id,
        CommandRunner commands,
        MessageComposer writing,
        Templates.Filler filler,
        HttpContext http
    )
    {
        var token = CommandSecret.TokenOf(http);
        return On(id, commands, async (work, request) =>
        {
            if (request.State != RequestState.Open)
                return OutsideRequest.IsHandled;
            if (await AppointmentAsync(work, request) is not { } appointment)
                return Gone.Appointment;
            var shop = await work.Db.Shops.SingleAsync();
            var confirmed = appointment.Become(AppointmentState.Confirmed, null, shop.Local(work.Actor.At));
            if (confirmed.Problem is { } refused)
                return refused;
            work.Db.CalendarFeeds.Add(
                new CalendarFeed
                {
                    AppointmentId = appointment.Id,
                    TokenHash = LinkToken.HashOf(token),
                    MadeAt = work.Actor.At,
                    MadeById = work.Actor.StaffId,
                }
            );
            var told = await AppointmentMessages.WriteAsync(work, shop, appointment, writing, filler, body =>
                MessageComposer.WithLink(body, shop, http.Request, CalendarFeeds.PathOf(token))
            );
            if (told.Problem is { } notTold)
                work.Notify($"{request.Name} was not told of the confirmed time: {notTold.Message}", null);
            request.Settle(RequestState.Done, "Confirmed", work.Actor);
            return Result.Done;
        });
    }

    /// <summary>Makes an appointment of it, at the next usual time, with whom and what it is about; answers with its key.</summary>
    private static Task<IResult> Appoint(long id, RequestAppointmentRequest asked, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.OutsideRequests.FindAsync(id) is not { } request)
                return Gone.Request;
            if (request.State != RequestState.Open || request.AppointmentId is not null)
                return OutsideRequest.IsHandled;
            var shop = await work.Db.Shops.SingleAsync();
            var now = shop.Local(work.Actor.At);
            var made = Appointment.Create(Appointment.UsualStart(null, now, shop), null, null, null, now, work.Actor);
            if (made.Problem is { } problem)
                return problem;
            made.Value.FillIn(request.ToWish(request.VisitWords(asked.Repair)));
            if (await CannedJobs.ThatDoesAsync(work.Db, asked.Repair) is { } canned)
                made.Value.SetServices([Appointments.ServiceOf(canned)]);
            work.Db.Appointments.Add(made.Value);
            await work.Db.SaveChangesAsync();
            request.Became(made.Value.Id);
            request.Settle(RequestState.Done, "Appointment made", work.Actor);
            await work.Db.SaveChangesAsync();
            return new Changed(0, made.Value.Id, 1);
        });
}
