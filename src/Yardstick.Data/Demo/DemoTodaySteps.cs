using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.Inventory;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Demo;

/// <summary>What people do in the course of the day, one step each; the cars are put together of them.</summary>
internal sealed partial class DemoToday
{
    private Order Open(int car, string says, int openedAgo, int? promisedIn, params string[] jobs)
    {
        var vehicle = shop.Vehicles[car];
        var customer = shop.Customers.First(c => c.Id == vehicle.CustomerId);
        var opened = shop.UtcNow.PlusMinutes(-openedAgo);
        var order = new Order
        {
            Id = number - 1000,
            Number = number++,
            CustomerId = customer.Id,
            VehicleId = vehicle.Id,
            WriterId = car % 3 == 0 ? DemoMaker.OtherWriter : DemoMaker.Writer,
            OpenedAt = opened,
            StageSince = opened,
            Stage = Stage.Here,
            OnPremises = true,
            PolicyVersionId = 1,
            KeyTag = (14 + car * 3).ToString(System.Globalization.CultureInfo.InvariantCulture),
            PromisedAt = promisedIn is { } minutes ? At(minutes) : null,
        };
        var actor = By(order, openedAgo);
        order.AddConcern(says, actor);
        foreach (var title in jobs)
            order.AddJob(shop.JobOf(title), actor);
        order.Title = jobs.Length > 0 ? jobs[0] : says;
        db.Orders.Add(order);
        return order;
    }

    private static Actor Actor(long staff, Instant at) => new(staff, at);

    private Actor By(Order order, int ago) => Actor(order.WriterId, shop.UtcNow.PlusMinutes(-ago));

    private void Arrive(Order order, int reading)
    {
        order.OdometerIn = new(reading);
        db.OdometerReadings.Add(
            new OdometerReading
            {
                VehicleId = order.VehicleId!.Value,
                OrderId = order.Id,
                Reading = new(reading),
                At = order.OpenedAt,
            }
        );
    }

    private int Reading(Order order) => shop.Odometers[order.VehicleId!.Value] + (int)(365 * 3 * (18 + order.VehicleId.Value % 40)) + 40;

    private PricingResult Price(Order order, JobSelection include) =>
        OrderPricing.Price(order, CustomerOf(order), shop.Policy, include, shop.Today);

    private Customer CustomerOf(Order order) => shop.Customers.First(c => c.Id == order.CustomerId);

    private void Approve(Order order, int ago, AnswerChannel channel, params Job[] jobs)
    {
        foreach (var job in jobs)
            order.Decide(job.Id, new Answer(DecisionKind.Approved, CustomerOf(order).DisplayName, channel), Price, By(order, ago));
    }

    /// <summary>Prices the order, keeps stock for it and writes its record down.</summary>
    private void Keep(Order order, params Line[] ordered)
    {
        OrderPricing.Refresh(order, CustomerOf(order), shop.Policy, shop.Today);
        var coming = ordered.OfType<PartLine>().ToDictionary(l => l.Id, l => l.Quantity);
        Reservation.Settle(order, shop.Parts.ToDictionary(p => p.Id), coming);
        foreach (var change in order.Changes)
        {
            change.OrderId = order.Id;
            change.TargetId = change.Subject switch
            {
                Job job => job.Id,
                Line line => line.Id,
                _ => change.TargetId,
            };
            db.OrderChanges.Add(change);
        }
        order.Changes.Clear();
    }

    /// <summary>Sees that the order's stock parts are on the shelf.</summary>
    private void Stock(Order order)
    {
        foreach (var line in order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().Where(l => l.PartId is not null))
        {
            var part = shop.Parts.First(p => p.Id == line.PartId);
            if (part.Free < line.Quantity)
                part.OnHand += line.Quantity - part.Free;
        }
    }

    private void Plan(Job job, Order order, long? technician, LocalDateTime start) =>
        db.PlannedWork.Add(
            new PlannedWork
            {
                JobId = job.Id,
                OrderId = order.Id,
                TechnicianId = technician,
                // Each has a bay of their own in this shop.
                BayId = technician is { } who ? who - Tobias + 1 : null,
                Start = start,
            }
        );

    private void Clock(Job job, Order order, long technician, int from, int? to) =>
        db.TimeEntries.Add(
            new TimeEntry
            {
                Id = entry++,
                StaffId = technician,
                JobId = job.Id,
                OrderId = order.Id,
                Start = shop.UtcNow.PlusMinutes(-from),
                End = to is { } t ? shop.UtcNow.PlusMinutes(-t) : null,
            }
        );

    /// <summary>A text to or from the customer of an order, seen by the counter.</summary>
    private void Wrote(Order order, int minutesAgo, MessageState state, string body)
    {
        var (at, phone) = (shop.UtcNow.PlusMinutes(-minutesAgo), shop.Customers.First(c => c.Id == order.CustomerId).Phones[0].Number);
        var message = new Message
        {
            CustomerId = order.CustomerId,
            OrderId = order.Id,
            Channel = MessageChannel.Text,
            Address = phone,
            Body = body,
            State = state,
            At = at,
            NotBefore = at,
            Key = $"demo-{order.Id}-{minutesAgo}",
        };
        if (state == MessageState.Received)
            message.SeenAt = at.PlusMinutes(4);
        else
            (message.ById, message.SentAt) = (DemoMaker.Writer, at);
        db.Messages.Add(message);
    }

    private void Purchase(Order order, long supplier, string code, string reference, int expectedIn)
    {
        var lines = order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().Take(1).ToArray();
        Keep(order, lines);
        var placed = shop.UtcNow.PlusMinutes(-110);
        var expected = shop.UtcNow.PlusMinutes(expectedIn);
        var purchase = new PurchaseOrder
        {
            Number = purchaseNumber++,
            SupplierId = supplier,
            State = PurchaseOrderState.Confirmed,
            IdempotencyKey = new Guid((int)purchaseNumber, 7, 7, [1, 2, 3, 4, 5, 6, 7, 8]),
            SupplierReference = reference,
            ExpectedAt = expected,
            CreatedAt = placed,
            ById = DemoMaker.PartsPerson,
            Tries = 1,
        };
        foreach (var line in lines)
            purchase.Lines.Add(
                new PurchaseOrderLine
                {
                    LineId = line.Id,
                    OrderId = order.Id,
                    PartId = line.PartId,
                    PartNumber = line.Number,
                    Description = line.Description,
                    Quantity = line.Quantity,
                    UnitCost = line.UnitCost,
                    CoreEach = line.CoreDeposit,
                    State = PurchaseLineState.Confirmed,
                }
            );
        db.PurchaseOrders.Add(purchase);
        // What the supplier knows of it goes by its lines' keys, which are there once all is kept.
        atSuppliers.Add((code, purchase));
    }
}
