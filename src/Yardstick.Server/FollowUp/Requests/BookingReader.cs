using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Schedule;

namespace Yardstick.Server.FollowUp;

/// <summary>What the booking page asks the shop: what it offers, what is free, whether one more request is taken.</summary>
internal static class BookingReader
{
    /// <summary>The services that somebody chose, by their keys. Refuses as <see cref="BookingRules"/> has it.</summary>
    internal static async Task<Result<List<BookingService>>> ChosenAsync(ShopDb db, IReadOnlyList<long> ids)
    {
        if (!(await db.Shops.AsNoTracking().SingleAsync()).TakesBookings)
            return BookingRules.Closed;
        if (ids.Count is 0 or > BookingRules.MostServices)
            return BookingRules.NoService;
        var found = await db.BookingServices.AsNoTracking().Where(s => ids.Contains(s.Id) && s.RemovedAt == null).ToListAsync();
        return found.Count == ids.Distinct().Count() ? found : Gone.BookingService;
    }

    /// <summary>What is free, by everything that takes time as it stands now.</summary>
    internal static async Task<BookingTimes> FreeAsync(ShopDb db, Instant now, long? but = null)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(now).Date;
        var read = await CalendarReader.ReadAsync(db, today, today.PlusDays(shop.BookingDays), now);
        read.Appointments.RemoveAll(a => a.Id == but);
        var booked = read
            .Appointments.Where(a => a.IsOn && a.Source == BookingRules.Source)
            .GroupBy(a => a.Start.Date)
            .ToDictionary(g => g.Key, g => g.Sum(a => a.Minutes));
        // Work that is approved and not scheduled takes time as well, where the plan would have it done.
        var plan = await Promises.ReadAsync(db, now);
        plan = plan with { Appointments = [.. plan.Appointments.Where(a => a.Id != but)] };
        return new BookingTimes(read.Shop, read.CalendarWithUnassigned(plan), read.Technicians, read.Bays, booked, read.Now);
    }

    /// <summary>Whether one more request is taken from a telephone now.</summary>
    internal static async Task<Result> MayTakeAsync(ShopDb db, string phone, Instant now)
    {
        var (week, lately) = (now - Duration.FromDays(BookingRules.PhoneDays), now - Duration.FromMinutes(BookingRules.LatelyMinutes));
        return BookingRules.MayTake(
            await db.OutsideRequests.CountAsync(r => r.Phone == phone && r.At >= week && r.State != RequestState.SetAside),
            await db.OutsideRequests.CountAsync(r => r.At >= lately)
        );
    }
}
