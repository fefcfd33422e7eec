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
using Yardstick.Data.Billing;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Orders;

/// <summary>Reads an order's sheet in parts, with everything that they show.</summary>
public sealed class SheetReader(IDbContextFactory<ShopDb> factory, TimeProvider time, PartHash hash, OrderMemory memory)
{
    /// <summary>What a screen lacks of the sheet of an order, or null if there is no such order.</summary>
    /// <param name="id">The order.</param>
    /// <param name="margins">Whether the reader may see costs and margins.</param>
    /// <param name="has">What the screen has, as it named it.</param>
    public Task<SheetUpdate?> ReadAsync(long id, bool margins, string has) =>
        ReadAsync(id, margins, has, db => db.LoadPricedAsync(id, time));

    /// <summary>What a screen lacks of the sheet of an order that is in memory already, as it was kept just now.</summary>
    internal async Task<SheetUpdate> ReadAsync(PricedOrder kept, bool margins, string has) =>
        await ReadAsync(kept.Order.Id, margins, has, _ => Task.FromResult<PricedOrder?>(kept))
        ?? throw new InvalidOperationException("An order that was changed is there.");

    private async Task<SheetUpdate?> ReadAsync(long id, bool margins, string has, Func<ShopDb, Task<PricedOrder?>> load)
    {
        var sheet = await memory.GetAsync(id, margins ? "sheet with margins" : "sheet", async about =>
        {
            await using var db = await factory.CreateDbContextAsync();
            db.ChangeTracker.QueryTrackingBehavior = QueryTrackingBehavior.NoTrackingWithIdentityResolution;
            if (await load(db) is not { } priced)
                return null;
            about.IsOf(priced.Order.CustomerId, priced.Order.VehicleId);
            return await SheetAsync(db, priced, margins);
        });
        return sheet?.Lacking(has);
    }

    private async Task<OrderSheet> SheetAsync(ShopDb db, PricedOrder priced, bool margins)
    {
        var (order, _, policy, shop, _) = priced;
        var now = time.Now();
        var staff = await db.Staff.ToDictionaryAsync(s => s.Id);
        var result = OrderPricer.Price(OrderPricing.CaseOf(order, priced.Customer, policy, OrderPricing.Offered(order), priced.Day));
        var around = await OrderSurroundings.ReadAsync(db, order);
        var views = new JobViews(order, policy, around, staff, shop, now, margins, await ChangedSinceAsync(db, order, result));
        var figures = result.Jobs.ToDictionary(j => j.Id);
        var sheet = new OrderSheet
        {
            Id = order.Id,
            Version = order.Version,
            Header = await HeaderAsync(db, priced, staff, around, now),
            Jobs = order.OnJobs.Select(job => views.Of(job, figures[OrderPricing.JobKey(job)])).ToList(),
            Totals = await TotalsAsync(db, priced, result, views, staff, margins),
            Around = await AroundAsync(db, order, staff, now),
            Tags = [],
        };
        return sheet with
        {
            Tags =
            [
                new(SheetParts.Header, hash.Of(sheet.Header)),
                .. sheet.Jobs.Select(j => new SheetTag(SheetParts.Job(j.Id), hash.Of(j))),
                new(SheetParts.Totals, hash.Of(sheet.Totals)),
                new(SheetParts.Around, hash.Of(sheet.Around)),
            ],
        };
    }

    private static async Task<SheetHeader> HeaderAsync(
        ShopDb db,
        PricedOrder priced,
        Dictionary<long, StaffMember> staff,
        OrderSurroundings around,
        Instant now
    )
    {
        var (order, customer, _, shop, _) = priced;
        var stage = order.StageIn(await db.StageListAsync());
        return new SheetHeader
        {
            Number = order.Number,
            Title = order.Title,
            State = order.State,
            CounterSale = order.CounterSale,
            Customer = customer is null ? null : await CustomerAsync(db, customer, shop),
            Vehicle = order.VehicleId is { } vehicleId ? await VehicleAsync(db, vehicleId, order) : null,
            Writer = staff[order.WriterId].ShortName,
            WriterId = order.WriterId,
            LeadId = order.LeadId,
            Ended = order.EndedAt is { } ended ? order.EndWords(staff[order.EndedById!.Value].ShortName, shop.Local(ended)) : "",
            StageId = stage.Id,
            StageName = stage.Name,
            Stage = order.Stage,
            StageSince = order.StageSince,
            PromisedAt = order.PromisedAt,
            PromisedAgainstPlan = order.PromisedAgainstPlan,
            CheckPending = order.CheckPending,
            PromiseState = around.Day(shop, now).PromiseOf(order),
            KeyTag = order.KeyTag,
            OdometerIn = order.OdometerIn?.Value,
            OdometerOut = order.OdometerOut?.Value,
            CustomerWaits = order.CustomerWaits,
            HasPriority = order.HasPriority,
            OldPartsBack = order.OldPartsBack,
            WashingWanted = order.WashingWanted,
            KeysAt = order.KeysAt,
            CarAt = order.CarAt,
            ArrivesAt = order.ArrivesAt,
            OnPremises = order.OnPremises,
            Contact = order.ContactId is { } contact ? await ContactAsync(db, contact, shop) : null,
            Site = order.SiteId is { } site
                ? await db.CustomerSites.Where(s => s.Id == site).Select(s => new SheetSite(s.Id, s.Name)).FirstOrDefaultAsync()
                : null,
            Concerns = order
                .Concerns.OrderBy(c => c.Position)
                .Select(c => new SheetConcern(c.Id, c.Complaint, c.Cause, c.Correction, c.Version))
                .ToList(),
        };
    }

    private static async Task<SheetTotals> TotalsAsync(
        ShopDb db,
        PricedOrder priced,
        PricingResult result,
        JobViews jobs,
        Dictionary<long, StaffMember> staff,
        bool margins
    )
    {
        var (order, _, policy, _, _) = priced;
        var letPast = order.CeilingNow(policy) == CeilingState.LetPast ? order.CeilingLetPast : null;
        return new SheetTotals
        {
            Figures = FiguresOf(result, policy, margins),
            Consent = result.Consent is { } c ? new SheetConsent(c.Authorized, c.Allowed, c.ApprovedTotal, order.CeilingNow(policy)) : null,
            ToInvoice = order.ApprovedTotal.Amount,
            IsUndecided = order.OnJobs.Any(j => j.IsUndecided),
            CeilingLetPast = letPast is null
                ? ""
                : $"{staff[letPast.ById].ShortName} overrode the limit up to {letPast.UpTo}: {letPast.Reason}",
            Progress = order.Progress,
            LaborRate = order.LaborRate?.ToString() ?? "",
            RateNames = [.. policy.Pricing.LaborRates.Keys],
            Discounts = order.OwnDiscounts.Select((d, i) => jobs.Shown(d, result.DiscountsTaken.ElementAtOrDefault(i))).ToList(),
            Payers = SheetPayer.Of(order, result),
            DepositsLeft = await DepositsLeftAsync(db, order.Id),
            PolicyIsOlder = order.State == OrderState.Open && order.PolicyVersionId < await db.PolicyInForceAsync(),
        };
    }

    private static async Task<decimal> DepositsLeftAsync(ShopDb db, long orderId) =>
        await db
            .Deposits.Where(d => d.OrderId == orderId)
            .Join(db.Payments, d => (long?)d.Id, p => p.DepositId, (_, p) => p)
            .SumAsync(p => p.Method == PaymentMethod.Deposit ? -p.Amount.Cents : p.Amount.Cents) / 100m;

    private static SheetFigures FiguresOf(PricingResult result, ShopPolicy policy, bool margins) =>
        new(
            result.Labor,
            result.Parts,
            result.Sublet,
            result.Fees,
            result.Core,
            result.Supplies,
            result.Discounts,
            result.Taxes.Select(t => new SheetTax(t.Code, t.Base, t.Amount)).ToList(),
            result.Taxes.Sum(t => t.Amount),
            result.TaxesInside,
            result.Total,
            margins ? result.MarginPercent : null,
            margins ? result.Profit : null,
            result.LaborHours,
            margins ? policy.MarginAim : null,
            margins ? result.EffectiveLaborRate : null,
            margins ? policy.EffectiveRateAim : null
        );

    private static async Task<SheetAround> AroundAsync(ShopDb db, Order order, Dictionary<long, StaffMember> staff, Instant now)
    {
        var sent = await db.ApprovalLinks.Where(l => l.OrderId == order.Id).OrderByDescending(l => l.Id).FirstOrDefaultAsync();
        var labels = db
            .LabelsOn.Where(l => l.TargetId == order.Id)
            .Join(db.Labels.Where(l => l.Kind == RecordKind.Order), l => l.LabelId, d => d.Id, (_, d) => d.Name);
        return new SheetAround
        {
            Sent = sent is null
                ? null
                : new SheetSent(sent.SentAt, sent.OpenedAt, sent.AnsweredAt, await SentStateAsync(db, sent, order, now)),
            UnseenMessages = await db.Messages.CountAsync(m =>
                m.OrderId == order.Id && m.State == MessageState.Received && m.SeenAt == null
            ),
            Labels = await labels.OrderBy(n => n).ToListAsync(),
            // What came along with emails about it stands among its files.
            Files =
                await db.Files.CountAsync(f => f.Kind == RecordKind.Order && f.TargetId == order.Id && f.RemovedAt == null)
                + await db
                    .Messages.Where(m => m.OrderId == order.Id)
                    .Join(
                        db.Files.Where(f => f.Kind == RecordKind.Message && f.RemovedAt == null),
                        m => m.Id,
                        f => f.TargetId,
                        (_, f) => f.Id
                    )
                    .CountAsync(),
            CheckIns = await db.CheckInSheets.CountAsync(c => c.OrderId == order.Id),
            Findings = await FindingsAsync(db, order.Id, staff),
            Inspections = await InspectionsAsync(db, order.Id),
            Invoice = await InvoiceAsync(db, order),
        };
    }

    /// <summary>What changed in approved jobs since the customer was shown them.</summary>
    private static async Task<Dictionary<long, IReadOnlyList<string>>> ChangedSinceAsync(ShopDb db, Order order, PricingResult result)
    {
        var approvals = order
            .ApprovedJobs.Select(j =>
                order.Decisions.Where(d => d.JobId == j.Id && d is { Kind: DecisionKind.Approved, ShownId: not null }).MaxBy(d => d.Id)
            )
            .OfType<Decision>()
            .ToList();
        if (approvals.Count == 0)
            return [];
        var ids = approvals.ConvertAll(d => d.ShownId!.Value);
        var copies = (await db.StoredSnapshots.Where(c => ids.Contains(c.Id)).Select(c => new { c.Id, c.Json }).ToListAsync()).ToDictionary(
            c => c.Id,
            c => EstimateSnapshot.FromJson(c.Json)
        );
        var changed = new Dictionary<long, IReadOnlyList<string>>();
        var noPhotos = Enumerable.Empty<string>().ToLookup(_ => 0L);
        foreach (var approval in approvals)
        {
            var job = order.Jobs.First(j => j.Id == approval.JobId);
            var figures = result.Of(job);
            var changes = copies[approval.ShownId!.Value].ChangesOf(SnapshotJob.Of(order, job, figures, noPhotos), approval.LeftOut);
            if (changes.Count > 0)
                changed[job.Id] = changes;
        }
        return changed;
    }

    private static async Task<LinkState> SentStateAsync(ShopDb db, ApprovalLink sent, Order order, Instant now)
    {
        // Only where the offer counts is it worth pricing once more.
        if (sent.StateAt(now) is not LinkState.Open and var over)
            return over;
        var shown = EstimateSnapshot.FromJson(await db.StoredSnapshots.Where(c => c.Id == sent.ShownId).Select(c => c.Json).SingleAsync());
        return sent.StateAt(shown, (await EstimatePresentation.OfAsync(db, order, now)).Estimate, now, order.State != OrderState.Open);
    }

    private static async Task<SheetCustomer> CustomerAsync(ShopDb db, Customer customer, Shop shop)
    {
        var visits = db.Orders.Where(o => o.CustomerId == customer.Id && o.State == OrderState.Posted);
        var phone = await db
            .CustomerPhones.Where(p => p.CustomerId == customer.Id)
            .OrderBy(p => p.Id)
            .Select(p => p.Number)
            .FirstOrDefaultAsync();
        return new SheetCustomer(
            customer.Id,
            customer.DisplayName,
            phone is null ? "" : new PhoneNumber(phone).Shown(shop.Country),
            customer.ToBeSeen,
            await visits.CountAsync(),
            await visits.MinAsync(o => o.PostedAt)
        );
    }

    private static async Task<SheetContact?> ContactAsync(ShopDb db, long id, Shop shop) =>
        await db.CustomerContacts.FirstOrDefaultAsync(c => c.Id == id) is { } contact
            ? new SheetContact(contact.Id, contact.Name, contact.Phone.Length > 0 ? new PhoneNumber(contact.Phone).Shown(shop.Country) : "")
            : null;

    private static async Task<SheetVehicle> VehicleAsync(ShopDb db, long id, Order order)
    {
        var vehicle = await db.Vehicles.SingleAsync(v => v.Id == id);
        var last = await db
            .OdometerReadings.Where(r => r.VehicleId == id && r.At < order.OpenedAt)
            .OrderByDescending(r => r.At)
            .FirstOrDefaultAsync();
        return new SheetVehicle(
            id,
            vehicle.Plate.Text,
            vehicle.Description,
            vehicle.Vin.Text,
            vehicle.Color,
            vehicle.Warning,
            last?.Reading.Value,
            last?.At,
            vehicle.PhotoHash
        );
    }

    private static async Task<IReadOnlyList<FindingView>> FindingsAsync(ShopDb db, long id, Dictionary<long, StaffMember> staff)
    {
        var findings = await db.Findings.Where(f => f.OrderId == id).OrderBy(f => f.Id).ToListAsync();
        // What was photographed at a point of an inspection shows here as well.
        var pointIds = findings.Select(f => f.InspectionPointId).OfType<long>().ToList();
        var photos =
            pointIds.Count == 0
                ? []
                : await db.PointPhotos.AsNoTracking().Where(p => pointIds.Contains(p.InspectionPointId)).OrderBy(p => p.Id).ToListAsync();
        return findings.ConvertAll(f =>
            FindingView.Of(f, staff[f.ById].ShortName, photos.Find(p => p.InspectionPointId == f.InspectionPointId)?.Hash)
        );
    }

    private static async Task<IReadOnlyList<SheetInspection>> InspectionsAsync(ShopDb db, long id)
    {
        var inspections = await db.Inspections.Include(i => i.Points).Where(i => i.OrderId == id).OrderBy(i => i.Id).ToListAsync();
        return inspections.ConvertAll(SheetInspection.Of);
    }

    /// <summary>The posted invoice that stands.</summary>
    private static async Task<SheetInvoice?> InvoiceAsync(ShopDb db, Order order)
    {
        var standing = await db.Standing(db.Invoices.Where(i => i.OrderId == order.Id))
            .Where(s => !s.Reversed)
            .OrderBy(s => s.Invoice.Id)
            .ToListAsync();
        if (standing.Count == 0)
            return null;
        var first = standing[0].Invoice;
        return new SheetInvoice(
            first.Id,
            first.Number,
            first.PostedAt,
            standing.Sum(s => s.Invoice.Total.Amount),
            standing.Sum(s => s.PaidCents) / 100m,
            standing.Sum(s => s.Balance.Amount),
            [.. standing.Skip(1).Select(s => new SheetOtherInvoice(s.Invoice.Id, s.Invoice.Number))]
        );
    }
}
