using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Demo;

/// <summary>Three years of posted orders, about 2,500, made by the order's own methods and priced by the rules.</summary>
internal sealed class DemoHistory(DemoMaker shop)
{
    private const int Count = 2500;
    private readonly Random random = shop.Random;
    private readonly Dictionary<long, Customer> customers = shop.Customers.ToDictionary(c => c.Id);
    private readonly Dictionary<long, (Order Order, Job Job)> lastJobs = [];
    private long number = 1001,
        invoiceNumber = 5001;
    private bool hasForgotten;

    internal async Task<DemoNumbers> MakeAsync()
    {
        var days = Days();
        await using var db = shop.Open();
        await db.Database.OpenConnectionAsync();
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        await using (var transaction = (SqliteTransaction)await connection.BeginTransactionAsync())
        {
            foreach (var day in days)
                Bill(OrderOn(day));
            Insert(new BulkInsert(db, connection, transaction));
            await transaction.CommitAsync();
        }
        await using var counters = shop.Open();
        await counters.Counters.Where(c => c.Name == Counter.Orders).ExecuteUpdateAsync(c => c.SetProperty(x => x.Next, number));
        await counters.Counters.Where(c => c.Name == Counter.Invoices).ExecuteUpdateAsync(c => c.SetProperty(x => x.Next, invoiceNumber));
        return new DemoNumbers(number, invoiceNumber);
    }

    /// <summary>Working days over three years, more of them before winter and summer holidays, and more each year.</summary>
    private List<LocalDateTime> Days()
    {
        var days = new List<LocalDateTime>();
        var first = shop.LocalNow.Date.PlusYears(-3);
        var span = Period.DaysBetween(first, shop.LocalNow.Date);
        while (days.Count < Count)
        {
            var day = first.PlusDays(random.Next(0, span));
            if (day.DayOfWeek == IsoDayOfWeek.Sunday || day.DayOfWeek == IsoDayOfWeek.Saturday && random.Next(3) > 0)
                continue;
            var season = day.Month switch
            {
                11 or 12 or 4 => 10,
                6 or 10 or 5 => 9,
                1 or 2 => 6,
                _ => 7,
            };
            var growth = 7 + 3 * Period.DaysBetween(first, day) / span;
            if (random.Next(100) >= season * growth)
                continue;
            days.Add(day.AtMidnight().PlusMinutes(450 + 5 * random.Next(0, 90)));
        }
        days.Sort();
        return days;
    }

    private readonly List<Order> orders = [];
    private readonly List<OdometerReading> readings = [];
    private readonly Dictionary<long, Instant> busy = [];
    private readonly List<TimeEntry> times = [];
    private readonly List<StockMovement> movements = [];
    private readonly List<Invoice> invoices = [];
    private readonly List<Payment> payments = [];

    private void Insert(BulkInsert into)
    {
        foreach (var order in orders)
        {
            foreach (var concern in order.Concerns)
                concern.OrderId = order.Id;
            foreach (var decision in order.Decisions)
                decision.OrderId = order.Id;
            foreach (var job in order.Jobs)
            {
                job.OrderId = order.Id;
                foreach (var line in job.Lines)
                    line.JobId = job.Id;
            }
        }
        into.Add(orders);
        into.Add(orders.SelectMany(o => o.Concerns));
        into.Add(orders.SelectMany(o => o.Jobs));
        into.Add(orders.SelectMany(o => o.Jobs).SelectMany(j => j.Lines));
        into.Add(orders.SelectMany(o => o.Decisions));
        into.Add(orders.SelectMany(o => o.StageChanges));
        into.Add(readings);
        into.Add(times);
        into.Add(movements);
        into.Add(invoices);
        into.Add(invoices.SelectMany(i => i.Amounts));
        into.Add(invoices.Select(i => i.Sale!));
        into.Add(payments);
        shop.Books.Close(payments, invoices.SelectMany(i => i.Amounts.Select(a => (i.PostedAt, a))));
        shop.Books.Insert(into);
    }

    private sealed record Made(Order Order, Customer? Customer, Vehicle? Vehicle, Instant Closed);

    private Made OrderOn(LocalDateTime local)
    {
        var opened = shop.Shop.Utc(local);
        var hours = 2 + random.Next(0, 60) / 10.0;
        // Who came late is done by closing time too: nobody writes an invoice at night.
        var evening = shop.Shop.Utc(local.Date + new LocalTime(17, 30)) - opened;
        var closed = opened + Duration.Min(Duration.FromHours(hours), evening * (0.75 + hours / 32));
        var writer = random.Next(3) == 0 ? DemoMaker.OtherWriter : DemoMaker.Writer;
        var counter = random.Next(100) < 4;
        var car = counter ? null : shop.Vehicles[(int)(shop.Vehicles.Count * Math.Pow(random.NextDouble(), 1.3))];
        var customer = car is null ? null : customers[car.CustomerId];
        var order = new Order
        {
            Id = number - 1000,
            Number = number++,
            CustomerId = customer?.Id,
            VehicleId = car?.Id,
            CounterSale = counter,
            WriterId = writer,
            OpenedAt = opened,
            StageSince = opened,
            Stage = counter ? Stage.Pricing : Stage.Here,
            OnPremises = !counter,
            PolicyVersionId = 1,
            LeadId = DemoMaker.Technicians[random.Next(4)],
        };
        var actor = new Actor(writer, opened);
        if (car is not null)
            order.OdometerIn = new(Reading(car, local));
        var jobs = counter ? [] : JobsFor(car!, local, order);
        if (counter)
            jobs.Add(CounterJob());
        if (!counter)
        {
            var concerns = DemoNames.Concerns.Where(c => DemoFit.CanBe(c, car!)).ToList();
            order.AddConcern(concerns[random.Next(concerns.Count)], actor);
        }
        foreach (var job in jobs)
            order.AddJob(job, actor);
        order.Title = jobs[0].Title;
        order.PromisedAt = PromisedFor(shop.Shop.Local(closed), order.Number);
        Decide(order, customer, opened.PlusMinutes(40), local);
        Work(order, opened.PlusMinutes(60), closed);
        OrderPricing.Refresh(order, customer, shop.Policy, local.Date);
        if (order.OdometerIn is { } reading)
            order.OdometerOut = new(reading.Value + random.Next(0, 6));
        order.Post(new Actor(writer, closed));
        if (car is not null)
            WarrantyVisit.Keep(order, new CarUse(shop.Shop.Local(closed).Date, order.OdometerOut, shop.Shop.DistancePerDay));
        if (!counter)
            order.MoveTo(Stage.Collected, "", new Actor(writer, closed.PlusHours(1)));
        order.Changes.Clear();
        if (car is not null)
            lastJobs[car.Id] = (order, order.ApprovedJobs.FirstOrDefault() ?? jobs[0]);
        return new Made(order, customer, car, closed);
    }

    private int Reading(Vehicle car, LocalDateTime local)
    {
        var perDay = 18 + car.Id % 40;
        var start = shop.Odometers[car.Id];
        var days = Period.DaysBetween(shop.LocalNow.PlusYears(-3).Date, local.Date);
        return start + (int)(days * perDay);
    }

    private List<Job> JobsFor(Vehicle car, LocalDateTime local, Order order)
    {
        if (
            lastJobs.TryGetValue(car.Id, out var before)
            && (shop.Shop.Utc(local) - before.Order.OpenedAt).TotalDays is > 1 and < 60
            && random.Next(100) < 20
        )
        {
            var comeback = shop.JobOf("Noise, find the cause");
            comeback.Title = before.Job.Title.StartsWith("Comeback", StringComparison.Ordinal)
                ? before.Job.Title
                : $"Comeback: {before.Job.Title}";
            comeback.FixedPrice = Money.Zero;
            comeback.ComebackOfId = before.Job.Id;
            return [comeback];
        }
        var count = 1 + (random.Next(100) < 55 ? 1 : 0) + (random.Next(100) < 25 ? 1 : 0) + (random.Next(100) < 10 ? 1 : 0);
        var jobs = new List<Job>();
        while (jobs.Count < count)
        {
            var canned = shop.Canned[random.Next(shop.Canned.Count)];
            var likely = canned.Title switch
            {
                "Oil and filter service" => 100,
                var t when t.StartsWith("Four tires", StringComparison.Ordinal) => local.Month is 4 or 10 or 11 ? 70 : 15,
                var t when t.StartsWith("Battery", StringComparison.Ordinal) => local.Month is 12 or 1 or 2 ? 80 : 20,
                "Air conditioning, service" => local.Month is 5 or 6 or 7 ? 70 : 5,
                "Clutch, replace" or "Timing belt with water pump" or "Fuel pump, replace" => 12,
                "Front brake pads"
                or "Front brake pads and rotors"
                or "Tire rotation"
                or "Wheel alignment"
                or "Engine light, diagnose"
                or "Cabin air filter, replace"
                or "Wiper blades, pair" => 60,
                _ => 28,
            };
            if (random.Next(100) < likely && DemoFit.Suits(canned.Title, car) && jobs.TrueForAll(j => j.CannedJobId != canned.Id))
                jobs.Add(shop.JobOf(canned.Title));
        }
        return jobs;
    }

    private Job CounterJob()
    {
        var part = shop.Parts[random.Next(shop.Parts.Count)];
        var job = new Job { Title = part.Description };
        var line = PartLine.Of(Quantity.One);
        line.TakePart(part, shop.Policy.StockCost);
        job.Append(line);
        return shop.Keyed(job);
    }

    /// <summary>One promise in eight was not kept.</summary>
    private static LocalDateTime PromisedFor(LocalDateTime finished, long number) =>
        number % 8 == 3 ? finished.PlusMinutes(-90).RoundedUpTo(30) : finished.PlusMinutes((int)(number % 4) * 20).RoundedUpTo(30);

    private void Decide(Order order, Customer? customer, Instant at, LocalDateTime local)
    {
        PricingResult Price(Order o, JobSelection include) => OrderPricing.Price(o, customer, shop.Policy, include, local.Date);
        var actor = new Actor(order.WriterId, at);
        var channel = (AnswerChannel)random.Next(0, 3);
        var first = true;
        foreach (var job in order.Jobs)
        {
            var chance = first ? 0 : random.Next(100);
            var answer =
                chance < 72 ? new Answer(DecisionKind.Approved, customer?.DisplayName ?? "Customer", channel)
                : chance < 84 ? new Answer(DecisionKind.Declined, customer!.DisplayName, channel, "Not now")
                : random.Next(2) == 0
                    ? new Answer(DecisionKind.Deferred, customer!.DisplayName, channel, "", local.Date.PlusMonths(3 + random.Next(0, 9)))
                : new Answer(
                    DecisionKind.Deferred,
                    customer!.DisplayName,
                    channel,
                    "",
                    null,
                    new((order.OdometerIn?.Value ?? 0) + 3000 + 500 * random.Next(0, 10))
                );
            order.Decide(job.Id, answer, Price, actor);
            first = false;
        }
    }

    private void Work(Order order, Instant from, Instant to)
    {
        foreach (var job in order.ApprovedJobs.ToList())
        {
            var actor = new Actor(order.LeadId!.Value, to.PlusMinutes(-20));
            if (!order.CounterSale)
                order.BeginWork(job.Id, shop.Policy, actor with { At = from });
            order.FinishJob(job.Id, shop.Policy, actor);
        }
    }

    /// <summary>Nobody is on two things at once: what comes later on the same day begins when the one before is over.</summary>
    private Instant Free(long staffId, Instant wanted, double minutes)
    {
        var begins =
            busy.TryGetValue(staffId, out var until) && until > wanted && shop.Shop.Local(until).Date == shop.Shop.Local(wanted).Date
                ? until
                : wanted;
        busy[staffId] = begins.PlusMinutes(minutes);
        return begins;
    }

    private void Bill(Made made)
    {
        orders.Add(made.Order);
        var (order, customer, car, closed) = made;
        var local = shop.Shop.Local(closed);
        if (car is not null)
            readings.Add(
                new OdometerReading
                {
                    VehicleId = car.Id,
                    OrderId = order.Id,
                    Reading = order.OdometerIn!.Value,
                    At = order.OpenedAt,
                }
            );
        var before = movements.Count;
        foreach (var job in order.ApprovedJobs)
        {
            if (!order.CounterSale)
            {
                var minutes = (double)job.SoldHours.Value * 60 * (0.75 + random.NextDouble() / 2);
                var begins = Free(order.LeadId!.Value, order.OpenedAt.PlusMinutes(70), minutes);
                times.Add(
                    new TimeEntry
                    {
                        StaffId = order.LeadId!.Value,
                        JobId = job.Id,
                        OrderId = order.Id,
                        Start = begins,
                        End = begins.PlusMinutes(minutes),
                    }
                );
            }
            foreach (var line in job.OnLines.OfType<PartLine>().Where(l => l.PartId is not null))
            {
                var issued = shop.Issued.GetValueOrDefault(line.PartId!.Value);
                shop.Issued[line.PartId.Value] = issued + line.Quantity;
                movements.Add(
                    new StockMovement
                    {
                        PartId = line.PartId,
                        LineId = line.Id,
                        Document = MovementDocument.Order,
                        DocumentId = order.Id,
                        Kind = StockMovementKind.Issue,
                        Quantity = -line.Quantity,
                        UnitCost = line.BookCost ?? line.UnitCost,
                        ValueChange = shop.Worth(line.PartId.Value, issued) - shop.Worth(line.PartId.Value, issued + line.Quantity),
                        At = closed,
                        ById = order.WriterId,
                    }
                );
            }
        }
        Invoice(made, local, new Money(-movements.Skip(before).Sum(m => m.ValueChange.Cents)));
    }

    private void Invoice(Made made, LocalDateTime local, Money partsCost)
    {
        var (order, customer, car, closed) = made;
        var actor = new Actor(order.WriterId, closed);
        var payers = PayerInvoice.Of(order, customer, shop.Policy, local.Date);
        var document = InvoiceDocuments.Of(
            order,
            new DocumentParties(customer, car, Core.Setup.StaffMember.ShortNameOf(DemoPeople.Staff[(int)order.WriterId - 1].Name)),
            shop.Shop,
            payers[0],
            payers,
            [],
            invoiceNumber,
            local
        );
        var text = JsonSerializer.Serialize(document, DocumentMaker.Json);
        var invoice = Core.Billing.Invoice.Post(order, invoiceNumber, payers[0], text, partsCost, local.Date, actor, invoiceNumber - 5000);
        invoiceNumber++;
        invoices.Add(invoice);
        shop.Books.Book(SalePostings.Of(invoice), actor);
        Pay(invoice, customer, closed);
    }

    /// <summary>Most pay when they fetch their car; who has terms pays by check before they end.</summary>
    private void Pay(Invoice invoice, Customer? customer, Instant closed)
    {
        var days = customer?.CreditDays ?? 0;
        var paidAt = days > 0 ? closed + Duration.FromDays(random.Next(days / 2, days + 34)) : closed.PlusMinutes(15);
        var age = (shop.UtcNow - closed).TotalDays;
        // One account has forgotten one: it bears interest.
        var forgotten = days > 0 && !hasForgotten && invoice.AmountDue.Cents > 0 && age is > 65 and < 120;
        hasForgotten |= forgotten;
        var unpaid = forgotten || (days > 0 ? paidAt >= shop.UtcNow : age < 3 && random.Next(3) == 0);
        if (unpaid || invoice.AmountDue.Cents == 0)
            return;
        var cash = days == 0 && random.Next(100) < 35;
        var tendered = cash ? new Money((invoice.Total.Cents + 1999) / 2000 * 2000) : Money.Zero;
        var payment = new Payment
        {
            Id = payments.Count + 1,
            CustomerId = invoice.CustomerId,
            OrderId = invoice.OrderId,
            InvoiceId = invoice.Id,
            Method =
                cash ? PaymentMethod.Cash
                : days > 0 ? PaymentMethod.Check
                : PaymentMethod.Card,
            Amount = invoice.AmountDue,
            Tendered = tendered,
            Change = cash ? tendered - invoice.AmountDue : Money.Zero,
            CheckNumber = days > 0 ? $"{1000 + random.Next(9000)}" : "",
            At = paidAt,
            ById = invoice.PostedById,
        };
        payments.Add(payment);
        shop.Books.Book(SalePostings.Of(payment), new Actor(invoice.PostedById, paidAt));
    }
}
