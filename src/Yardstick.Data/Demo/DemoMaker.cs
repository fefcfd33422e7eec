using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data.Setup;

namespace Yardstick.Data.Demo;

/// <summary>One making of the demo shop.</summary>
internal sealed class DemoMaker(DbContextOptions<ShopDb> options, int seed, int hashRounds, Instant utcNow)
{
    internal Random Random { get; } = new(seed);
    internal Instant UtcNow { get; } = utcNow;
    internal Shop Shop { get; } = ShopAt(utcNow);
    internal LocalDateTime LocalNow => Shop.Local(UtcNow);
    internal LocalDate Today => LocalNow.Date;
    internal ShopPolicy Policy { get; private set; } = null!;
    internal List<Customer> Customers { get; private set; } = [];
    internal List<Vehicle> Vehicles { get; private set; } = [];
    internal List<Part> Parts { get; private set; } = [];
    internal List<CannedJob> Canned { get; private set; } = [];
    internal Dictionary<long, int> Odometers { get; } = [];
    internal Dictionary<long, Quantity> Issued { get; } = [];
    internal List<OutsideOrder> OutsideOrders { get; } = [];

    /// <summary>What the service for connected cars has to know of owners who agreed before the demo begins.</summary>
    internal List<CarReport> CarConsents { get; } = [];
    internal const long Writer = 2,
        OtherWriter = 3,
        PartsPerson = 4;
    internal static readonly long[] Technicians = [5, 6, 7, 8];

    internal ShopDb Open()
    {
        var db = new ShopDb(options);
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        return db;
    }

    internal async Task MakeAsync()
    {
        Policy = ShopPolicy.Read(DemoPolicy.Json);
        await RecordsAsync();
        var numbers = await new DemoHistory(this).MakeAsync();
        await new DemoToday(this, numbers).MakeAsync();
        await StockAsync();
        await DemoParts.AddAsync(this);
        await DemoExtras.AddAsync(this);
        await DemoInspections.AddAsync(this);
        await new DemoCalendar(this).MakeAsync();
    }

    /// <summary>
    /// The made-up town lies where it is mid-morning to mid-afternoon, so that the day's plan can be seen at any hour.
    /// </summary>
    private static Shop ShopAt(Instant utcNow)
    {
        var shop = new Shop
        {
            Name = "Lantern Bay Auto Care",
            Address = "12 Breakwater Avenue\nLantern Bay, ME",
            Phone = "(207) 555-0100",
            LogoHash = DemoPictures.Logo,
            BookingPictureHash = DemoPictures.Shop,
            TimeZone = "America/New_York",
            PlateRegion = "ME",
            Email = "front@lanternbay.example",
            TaxNumber = "ME 555-0100-7",
            CustomerSources = DemoNames.Sources,
            SkippedSteps = [StartStep.Pricing, StartStep.Import],
            // Open every day, so that the day's plan can be seen on any.
            Hours = WeekHours.Same(new DayHours(new(7, 30), new(18, 0)), 7),
            Terms =
                "Parts and labor are warranted for 24 months or 24,000 miles, whichever comes first. Cars left longer than five days after completion are stored at the owner's charge.",
            CheckInTerms =
                "I authorize the shop to inspect this vehicle for the concerns above. Nothing is done beyond diagnosis before I have agreed to it and to its price.\nThe shop may drive the car on public roads to test it.\nI have taken my belongings out of the car, or left them at my own risk.",
        };
        _ = shop.Set("interestPercent", "1.5", inUse: false);
        var hour = shop.Local(utcNow).TimeOfDay.TickOfDay / (double)NodaConstants.TicksPerHour;
        if (hour is >= 9.5 and <= 15)
            return shop;
        // Etc zones count the other way round: Etc/GMT+5 is five hours behind.
        var ahead = 10 - utcNow.InUtc().Hour;
        if (ahead < -12)
            ahead += 24;
        shop.TimeZone =
            ahead == 0 ? "Etc/GMT" : $"Etc/GMT{(ahead > 0 ? "-" : "+")}{Math.Abs(ahead).ToString(CultureInfo.InvariantCulture)}";
        return shop;
    }

    private async Task RecordsAsync()
    {
        await using var db = Open();
        var since = Shop.Utc(LocalNow.PlusYears(-3));
        ShopStart.AddShop(db, Shop, since, DemoPolicy.Json);
        db.Bays.AddRange(
            new Bay { Name = "Bay 1", Equipment = ["lift"] },
            new Bay { Name = "Bay 2", Equipment = ["lift"] },
            new Bay { Name = "Bay 3", Equipment = ["lift", "alignment"] },
            new Bay { Name = "Bay 4", Equipment = ["tire machine"] }
        );
        DemoPeople.AddStaff(db, hashRounds);
        db.Suppliers.AddRange(
            new Supplier
            {
                Id = 1,
                Code = "harbor",
                Name = "Harbor Parts",
                Phone = "(207) 555-0171",
                Contact = "Lou at the counter",
                AccountNumber = "LB-4410",
                DeliveryTimes = "weekdays at 10, 1 and 4",
                Branches =
                {
                    new SupplierBranch { Name = "Millfield", Address = "14 Canal Street, Millfield" },
                    new SupplierBranch
                    {
                        Name = "Airport Road",
                        Phone = "(207) 555-0175",
                        Address = "880 Airport Road",
                        DeliveryTimes = "weekdays at 11",
                    },
                },
            },
            new Supplier
            {
                Id = 2,
                Code = "northline",
                Name = "Northline Supply",
                Phone = "(207) 555-0188",
                AccountNumber = "20871",
                DeliveryTimes = "once a day, ordered by 3 pm",
            },
            new Supplier
            {
                Id = 3,
                Name = "Tidewater Radiator and Glass",
                Way = SupplierOrderWay.Phone,
                Phone = "(207) 555-0133",
                Contact = "Ask for Priya",
            },
            new Supplier
            {
                Id = 4,
                Name = "Granite Coast Driveline",
                Way = SupplierOrderWay.Email,
                Phone = "(207) 555-0162",
                Email = "orders@granitecoast.example",
                AccountNumber = "LB-0093",
                DeliveryTimes = "two days, by truck",
            }
        );
        Parts = DemoCatalog.Parts(Random, 1, 2, UtcNow);
        db.Parts.AddRange(Parts);
        Customers = DemoPeople.Customers(Random, since);
        db.Customers.AddRange(Customers);
        await db.SaveChangesAsync();
        Canned = DemoCatalog.CannedJobs(Parts);
        db.CannedJobs.AddRange(Canned);
        Vehicles = DemoPeople.Vehicles(Random, Customers, LocalNow.Year);
        db.Vehicles.AddRange(Vehicles);
        db.Fees.AddRange(DemoCatalog.Fees());
        await db.SaveChangesAsync();
        db.CannedSets.AddRange(DemoCatalog.Relate(Canned));
        db.CannedAlternatives.AddRange(Canned.SelectMany(c => c.Alternatives));
        await db.SaveChangesAsync();
        foreach (var car in Vehicles)
            Odometers[car.Id] =
                3000
                + (LocalNow.Year - 3 - car.Year > 0 ? (LocalNow.Year - 3 - car.Year) * Random.Next(7000, 12500) : 0)
                + Random.Next(0, 6000);
        Odometers[Vehicles[0].Id] = 67_480;
    }

    /// <summary>What is on hand now was once counted or bought; the movements add up to it.</summary>
    private async Task StockAsync()
    {
        await using var db = Open();
        foreach (var part in Parts)
        {
            db.StockMovements.Add(
                new StockMovement
                {
                    PartId = part.Id,
                    Kind = StockMovementKind.Count,
                    Quantity = part.OnHand + Issued.GetValueOrDefault(part.Id),
                    UnitCost = part.AverageCost,
                    ValueChange = Stock.ValueOf(part) + Worth(part.Id, Issued.GetValueOrDefault(part.Id)),
                    At = Shop.Utc(LocalNow.PlusYears(-3)),
                }
            );
        }
        Books.Book(
            db,
            PurchasePostings.Differences(
                null,
                "Stock at the beginning",
                db.ChangeTracker.Entries<StockMovement>().Select(e => e.Entity).ToList()
            ),
            new Actor(Writer, Shop.Utc(LocalNow.PlusYears(-3)))
        );
    }

    /// <summary>The books of the demo's years.</summary>
    internal DemoBooks Books => books ??= new DemoBooks(Shop, UtcNow);

    private DemoBooks? books;

    /// <summary>What units of a part are worth at its average.</summary>
    internal Money Worth(long partId, Quantity units) => Money.Of(Parts.First(p => p.Id == partId).AverageCost * units);

    /// <summary>A job from a canned one, by its title.</summary>
    internal Job JobOf(string title)
    {
        var canned = Canned.First(c => c.Title == title);
        return Keyed(canned.MakeJob(id => Parts.First(p => p.Id == id), Policy.StockCost));
    }

    private long nextJob = 1,
        nextLine = 1;

    /// <summary>Gives a job and its lines their keys at once: decisions name them before anything is saved.</summary>
    internal Job Keyed(Job job)
    {
        job.Id = nextJob++;
        foreach (var line in job.Lines)
            Keyed(line);
        return job;
    }

    /// <summary>Gives a line its key.</summary>
    internal Line Keyed(Line line)
    {
        line.Id = nextLine++;
        return line;
    }
}
