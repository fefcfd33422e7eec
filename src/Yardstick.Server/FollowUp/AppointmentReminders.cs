using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>Reminds customers by text the day before their appointment, once.</summary>
internal sealed class AppointmentReminders(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    MessageComposer writing,
    Templates.Filler filler,
    TimeProvider time,
    ILogger<AppointmentReminders> log
) : RoundsService(TimeSpan.FromMinutes(5), time, log)
{
    /// <summary>Looks now.</summary>
    internal async Task RemindAsync()
    {
        var utcNow = Clock.Now();
        List<long> due;
        await using (var db = await factory.CreateDbContextAsync())
        {
            if (await db.Shops.AsNoTracking().SingleOrDefaultAsync() is not { RemindsOfAppointments: true } shop)
                return;
            var now = shop.Local(utcNow);
            var (from, until) = (now.Date.PlusDays(1).AtMidnight(), now.Date.PlusDays(2).AtMidnight());
            due = (
                await db
                    .Appointments.AsNoTracking()
                    .Where(a => a.Start >= from && a.Start < until && a.State == AppointmentState.Confirmed && a.RemindedAt == null)
                    .ToListAsync()
            )
                .FindAll(a => a.IsToBeReminded(now, shop))
                .ConvertAll(a => a.Id);
        }
        foreach (var id in due)
            await CommandRunner.RunAsync<bool>(writer, Actor.Program(utcNow), async work =>
            {
                var appointment = await work.Db.LoadAppointmentAsync(id);
                var shop = await work.Db.Shops.SingleAsync();
                if (appointment is null || !appointment.IsToBeReminded(shop.Local(utcNow), shop))
                    return false;
                // Who can't be written to is not tried again every few minutes.
                appointment.Reminded(utcNow);
                var sent = await AppointmentMessages.WriteAsync(work, shop, appointment, writing, filler, AppointmentMessages.WithoutLink);
                if (sent.Problem is { } problem)
                    work.Notify($"The reminder for an appointment tomorrow was not sent. {problem.Message}", appointment.OrderId);
                return true;
            });
    }

    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel) => RemindAsync();
}
