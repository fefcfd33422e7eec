using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Imports;
using Yardstick.Core.Inspections;
using Yardstick.Core.Inventory;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data.Setup;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>Which screens show a row: the topics of what was saved.</summary>
internal sealed class TopicsOfRows(DbContext db)
{
    private readonly Lazy<Dictionary<long, long>> orderOfJob = new(() =>
        db.ChangeTracker.Entries<Job>().ToDictionary(e => e.Entity.Id, e => e.Entity.OrderId)
    );

    private readonly Lazy<Dictionary<long, long>> vehicleOfReminder = new(() =>
        db.ChangeTracker.Entries<Reminder>().ToDictionary(e => e.Entity.Id, e => e.Entity.VehicleId)
    );

    /// <summary>Topics of rows that were added, changed or deleted.</summary>
    internal IEnumerable<Topic> Of(IEnumerable<object> rows) => rows.SelectMany(Of).Distinct();

    private static Topic One(TopicKind kind, long? id = null) => new(kind, id ?? 0);

    private static Topic[] OfOrder(long? id) => id is { } order ? [One(TopicKind.Order, order)] : [];

    private Topic[] OfJob(long jobId) => OfOrder(orderOfJob.Value.TryGetValue(jobId, out var order) ? order : 0);

    private static Topic[] OfRecord(string target, long id) =>
        target == "customer" ? [One(TopicKind.Customer, id)]
        : target == "vehicle" ? [One(TopicKind.Vehicle, id)]
        : [];

    private static Topic[] OnRecord(RecordKind kind, long id) =>
        kind switch
        {
            RecordKind.Customer => [One(TopicKind.Customer, id)],
            RecordKind.Vehicle => [One(TopicKind.Vehicle, id)],
            RecordKind.Order => [One(TopicKind.Order, id)],
            _ => [],
        };

    private static Topic[] OfVehicle(long id) => [One(TopicKind.Vehicle, id)];

    private Topic[] Of(object row) =>
        row switch
        {
            Order o =>
            [
                One(TopicKind.Order, o.Id),
                One(TopicKind.Orders),
                One(TopicKind.Floor),
                .. o.VehicleId is { } v ? OfVehicle(v) : [],
                .. o.CustomerId is { } c ? [One(TopicKind.Customer, c)] : Array.Empty<Topic>(),
            ],
            Job j => [.. OfOrder(j.OrderId), One(TopicKind.Floor), One(TopicKind.Parts)],
            Line l => [.. OfJob(l.JobId), One(TopicKind.Floor), .. l.Kind == LineKind.Part ? [One(TopicKind.Parts)] : Array.Empty<Topic>()],
            JobCompanion c => OfJob(c.JobId),
            Concern c => OfOrder(c.OrderId),
            GivenDiscount d => OfOrder(d.OrderId),
            Decision d => [.. OfOrder(d.OrderId), One(TopicKind.Floor), One(TopicKind.Parts)],
            CeilingException e => [.. OfOrder(e.OrderId), One(TopicKind.Floor)],
            OrderChange c => OfOrder(c.OrderId),
            StageChange c => [.. OfOrder(c.OrderId), One(TopicKind.Floor)],
            CheckInSheet s => OfOrder(s.OrderId),
            StoredSnapshot s => OfOrder(s.OrderId),
            ApprovalLink l => [.. OfOrder(l.OrderId), One(TopicKind.Messages, l.OrderId)],
            DocumentLink l => [.. OfOrder(l.OrderId), One(TopicKind.Messages, l.OrderId)],
            Finding f => [.. OfOrder(f.OrderId), One(TopicKind.Floor)],
            Inspection i => [.. OfOrder(i.OrderId), One(TopicKind.Floor), One(TopicKind.Inspection, i.Id)],
            InspectionTemplate or TemplatePoint => [One(TopicKind.Setup)],
            PlannedWork p => [.. OfOrder(p.OrderId), One(TopicKind.Floor), One(TopicKind.Calendar)],
            Appointment a =>
            [
                One(TopicKind.Calendar),
                .. OfOrder(a.OrderId),
                .. a.CustomerId is { } c ? [One(TopicKind.Customer, c)] : Array.Empty<Topic>(),
            ],
            AppointmentMove or CalendarFeed => [One(TopicKind.Calendar)],
            Handover h => [.. OfOrder(h.OrderId), One(TopicKind.Floor)],
            QualityCheck c => [.. OfOrder(c.OrderId), One(TopicKind.Floor)],
            AfterWork w => [.. OfOrder(w.OrderId), One(TopicKind.AfterWork), One(TopicKind.Floor)],
            TimeEntry t => [.. OfOrder(t.OrderId), One(TopicKind.Floor), One(TopicKind.Times)],
            Attendance => [One(TopicKind.Floor), One(TopicKind.Times)],
            PurchaseOrder p => [One(TopicKind.Parts), One(TopicKind.Floor), .. p.Lines.SelectMany(l => OfOrder(l.OrderId))],
            PurchaseOrderLine l => [One(TopicKind.Parts), One(TopicKind.Floor), .. OfOrder(l.OrderId)],
            PartRequest r => [One(TopicKind.Parts), One(TopicKind.Floor), .. OfOrder(r.OrderId)],
            SubletWork w => [One(TopicKind.Parts), One(TopicKind.Returns), .. OfOrder(w.OrderId)],
            Receipt or ReceiptLine or SupplierBill or SupplierCredit or PartReturn or OwedCore =>
            [
                One(TopicKind.Parts),
                One(TopicKind.Returns),
            ],
            Part p => [One(TopicKind.Stock, p.Id), One(TopicKind.Parts), One(TopicKind.Catalog)],
            StockMovement m => [One(TopicKind.Stock, m.PartId), One(TopicKind.Parts)],
            Supplier or SupplierBranch => [One(TopicKind.Setup), One(TopicKind.Parts)],
            Invoice i =>
            [
                One(TopicKind.Invoice, i.Id),
                .. i.CorrectsId is { } corrected ? [One(TopicKind.Invoice, corrected)] : Array.Empty<Topic>(),
                .. OfOrder(i.OrderId),
                One(TopicKind.Orders),
            ],
            Payment p => [One(TopicKind.Invoice, p.InvoiceId), .. OfOrder(p.OrderId)],
            CardCharge c => [One(TopicKind.Invoice, c.InvoiceId)],
            Adjustment a => [One(TopicKind.Invoice, a.InvoiceId)],
            GivenUpCore c => [One(TopicKind.Invoice, c.InvoiceId), One(TopicKind.Returns)],
            FollowUpAct a => [One(TopicKind.FollowUps), One(TopicKind.Customer, a.CustomerId)],
            OutsideRequest or ConnectedCar => [One(TopicKind.Requests)],
            BookingService => [One(TopicKind.Setup)],
            ReminderSet => [One(TopicKind.Setup)],
            SavedView => [],
            JournalEntry or CashCount or BankTransfer or Remittance => [One(TopicKind.Books)],
            Customer c => [One(TopicKind.Customer, c.Id), One(TopicKind.Floor)],
            CustomerPhone p => [One(TopicKind.Customer, p.CustomerId)],
            CustomerEmail e => [One(TopicKind.Customer, e.CustomerId)],
            CustomerContact c => [One(TopicKind.Customer, c.CustomerId)],
            CustomerSite s => [One(TopicKind.Customer, s.CustomerId)],
            CustomerRate r => [One(TopicKind.Customer, r.CustomerId)],
            Vehicle v => [One(TopicKind.Vehicle, v.Id), One(TopicKind.Floor), One(TopicKind.Customer, v.CustomerId)],
            VehicleAnswer a => OfVehicle(a.VehicleId),
            VehicleTransfer t => OfVehicle(t.VehicleId),
            OdometerReading r => OfVehicle(r.VehicleId),
            Reminder r => OfVehicle(r.VehicleId),
            ReminderDone d => [One(TopicKind.Vehicle, vehicleOfReminder.Value.GetValueOrDefault(d.ReminderId))],
            RecordChange c => OfRecord(c.Target, c.TargetId),
            Merge m => m.Kind == MergeKind.Customers ? [One(TopicKind.Customer)] : [One(TopicKind.Vehicle)],
            AttachedFile f => [One(TopicKind.Files), .. OnRecord(f.Kind, f.TargetId)],
            LabelOn => [One(TopicKind.Labels), One(TopicKind.Floor)],
            ExtraValue => [One(TopicKind.Labels)],
            Label or ExtraField => [One(TopicKind.Labels), One(TopicKind.Setup)],
            Message m =>
            [
                One(TopicKind.Messages, m.OrderId),
                .. OfOrder(m.OrderId),
                .. m.CustomerId is { } c ? [One(TopicKind.Customer, c)] : Array.Empty<Topic>(),
                // Nobody's: it goes to a supplier.
                .. m is { CustomerId: null, OrderId: null } ? [One(TopicKind.Parts)] : Array.Empty<Topic>(),
            ],
            MessagingConsent => [One(TopicKind.Messages)],
            Notice => [One(TopicKind.Notices)],
            StaffSession or Account or AccessToken => [One(TopicKind.Sessions)],
            BackupPlan or BackupRecord or RetentionPlan or Erasure => [One(TopicKind.Backups)],
            Webhook or WebhookMessage => [One(TopicKind.Webhooks)],
            MessageTemplate => [One(TopicKind.Setup)],
            Shop or StaffMember or StaffRight or Absence or ShopStage or Bay =>
            [
                One(TopicKind.Setup),
                One(TopicKind.Floor),
                One(TopicKind.Calendar),
            ],
            Invitation => [One(TopicKind.Setup)],
            PolicyVersion or PolicyDraft => [One(TopicKind.Policy)],
            CannedJob or CannedLine or CannedAlternative or CannedSet or FeeItem or PartCompanion or ShopLaborOperation =>
            [
                One(TopicKind.Catalog),
            ],
            ImportRun r => [One(TopicKind.Import, r.Id)],
            ImportedRecord r => [One(TopicKind.Import, r.ImportId)],
            FormerOrder f =>
            [
                .. f.VehicleId is { } v ? OfVehicle(v) : [],
                .. f.CustomerId is { } c ? [One(TopicKind.Customer, c)] : Array.Empty<Topic>(),
            ],
            Phrase => [One(TopicKind.Phrases)],
            _ => [],
        };
}
