using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;
using Yardstick.Server.Outside;

namespace Yardstick.Server.FollowUp;

/// <summary>
/// Asks the service for connected cars what is new: owners' consents and trouble codes come into the tray, readings go to the vehicle.
/// What comes after the owner ended it is not kept.
/// </summary>
internal sealed class ConnectedCarRounds(
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    IConnectedCarService service,
    TimeProvider time,
    ILogger<ConnectedCarRounds> log
) : AskingService(TimeSpan.FromSeconds(3), log)
{
    private const int LeastHours = 20;

    /// <inheritdoc />
    protected override async Task<bool> AskAsync(CancellationToken cancel)
    {
        long from;
        await using (var db = await factory.CreateDbContextAsync(cancel))
            from = await db.Counters.Where(c => c.Name == Counter.CarsSeen).Select(c => c.Next).FirstOrDefaultAsync(cancel);
        var told = await service.EventsAsync(from, cancel);
        if (!told.Ok || told.Value.Count == 0)
            return told.Ok;
        await CommandRunner.RunAsync<bool>(writer, Actor.Program(time.Now()), async work =>
        {
            var shop = await work.Db.Shops.SingleAsync(cancel);
            foreach (var report in told.Value)
            {
                // A vehicle whose clock runs ahead did not report tomorrow.
                await TakeAsync(work, shop, report.At > work.Actor.At ? report with { At = work.Actor.At } : report);
                await work.Db.SaveChangesAsync(cancel);
            }
            if (await work.Db.Counters.FindAsync([Counter.CarsSeen], cancel) is { } seen)
                seen.Next = told.Value[^1].Number;
            else
                work.Db.Counters.Add(new Counter { Name = Counter.CarsSeen, Next = told.Value[^1].Number });
            return true;
        });
        return true;
    }

    private static async Task TakeAsync(CommandContext work, Shop shop, CarReport report)
    {
        var db = work.Db;
        var car = await db.ConnectedCars.FirstOrDefaultAsync(c => c.Key == report.Car);
        var phone = PhoneNumber.Parse(report.Phone, shop.Country) is { Ok: true, Value: var number } ? number.E164 : "";
        if (report.Kind == "consent")
        {
            if (car is null)
                db.ConnectedCars.Add(
                    car = new ConnectedCar
                    {
                        Key = report.Car,
                        Vin = report.Vin,
                        Owner = report.Owner,
                        Phone = phone,
                    }
                );
            car.Begin(report.At);
            var request = report.ToRequest(phone);
            var match = await RequestMatching.OfAsync(db, phone, report.Vin, Plate.None);
            car.Is(match.VehicleId);
            request.IsOf(match);
            db.OutsideRequests.Add(request);
            return;
        }
        // Nothing of a vehicle whose owner did not agree, or ended it, is kept.
        if (car is not { Reports: true })
            return;
        if (report.Kind == "ended")
        {
            car.End(report.At);
            return;
        }
        car.Heard(report.At, report.Volts);
        if (car.VehicleId is null)
            car.Is((await RequestMatching.OfAsync(db, "", car.Vin, Plate.None)).VehicleId);
        await ReadAsync(db, car, report);
        if (report.Kind == "code")
            await CodeAsync(work, car, report);
    }

    /// <summary>One reading a day is enough to tell how a vehicle is driven; one that goes back is none.</summary>
    private static async Task ReadAsync(ShopDb db, ConnectedCar car, CarReport report)
    {
        if (report.Odometer is not ({ } read and > 0 and < 3_000_000) || car.VehicleId is not { } vehicleId)
            return;
        var last = await db.OdometerReadings.Where(r => r.VehicleId == vehicleId).OrderByDescending(r => r.At).FirstOrDefaultAsync();
        if (last is not null && (report.At - last.At < Duration.FromHours(LeastHours) || last.Reading.Value > read))
            return;
        db.OdometerReadings.Add(OdometerReading.Reported(vehicleId, new Odometer(read), report.At));
    }

    private static async Task CodeAsync(CommandContext work, ConnectedCar car, CarReport report)
    {
        var db = work.Db;
        var open = await db.OutsideRequests.FirstOrDefaultAsync(r =>
            r.State == RequestState.Open && r.Kind == RequestKind.TroubleCode && r.Vin == car.Vin && r.Code == report.Code
        );
        if (open is not null)
        {
            open.CameAgain(report.At, report.Place, report.Latitude, report.Longitude);
            return;
        }
        var request = (report with { Owner = car.Owner, Vin = car.Vin }).ToRequest(car.Phone);
        request.IsOf(await RequestMatching.OfAsync(db, car.Phone, car.Vin, Plate.None));
        db.OutsideRequests.Add(request);
        work.Notify($"{(report.Vehicle.Length > 0 ? report.Vehicle : car.Owner)} sent {report.Code}: {report.Words}", null);
    }
}
