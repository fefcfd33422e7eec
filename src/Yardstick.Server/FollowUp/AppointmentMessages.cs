using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Messaging;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>What customers are told of their appointments: the confirmation with the entry for their calendar, and a reminder.</summary>
public static class AppointmentMessages
{
    private const string Use = "appointment";

    /// <summary>Where the confirmation went.</summary>
    public sealed record ConfirmationSent(string To);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/appointments/{id:long}/confirmation", Confirm)
            .Asks(Permission.WriteToCustomers)
            .Produces<ConfirmationSent>()
            .ProducesProblem(422);

    private static async Task<IResult> Confirm(
        long id,
        CommandRunner commands,
        MessageComposer writing,
        Templates.Filler filler,
        HttpContext http
    )
    {
        var token = CommandSecret.TokenOf(http);
        return await commands.RunAsync<ConfirmationSent>(async work =>
        {
            if (await work.Db.LoadAppointmentAsync(id) is not { } appointment)
                return Gone.Appointment;
            if (!appointment.IsToCome)
                return Appointment.Over;
            var shop = await work.Db.Shops.SingleAsync();
            work.Db.CalendarFeeds.Add(
                new CalendarFeed
                {
                    AppointmentId = id,
                    TokenHash = LinkToken.HashOf(token),
                    MadeAt = work.Actor.At,
                    MadeById = work.Actor.StaffId,
                }
            );
            var sent = await WriteAsync(work, shop, appointment, writing, filler, body =>
                MessageComposer.WithLink(body, shop, http.Request, CalendarFeeds.PathOf(token))
            );
            return sent.Problem is { } problem ? problem : new ConfirmationSent(sent.Value);
        });
    }

    /// <summary>Writes to the customer of an appointment, by text.</summary>
    /// <returns>The number that it goes to. Codes <c>appointment.noNumber</c>, <c>appointment.noTemplate</c>; those of messages.</returns>
    internal static async Task<Result<string>> WriteAsync(
        CommandContext work,
        Shop shop,
        Appointment appointment,
        MessageComposer writing,
        Templates.Filler filler,
        Func<string, string> finish
    )
    {
        var db = work.Db;
        var template = await db
            .MessageTemplates.Where(t => t.Use == Use && t.Channel == MessageChannel.Text && t.RemovedAt == null)
            .OrderBy(t => t.Id)
            .FirstOrDefaultAsync();
        if (template is null)
            return Appointment.NoTemplate;
        var customer = appointment.CustomerId is { } customerId
            ? await db.Customers.Include(c => c.Phones).FirstOrDefaultAsync(c => c.Id == customerId)
            : null;
        if ((customer?.TextNumber ?? appointment.Phone?.E164) is not { } to)
            return Appointment.NoNumber;
        var vehicle = appointment.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        var first = customer is null ? appointment.Name.Split(' ')[0] : customer.FirstName;
        var name = customer?.DisplayName ?? appointment.Name;
        var body = filler.Fill(
            template.Body,
            new Dictionary<string, string>
            {
                ["customer.name"] = name,
                ["customer.firstName"] = first.Length > 0 ? first : name,
                ["car.description"] = vehicle?.Description ?? (appointment.Vehicle.Length > 0 ? appointment.Vehicle : "vehicle"),
                ["car.plate"] = vehicle?.Plate.Text ?? "",
                ["appointment.time"] =
                    appointment.Start.ToString("dddd, MMMM d", CultureInfo.InvariantCulture) + " at " + appointment.Start.TimeOfDay.Clock(),
                ["appointment.work"] = appointment.Title,
                ["shop.name"] = shop.Name,
                ["shop.phone"] = shop.Phone,
                ["link"] = "{{ link }}",
            }
        );
        var message = await writing.WriteAsync(
            work,
            shop,
            appointment.CustomerId,
            appointment.OrderId,
            MessageChannel.Text,
            to,
            null,
            finish(body),
            now: false
        );
        return message.Problem is { } refused ? refused : new PhoneNumber(to).Shown(shop.Country);
    }

    /// <summary>A text without the customer's own link: what would stand behind it goes with it.</summary>
    internal static string WithoutLink(string body) =>
        string.Join('\n', body.Split('\n').Where(l => !l.Contains("{{ link }}", StringComparison.Ordinal))).Trim();
}
