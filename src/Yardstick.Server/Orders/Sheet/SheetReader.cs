using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Billing;
using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Orders;

/// <summary>Reads an order with everything that its sheet shows.</summary>
public sealed class SheetReader(ShopDb db, TimeProvider time)
{
    /// <summary>The sheet of an order, or null if there is none.</summary>
    /// <param name="id">The order.</param>
    /// <param name="margins">Whether the reader may see costs and margins.</param>
    public async Task<SheetView?> ReadAsync(long id, bool margins)
    {
        if (await db.ReadOrderAsync(id) is not { } order) return null;
        var shop = await db.Shops.SingleAsync();
        var now = time.GetUtcNow().UtcDateTime;
        var customer = order.CustomerId is { } customerId ? await db.Customers.Include(c => c.Phones).SingleAsync(c => c.Id == customerId) : null;
        var policy = await db.PolicyAsync(order.PolicyVersionId);
        var staff = await db.Staff.ToDictionaryAsync(s => s.Id);
        var around = await AroundAsync(order);
        var planned = await db.PlannedWork.Where(p => p.OrderId == id).ToListAsync();
        var invoice = await db.Invoices.Where(i => i.OrderId == id && i.Kind == InvoiceKind.Invoice && !db.Invoices.Any(c => c.CorrectsId == i.Id)).OrderByDescending(i => i.Id).FirstOrDefaultAsync();
        var photos = await db.Files.Where(f => f.Kind == RecordKind.Line && f.RemovedAt == null && db.Lines.Any(l => l.Id == f.TargetId && db.Jobs.Any(j => j.Id == l.JobId && j.OrderId == id)))
            .GroupBy(f => f.TargetId).Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count);
        var pricing = OrderPricing.CaseOf(order, customer, policy, OrderPricing.Offered(order), shop.PricingDay(order, now));
        var result = OrderPricer.Price(pricing);
        var view = new JobViews(order, policy, around, staff, shop, now, margins, planned, photos, await ChangedSinceAsync(order, result));
        var sent = await db.ApprovalLinks.Where(l => l.OrderId == id).OrderByDescending(l => l.Id).AsNoTracking().FirstOrDefaultAsync();
        var figures = result.Jobs.ToDictionary(j => j.Id);
        return new SheetView
        {
            Id = order.Id,
            Number = order.Number,
            Version = order.Version,
            Title = order.Title,
            State = order.State,
            CounterSale = order.CounterSale,
            Customer = customer is null ? null : await CustomerAsync(customer, shop),
            Vehicle = order.VehicleId is { } vehicleId ? await VehicleAsync(vehicleId, order) : null,
            Writer = staff[order.WriterId].ShortName,
            LeadId = order.LeadId,
            Sent = sent is null ? null : new SheetSent(sent.SentAt, sent.OpenedAt, sent.AnsweredAt, await SentStateAsync(sent, order, now)),
            UnseenMessages = await db.Messages.CountAsync(m => m.OrderId == id && m.State == MessageState.Received && m.SeenAt == null),
            Ended = order.EndedAt is { } ended ? order.EndWords(staff[order.EndedById!.Value].ShortName, shop.Local(ended)) : "",
            CeilingLetPast = order.CeilingNow(policy) == CeilingState.LetPast && order.CeilingLetPast is { } let ? $"{staff[let.ById].ShortName} let it go on up to {let.UpTo}: {let.Reason}" : "",
            Stage = order.Stage,
            StageSince = order.StageSince,
            PromisedAt = order.PromisedAt,
            PromiseState = Promise.State(order.PromisedAt, order.Stage, view.WorkEnds, around.LastExpected is { } last ? shop.Local(last) : null, shop.Local(now)),
            KeyTag = order.KeyTag,
            OdometerIn = order.OdometerIn,
            OdometerOut = order.OdometerOut,
            CustomerWaits = order.CustomerWaits,
            WriterId = order.WriterId,
            First = order.HasPriority,
            OldPartsBack = order.OldPartsBack,
            WashingWanted = order.WashingWanted,
            KeysAt = order.KeysAt,
            CarAt = order.CarAt,
            ArrivesAt = order.ArrivesAt,
            Contact = order.ContactId is { } contact ? await ContactAsync(contact, shop) : null,
            Site = order.SiteId is { } site ? await db.CustomerSites.Where(s => s.Id == site).Select(s => new SheetSite(s.Id, s.Name)).FirstOrDefaultAsync() : null,
            Labels = await db.LabelsOn.Where(l => l.TargetId == id).Join(db.Labels.Where(l => l.Kind == RecordKind.Order), l => l.LabelId, d => d.Id, (_, d) => d.Name).OrderBy(n => n).ToListAsync(),
            Files = await db.Files.CountAsync(f => f.Kind == RecordKind.Order && f.TargetId == id && f.RemovedAt == null),
            CheckIns = await db.CheckInSheets.CountAsync(c => c.OrderId == id),
            Concerns = order.Concerns.OrderBy(c => c.Position).Select(c => new SheetConcern(c.Id, c.Complaint, c.Cause, c.Correction, c.Version)).ToList(),
            Jobs = order.OnJobs.Select(job => view.Of(job, figures[OrderPricing.JobKey(job)])).ToList(),
            Figures = new SheetFigures(result.Labor, result.Parts, result.Sublet, result.Fees, result.Core, result.Supplies, result.Discounts,
                result.Taxes.Select(t => new SheetTax(t.Code, t.Base, t.Amount)).ToList(), result.Taxes.Sum(t => t.Amount), result.TaxesInside, result.Total,
                margins ? result.MarginPercent : null, margins ? result.Profit : null, result.LaborHours, margins ? policy.MarginAim : null, margins ? result.EffectiveLaborRate : null, margins ? policy.EffectiveRateAim : null),
            Consent = result.Consent is { } c ? new SheetConsent(c.Authorized, c.Allowed, c.ApprovedTotal, order.CeilingNow(policy)) : null,
            Progress = order.Progress,
            Findings = await FindingsAsync(id, staff),
            Invoice = invoice is null ? null : await InvoiceAsync(invoice),
            LaborRate = order.LaborRate,
            RateNames = [.. policy.Pricing.LaborRates.Keys],
            Discounts = order.OwnDiscounts.Select((d, i) => view.Shown(d, result.DiscountsTaken.ElementAtOrDefault(i))).ToList(),
            PolicyIsOlder = order.State == OrderState.Open && order.PolicyVersionId < await db.PolicyInForceAsync(),
        };
    }

    /// <summary>What changed in approved jobs since the customer was shown them.</summary>
    private async Task<Dictionary<long, IReadOnlyList<string>>> ChangedSinceAsync(Order order, PricingResult result)
    {
        var approvals = order.ApprovedJobs.Select(j => order.Decisions.Where(d => d.JobId == j.Id && d is { Kind: DecisionKind.Approved, ShownId: not null }).MaxBy(d => d.Id)).OfType<Decision>().ToList();
        if (approvals.Count == 0) return [];
        var ids = approvals.ConvertAll(d => d.ShownId!.Value);
        var copies = (await db.StoredSnapshots.Where(c => ids.Contains(c.Id)).Select(c => new { c.Id, c.Json }).ToListAsync()).ToDictionary(c => c.Id, c => EstimateSnapshot.FromJson(c.Json));
        var changed = new Dictionary<long, IReadOnlyList<string>>();
        var noPhotos = Enumerable.Empty<string>().ToLookup(_ => 0L);
        foreach (var approval in approvals)
        {
            var job = order.Jobs.First(j => j.Id == approval.JobId);
            var figures = result.Jobs.First(j => j.Id == OrderPricing.JobKey(job));
            var changes = copies[approval.ShownId!.Value].ChangesOf(SnapshotJob.Of(order, job, figures, noPhotos), approval.LeftOut);
            if (changes.Count > 0) changed[job.Id] = changes;
        }
        return changed;
    }

    private async Task<LinkState> SentStateAsync(ApprovalLink sent, Order order, DateTime now)
    {
        // Only where the offer counts is it worth pricing once more.
        if (sent.StateAt(now) is not LinkState.Open and var over) return over;
        var shown = EstimateSnapshot.FromJson(await db.StoredSnapshots.Where(c => c.Id == sent.ShownId).Select(c => c.Json).SingleAsync());
        return sent.StateAt(shown, (await EstimatePresentation.OfAsync(db, order, now)).Estimate, now, order.State != OrderState.Open);
    }

    private async Task<OrderSurroundings> AroundAsync(Order order)
    {
        var partOrders = await db.PurchaseOrders.Include(p => p.Lines).Where(p => p.Lines.Any(l => l.OrderId == order.Id)).OrderBy(p => p.Id).ToListAsync();
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var partIds = order.Jobs.SelectMany(j => j.Lines).Select(l => l.PartId).OfType<long>().Distinct().ToList();
        var parts = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        var times = await db.TimeEntries.Where(t => t.OrderId == order.Id).ToListAsync();
        return new OrderSurroundings(partOrders, suppliers, parts, times);
    }

    private async Task<SheetCustomer> CustomerAsync(Customer customer, Shop shop)
    {
        var visits = await db.Orders.Where(o => o.CustomerId == customer.Id && o.State == OrderState.Posted).OrderBy(o => o.PostedAt).Select(o => o.PostedAt).ToListAsync();
        var phone = customer.Phones.OrderBy(p => p.Id).FirstOrDefault();
        return new SheetCustomer(customer.Id, customer.DisplayName, phone is null ? "" : new PhoneNumber(phone.Number).Shown(shop.Country), customer.ToBeSeen, visits.Count, visits.FirstOrDefault());
    }

    private async Task<SheetContact?> ContactAsync(long id, Shop shop) => await db.CustomerContacts.FindAsync(id) is { } contact
        ? new SheetContact(contact.Id, contact.Name, contact.Phone.Length > 0 ? new PhoneNumber(contact.Phone).Shown(shop.Country) : "") : null;

    private async Task<SheetVehicle> VehicleAsync(long id, Order order)
    {
        var vehicle = await db.Vehicles.SingleAsync(v => v.Id == id);
        var last = await db.OdometerReadings.Where(r => r.VehicleId == id && r.At < order.OpenedAt).OrderByDescending(r => r.At).FirstOrDefaultAsync();
        return new SheetVehicle(id, vehicle.Plate, vehicle.Description, vehicle.Vin, vehicle.Color, vehicle.Warning, last?.Reading, last?.At, vehicle.PhotoHash);
    }

    private async Task<IReadOnlyList<FindingView>> FindingsAsync(long id, Dictionary<long, StaffMember> staff)
    {
        var findings = await db.Findings.Where(f => f.OrderId == id).OrderBy(f => f.Id).ToListAsync();
        return findings.ConvertAll(f => new FindingView(f.Id, f.Text, f.Measured, f.Unit, f.Rating, f.PhotoHash, staff[f.ById].ShortName, f.At));
    }

    private async Task<SheetInvoice> InvoiceAsync(Invoice invoice)
    {
        var paid = await db.Payments.Where(p => p.InvoiceId == invoice.Id).SumAsync(p => p.Amount.Cents);
        return new SheetInvoice(invoice.Id, invoice.Number, invoice.PostedAt, invoice.Total.Amount, new Money(paid).Amount, new Money(invoice.Total.Cents - paid).Amount);
    }
}
