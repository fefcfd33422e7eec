using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Demo;

/// <summary>What is agreed for the days to come: appointments, asked and confirmed, one moved, one missed; somebody is away.</summary>
internal sealed class DemoCalendar(DemoMaker shop)
{
    private const int FirstVehicle = 40;
    private readonly ShopDb db = shop.Open();
    private readonly List<LocalDate> days = [];

    internal async Task MakeAsync()
    {
        for (var day = shop.Today; days.Count < 8; day = day.PlusDays(1))
            if (shop.Shop.HoursOn(day) is not null)
                days.Add(day);
        var (tobias, ana, pieter, noor) = (
            DemoMaker.Technicians[0],
            DemoMaker.Technicians[1],
            DemoMaker.Technicians[2],
            DemoMaker.Technicians[3]
        );
        Add(1, 0.5m, tobias, 1, "Front brake pads", Transport.DropOff, "Phone");
        Add(1, 2.5m, ana, 2, "Timing belt with water pump", Transport.Loaner, "At the counter");
        Add(1, 1m, pieter, null, "Oil and filter service", Transport.Waits, "Phone");
        Add(1, 3m, null, null, "Engine light, diagnose", Transport.DropOff, "Our website", AppointmentState.Asked);
        var moved = Add(2, 1m, tobias, 3, "Front struts, replace pair", Transport.Ride, "Phone");
        moved.Moves.Add(
            new AppointmentMove
            {
                From = At(1, 4m),
                To = moved.Start,
                Reason = "Customer works late on that day",
                At = shop.UtcNow.PlusMinutes(-400),
                ById = DemoMaker.Writer,
            }
        );
        Add(2, 0.25m, ana, null, "Battery, replace", Transport.Waits, "Phone");
        Add(2, 2m, pieter, null, "Thermostat and upper hose", Transport.DropOff, "Text");
        Add(3, 0.5m, noor, 4, "Four tires 205/55 R16", Transport.Waits, "Our website", AppointmentState.Asked);
        Add(3, 1.5m, tobias, 1, "Rear brake pads and rotors", Transport.DropOff, "Phone");
        Add(4, 0.5m, pieter, null, "Oil and filter service", Transport.Waits, "Phone");
        Add(5, 1m, ana, 2, "Water pump, replace", Transport.Loaner, "Phone");
        Unknown(2, 4m, "Lena Okonjo", "+15055550177", "Gray Sabine, electric", "Hums above 40, the range went down since it got cold");
        Unknown(4, 2m, "Teodor Anghel", "+12075550163", "Tarnow van", "Pulls to the right since a pothole");
        Missed();
        await BookingAsync();
        db.Absences.Add(
            new Absence
            {
                StaffId = noor,
                From = days[2],
                Until = days[2],
                Reason = "dentist",
            }
        );
        await db.SaveChangesAsync();
        await db.DisposeAsync();
    }

    /// <summary>So many hours after the shop opens on the so-manieth day on which it is open, today being none.</summary>
    private LocalDateTime At(int day, decimal hours) => days[day] + shop.Shop.HoursOn(days[day])!.From.PlusMinutes((int)(hours * 60));

    private int used;

    private Appointment Add(
        int day,
        decimal hours,
        long? technician,
        int? bay,
        string service,
        Transport transport,
        string source,
        AppointmentState state = AppointmentState.Confirmed
    )
    {
        var canned = shop.Canned.First(c => c.Title == service);
        var vehicle = shop.Vehicles[FirstVehicle + 7 * used++];
        var appointment = Empty(At(day, hours), technician, bay);
        appointment.BelongsTo(vehicle.CustomerId, vehicle.Id);
        appointment.SetServices([
            new AppointmentService
            {
                CannedJobId = canned.Id,
                Title = canned.Title,
                Hours = canned.Hours,
                Skill = canned.Skill,
                Equipment = canned.Equipment,
            },
        ]);
        appointment.Set("transport", transport.ToString(), shop.Shop.Country);
        appointment.Set("source", source, shop.Shop.Country);
        if (state != AppointmentState.Confirmed)
            appointment.Become(state, null, shop.LocalNow);
        db.Appointments.Add(appointment);
        return appointment;
    }

    private void Unknown(int day, decimal hours, string name, string phone, string vehicle, string words)
    {
        var appointment = Empty(At(day, hours), null, null);
        foreach (
            var (field, text) in new[] { ("name", name), ("phone", phone), ("vehicle", vehicle), ("words", words), ("source", "Text") }
        )
            appointment.Set(field, text, shop.Shop.Country);
        appointment.Become(AppointmentState.Asked, null, shop.LocalNow);
        db.Appointments.Add(appointment);
    }

    private void Missed()
    {
        var day = shop.Today.PlusDays(-1);
        while (shop.Shop.HoursOn(day) is null)
            day = day.PlusDays(-1);
        var vehicle = shop.Vehicles[FirstVehicle + 7 * used++];
        var begins = day + shop.Shop.HoursOn(day)!.From.PlusHours(1);
        var missed = Appointment
            .Create(begins, null, null, null, begins.PlusDays(-3), new Actor(DemoMaker.Writer, shop.UtcNow.PlusDays(-4)))
            .Value;
        missed.BelongsTo(vehicle.CustomerId, vehicle.Id);
        missed.Set("words", "Brake inspection", shop.Shop.Country);
        missed.Become(AppointmentState.Missed, "Forgot; will call again", shop.LocalNow);
        db.Appointments.Add(missed);
    }

    private Appointment Empty(LocalDateTime start, long? technician, int? bay) =>
        Appointment.Create(start, null, technician, bay, shop.LocalNow, new Actor(DemoMaker.Writer, shop.UtcNow.PlusDays(-2))).Value;

    /// <summary>The page on which customers book, and what came in over it.</summary>
    private async Task BookingAsync()
    {
        foreach (
            var (field, value) in new[]
            {
                ("takesBookings", "true"),
                ("warrantyVisitDays", "14"),
                ("pageColor", "#1d3f4f"),
                ("bookingWords", "Tell us what you need and when. We look at every booking and confirm it by text."),
            }
        )
            (await db.Shops.SingleAsync()).Set(field, value, inUse: true);
        var canned = await db.CannedJobs.Include(c => c.Lines).OrderBy(c => c.Id).ToListAsync();
        foreach (
            var (title, words, from) in new[]
            {
                ("Oil and filter service", "With a look at tires, belts and fluids.", "64"),
                ("Tire rotation", "", "30"),
                ("Front brake pads", "Price by vehicle; rotors extra where they need it.", "229"),
                ("Battery, replace", "", "180"),
            }
        )
            if (canned.Find(c => c.Title.StartsWith(title, StringComparison.Ordinal)) is { } job)
            {
                var service = BookingService.Create(job.Title, job.Id, (int)(job.Hours.Value * 60), job.Skill, job.Equipment).Value;
                service.Set("words", words);
                service.Set("priceFrom", from);
                db.BookingServices.Add(service);
            }
        var other = BookingService.Create("Something is wrong: please look at it").Value;
        other.Set("words", "Noises, leaks, warning lights. Tell us below what you notice.");
        db.BookingServices.Add(other);
        db.ChangeTracker.DetectChanges();
        await db.SaveChangesAsync();
        var asked = db
            .Appointments.Local.Where(a => a.Source == "Our website" && a.State == AppointmentState.Asked)
            .OrderBy(a => a.Start)
            .ToList();
        for (var i = 0; i < asked.Count; i++)
        {
            var customer = await db.Customers.Include(c => c.Phones).FirstOrDefaultAsync(c => c.Id == asked[i].CustomerId);
            var request = new OutsideRequest
            {
                Key = $"demo booking {i}",
                Kind = RequestKind.Booking,
                At = shop.UtcNow.PlusMinutes(-95 * (i + 1)),
                Name = customer?.DisplayName ?? asked[i].Name,
                Phone = customer?.Phones.FirstOrDefault()?.Number ?? asked[i].Phone?.E164 ?? "",
                Vehicle = asked[i].Vehicle,
                Words = i == 0 ? "Comes on since Friday, mostly in the morning." : "Winter tires please, I bring them along.",
            };
            request.IsOf(new RequestMatch(asked[i].CustomerId, asked[i].VehicleId, "phone number and plate on file"));
            request.Became(asked[i].Id);
            db.OutsideRequests.Add(request);
        }
        var question = new OutsideRequest
        {
            Key = "demo question",
            Kind = RequestKind.Question,
            At = shop.UtcNow.PlusMinutes(-50),
            Name = "Runa Feld",
            Phone = "+12075550188",
            Vehicle = "2017 Tarnow Dunlin",
            Words = "Do you fit winter tires that I bring along, and how long does it take?",
        };
        question.IsOf(new RequestMatch(null, null, "nobody on file has this phone number"));
        db.OutsideRequests.Add(question);
        await CarsAsync();
    }

    /// <summary>Two vehicles whose owners let them report; one sent a code.</summary>
    private async Task CarsAsync()
    {
        var vehicles = await db
            .Vehicles.Where(v => v.Id >= FirstVehicle + 20 && !v.Engine.Contains("electric"))
            .OrderBy(v => v.Id)
            .Take(2)
            .ToListAsync();
        for (var i = 0; i < vehicles.Count; i++)
        {
            var vehicle = vehicles[i];
            var owner = await db.Customers.Include(c => c.Phones).FirstAsync(c => c.Id == vehicle.CustomerId);
            var report = new CarReport
            {
                Number = 0,
                Kind = i == 0 ? "code" : "consent",
                Car = $"demo-{vehicle.Id}",
                At = shop.UtcNow.PlusMinutes(-30 - 200 * i),
                Vin = vehicle.Vin.Text,
                Owner = owner.DisplayName,
                Vehicle = vehicle.Description,
                Code = i == 0 ? "P0128" : "",
                Words = i == 0 ? "Coolant temperature below thermostat regulating range" : "",
                Place = i == 0 ? "Route 1 at Mill Road" : "",
                Latitude = i == 0 ? 43.6591m : null,
                Longitude = i == 0 ? -70.2568m : null,
            };
            var car = new ConnectedCar
            {
                Key = report.Car,
                Vin = vehicle.Vin.Text,
                Owner = owner.DisplayName,
                Phone = owner.Phones.FirstOrDefault()?.Number ?? "",
            };
            car.Begin(shop.UtcNow.PlusDays(-20 * (2 - i)));
            car.Is(vehicle.Id);
            car.Heard(report.At, i == 0 ? 11.9m : 12.6m);
            db.ConnectedCars.Add(car);
            var last = await db.OdometerReadings.Where(r => r.VehicleId == vehicle.Id).OrderByDescending(r => r.At).FirstOrDefaultAsync();
            if (last is not null && last.At < report.At)
                db.OdometerReadings.Add(OdometerReading.Reported(vehicle.Id, new Odometer(last.Reading.Value + 212), report.At));
            shop.CarConsents.Add(report with { Number = i + 1, Kind = "consent", At = car.Since, Code = "", Words = "", Place = "" });
            var request = report.ToRequest(car.Phone);
            request.IsOf(new RequestMatch(owner.Id, vehicle.Id, "the VIN is on file"));
            db.OutsideRequests.Add(request);
        }
        db.Counters.Add(new Counter { Name = Counter.CarsSeen, Next = shop.CarConsents.Count });
    }
}
