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
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data.Setup;

namespace Yardstick.Data;

/// <summary>Its tables.</summary>
public partial class ShopDb
{
    /// <summary>The shop; one row.</summary>
    public DbSet<Shop> Shops => Set<Shop>();

    /// <summary>Policies.</summary>
    public DbSet<PolicyVersion> PolicyVersions => Set<PolicyVersion>();

    /// <summary>The policy that is being written.</summary>
    public DbSet<PolicyDraft> PolicyDrafts => Set<PolicyDraft>();

    /// <summary>People on staff.</summary>
    public DbSet<StaffMember> Staff => Set<StaffMember>();

    /// <summary>Terminals for switching by PIN.</summary>
    public DbSet<Terminal> Terminals => Set<Terminal>();

    /// <summary>Who signed in where.</summary>
    public DbSet<TerminalPerson> TerminalPeople => Set<TerminalPerson>();

    /// <summary>Who is signed in where.</summary>
    public DbSet<StaffSession> Sessions => Set<StaffSession>();

    /// <summary>Sign-ins and failed ones.</summary>
    public DbSet<SignInRecord> SignIns => Set<SignInRecord>();

    /// <summary>Counters.</summary>
    public DbSet<Counter> Counters => Set<Counter>();

    /// <summary>Commands that were carried out.</summary>
    public DbSet<CommandRecord> Commands => Set<CommandRecord>();

    /// <summary>Customers.</summary>
    public DbSet<Customer> Customers => Set<Customer>();

    /// <summary>Telephone numbers.</summary>
    public DbSet<CustomerPhone> CustomerPhones => Set<CustomerPhone>();

    /// <summary>Vehicles.</summary>
    public DbSet<Vehicle> Vehicles => Set<Vehicle>();

    /// <summary>Email addresses.</summary>
    public DbSet<CustomerEmail> CustomerEmails => Set<CustomerEmail>();

    /// <summary>Contact people.</summary>
    public DbSet<CustomerContact> CustomerContacts => Set<CustomerContact>();

    /// <summary>Sites.</summary>
    public DbSet<CustomerSite> CustomerSites => Set<CustomerSite>();

    /// <summary>Accounts' own numbers for labor rates.</summary>
    public DbSet<CustomerRate> CustomerRates => Set<CustomerRate>();

    /// <summary>Changes on customers and vehicles.</summary>
    public DbSet<RecordChange> RecordChanges => Set<RecordChange>();

    /// <summary>Merged records.</summary>
    public DbSet<Merge> Merges => Set<Merge>();

    /// <summary>Cars passed on to other owners.</summary>
    public DbSet<VehicleTransfer> VehicleTransfers => Set<VehicleTransfer>();

    /// <summary>Odometer readings.</summary>
    public DbSet<OdometerReading> OdometerReadings => Set<OdometerReading>();

    /// <summary>Orders.</summary>
    public DbSet<Order> Orders => Set<Order>();

    /// <summary>Jobs.</summary>
    public DbSet<Job> Jobs => Set<Job>();

    /// <summary>Lines.</summary>
    public DbSet<Line> Lines => Set<Line>();

    /// <summary>What people set on things that come along with a job's parts.</summary>
    public DbSet<JobCompanion> JobCompanions => Set<JobCompanion>();

    /// <summary>Concerns.</summary>
    public DbSet<Concern> Concerns => Set<Concern>();

    /// <summary>Changes on orders.</summary>
    public DbSet<OrderChange> OrderChanges => Set<OrderChange>();

    /// <summary>Stages gone through.</summary>
    public DbSet<StageChange> StageChanges => Set<StageChange>();

    /// <summary>The shop's own stages.</summary>
    public DbSet<ShopStage> Stages => Set<ShopStage>();

    /// <summary>Handovers between people.</summary>
    public DbSet<Handover> Handovers => Set<Handover>();

    /// <summary>What was looked over.</summary>
    public DbSet<QualityCheck> QualityChecks => Set<QualityCheck>();

    /// <summary>Washing and other work beside the stage.</summary>
    public DbSet<AfterWork> AfterWork => Set<AfterWork>();

    /// <summary>Times that were corrected.</summary>
    public DbSet<TimeCorrection> TimeCorrections => Set<TimeCorrection>();

    /// <summary>Appointments.</summary>
    public DbSet<Appointment> Appointments => Set<Appointment>();

    /// <summary>Moves of appointments.</summary>
    public DbSet<AppointmentMove> AppointmentMoves => Set<AppointmentMove>();

    /// <summary>Secret addresses of calendars.</summary>
    public DbSet<CalendarFeed> CalendarFeeds => Set<CalendarFeed>();

    /// <summary>Bays.</summary>
    public DbSet<Bay> Bays => Set<Bay>();

    /// <summary>Decisions.</summary>
    public DbSet<Decision> Decisions => Set<Decision>();

    /// <summary>Canned jobs.</summary>
    public DbSet<CannedJob> CannedJobs => Set<CannedJob>();

    /// <summary>Lines of canned jobs.</summary>
    public DbSet<CannedLine> CannedLines => Set<CannedLine>();

    /// <summary>Canned jobs that are offered.</summary>
    public IQueryable<CannedJob> OfferedCannedJobs => CannedJobs.Where(c => c.RemovedAt == null);

    /// <summary>Jobs that may take the place of others.</summary>
    public DbSet<CannedAlternative> CannedAlternatives => Set<CannedAlternative>();

    /// <summary>Sets of canned jobs.</summary>
    public DbSet<CannedSet> CannedSets => Set<CannedSet>();

    /// <summary>Discounts.</summary>
    public DbSet<GivenDiscount> Discounts => Set<GivenDiscount>();

    /// <summary>The shop's own labor guide.</summary>
    public DbSet<ShopLaborOperation> OwnOperations => Set<ShopLaborOperation>();

    /// <summary>What comes along with single parts.</summary>
    public DbSet<PartCompanion> PartCompanions => Set<PartCompanion>();

    /// <summary>Fees by name.</summary>
    public DbSet<FeeItem> Fees => Set<FeeItem>();

    /// <summary>Answers about cars.</summary>
    public DbSet<VehicleAnswer> VehicleAnswers => Set<VehicleAnswer>();

    /// <summary>Parts.</summary>
    public DbSet<Part> Parts => Set<Part>();

    /// <summary>Suppliers.</summary>
    public DbSet<Supplier> Suppliers => Set<Supplier>();

    /// <summary>Branches of suppliers.</summary>
    public DbSet<SupplierBranch> SupplierBranches => Set<SupplierBranch>();

    /// <summary>Suppliers whose service says prices and stock.</summary>
    public IQueryable<Supplier> AskedSuppliers => Suppliers.Where(s => s.Way == SupplierOrderWay.Electronic && s.RetiredAt == null);

    /// <summary>Purchase orders.</summary>
    public DbSet<PurchaseOrder> PurchaseOrders => Set<PurchaseOrder>();

    /// <summary>Lines of purchase orders.</summary>
    public DbSet<PurchaseOrderLine> PurchaseOrderLines => Set<PurchaseOrderLine>();

    /// <summary>Movements of stock.</summary>
    public DbSet<StockMovement> StockMovements => Set<StockMovement>();

    /// <summary>Counts of stock.</summary>
    public DbSet<StockCount> StockCounts => Set<StockCount>();

    /// <summary>Parts in counts of stock.</summary>
    public DbSet<StockCountLine> StockCountLines => Set<StockCountLine>();

    /// <summary>Suppliers' bills.</summary>
    public DbSet<SupplierBill> SupplierBills => Set<SupplierBill>();

    /// <summary>Suppliers' credit memos.</summary>
    public DbSet<SupplierCredit> SupplierCredits => Set<SupplierCredit>();

    /// <summary>Parts that technicians ask for.</summary>
    public DbSet<PartRequest> PartRequests => Set<PartRequest>();

    /// <summary>Work of sublet lines that is or was with vendors.</summary>
    public DbSet<SubletWork> SubletWork => Set<SubletWork>();

    /// <summary>Cores that go back to suppliers.</summary>
    public DbSet<OwedCore> OwedCores => Set<OwedCore>();

    /// <summary>Returns to suppliers.</summary>
    public DbSet<PartReturn> PartReturns => Set<PartReturn>();

    /// <summary>What goes back to suppliers.</summary>
    public DbSet<PartReturnLine> PartReturnLines => Set<PartReturnLine>();

    /// <summary>Parts that came.</summary>
    public DbSet<Receipt> Receipts => Set<Receipt>();

    /// <summary>Units of parts that came.</summary>
    public DbSet<ReceiptLine> ReceiptLines => Set<ReceiptLine>();

    /// <summary>Planned work.</summary>
    public DbSet<PlannedWork> PlannedWork => Set<PlannedWork>();

    /// <summary>Presence.</summary>
    public DbSet<Attendance> Attendances => Set<Attendance>();

    /// <summary>Clocked time.</summary>
    public DbSet<TimeEntry> TimeEntries => Set<TimeEntry>();

    /// <summary>Templates of inspections.</summary>
    public DbSet<InspectionTemplate> InspectionTemplates => Set<InspectionTemplate>();

    /// <summary>Inspections.</summary>
    public DbSet<Inspection> Inspections => Set<Inspection>();

    /// <summary>Points of inspections.</summary>
    public DbSet<InspectionPoint> InspectionPoints => Set<InspectionPoint>();

    /// <summary>Photos of points.</summary>
    public DbSet<PointPhoto> PointPhotos => Set<PointPhoto>();

    /// <summary>Findings. One that was rated good after all was withdrawn and is nobody's business any more.</summary>
    public IQueryable<Finding> Findings => FindingRecords.Where(f => f.WithdrawnAt == null);

    /// <summary>All findings ever recorded, withdrawn ones too.</summary>
    public DbSet<Finding> FindingRecords => Set<Finding>();

    /// <summary>Photos.</summary>
    public DbSet<Photo> Photos => Set<Photo>();

    /// <summary>Frozen copies of what customers were shown.</summary>
    public DbSet<StoredSnapshot> StoredSnapshots => Set<StoredSnapshot>();

    /// <summary>Managers' exceptions from the ceiling.</summary>
    public DbSet<CeilingException> CeilingExceptions => Set<CeilingException>();

    /// <summary>Links that customers got.</summary>
    public DbSet<ApprovalLink> ApprovalLinks => Set<ApprovalLink>();

    /// <summary>Links to documents.</summary>
    public DbSet<DocumentLink> DocumentLinks => Set<DocumentLink>();

    /// <summary>Messages to and from customers.</summary>
    public DbSet<Message> Messages => Set<Message>();

    /// <summary>Who does not want to be written to.</summary>
    public DbSet<MessagingConsent> MessagingConsents => Set<MessagingConsent>();

    /// <summary>Texts that are written often.</summary>
    public DbSet<MessageTemplate> MessageTemplates => Set<MessageTemplate>();

    /// <summary>What happened by itself.</summary>
    public DbSet<Notice> Notices => Set<Notice>();

    /// <summary>Reminders.</summary>
    public DbSet<Reminder> Reminders => Set<Reminder>();

    /// <summary>What the shop wants its measures to be.</summary>
    public DbSet<MeasureAim> MeasureAims => Set<MeasureAim>();

    /// <summary>Pages of measures that go out by email.</summary>
    public DbSet<MeasureMail> MeasureMails => Set<MeasureMail>();

    /// <summary>What invoices add to the shop's measures.</summary>
    public DbSet<SaleRecord> Sales => Set<SaleRecord>();

    /// <summary>Sets of reminders by kind of vehicle.</summary>
    public DbSet<ReminderSet> ReminderSets => Set<ReminderSet>();

    /// <summary>Services that customers book.</summary>
    public DbSet<BookingService> BookingServices => Set<BookingService>();

    /// <summary>What came in from outside by itself.</summary>
    public DbSet<OutsideRequest> OutsideRequests => Set<OutsideRequest>();

    /// <summary>Codes that were texted to customers on file.</summary>
    public DbSet<PhoneCode> PhoneCodes => Set<PhoneCode>();

    /// <summary>Vehicles that report to the shop.</summary>
    public DbSet<ConnectedCar> ConnectedCars => Set<ConnectedCar>();

    /// <summary>What was done to follow up.</summary>
    public DbSet<FollowUpAct> FollowUpActs => Set<FollowUpAct>();

    /// <summary>Phrases.</summary>
    public DbSet<Phrase> Phrases => Set<Phrase>();

    /// <summary>Signed check-in sheets.</summary>
    public DbSet<CheckInSheet> CheckInSheets => Set<CheckInSheet>();

    /// <summary>Files on customers, vehicles and orders.</summary>
    public DbSet<AttachedFile> Files => Set<AttachedFile>();

    /// <summary>The shop's own labels.</summary>
    public DbSet<Label> Labels => Set<Label>();

    /// <summary>Labels on records.</summary>
    public DbSet<LabelOn> LabelsOn => Set<LabelOn>();

    /// <summary>The shop's own fields.</summary>
    public DbSet<ExtraField> ExtraFields => Set<ExtraField>();

    /// <summary>What the shop's own fields hold.</summary>
    public DbSet<ExtraValue> ExtraValues => Set<ExtraValue>();

    /// <summary>Orders of a former program.</summary>
    public DbSet<FormerOrder> FormerOrders => Set<FormerOrder>();

    /// <summary>Files that are brought in.</summary>
    public DbSet<ImportRun> ImportRuns => Set<ImportRun>();

    /// <summary>Records that imports made.</summary>
    public DbSet<ImportedRecord> ImportedRecords => Set<ImportedRecord>();

    /// <summary>Invoices and credit notes.</summary>
    public DbSet<Invoice> Invoices => Set<Invoice>();

    /// <summary>Rights that single people have or have not, other than their role.</summary>
    public DbSet<StaffRight> StaffRights => Set<StaffRight>();

    /// <summary>Days on which people are away.</summary>
    public DbSet<Absence> Absences => Set<Absence>();

    /// <summary>How long what is known of customers is kept; at most one.</summary>
    public DbSet<RetentionPlan> RetentionPlans => Set<RetentionPlan>();

    /// <summary>Customers who asked to be forgotten.</summary>
    public DbSet<Erasure> Erasures => Set<Erasure>();

    /// <summary>Who had which customer on screen when.</summary>
    public DbSet<CustomerLook> CustomerLooks => Set<CustomerLook>();

    /// <summary>When and where to the shop is backed up: one row, or none yet.</summary>
    public DbSet<BackupPlan> BackupPlans => Set<BackupPlan>();

    /// <summary>Backups that were made, and those that failed.</summary>
    public DbSet<BackupRecord> BackupRecords => Set<BackupRecord>();

    /// <summary>Ways in for other programs.</summary>
    public DbSet<AccessToken> AccessTokens => Set<AccessToken>();

    /// <summary>Programs that are told when something happens.</summary>
    public DbSet<Webhook> Webhooks => Set<Webhook>();

    /// <summary>Messages to them.</summary>
    public DbSet<WebhookMessage> WebhookMessages => Set<WebhookMessage>();

    /// <summary>Links by which people choose a password.</summary>
    public DbSet<Invitation> Invitations => Set<Invitation>();

    /// <summary>Payments and refunds.</summary>
    public DbSet<Payment> Payments => Set<Payment>();

    /// <summary>Card charges.</summary>
    public DbSet<CardCharge> CardCharges => Set<CardCharge>();

    /// <summary>Deposits.</summary>
    public DbSet<Deposit> Deposits => Set<Deposit>();

    /// <summary>Lists as people narrowed them.</summary>
    public DbSet<SavedView> SavedViews => Set<SavedView>();

    /// <summary>Write-offs.</summary>
    public DbSet<Adjustment> Adjustments => Set<Adjustment>();

    /// <summary>Core charges whose old parts will never come.</summary>
    public DbSet<GivenUpCore> GivenUpCores => Set<GivenUpCore>();

    /// <summary>Taxes, and fees held for others, of invoices.</summary>
    public DbSet<InvoiceAmount> InvoiceAmounts => Set<InvoiceAmount>();

    /// <summary>The journal.</summary>
    public DbSet<JournalEntry> Journal => Set<JournalEntry>();

    /// <summary>Lines of the journal.</summary>
    public DbSet<JournalLine> JournalLines => Set<JournalLine>();

    /// <summary>What was remitted.</summary>
    public DbSet<Remittance> Remittances => Set<Remittance>();

    /// <summary>Counts of the cash drawer.</summary>
    public DbSet<CashCount> CashCounts => Set<CashCount>();

    /// <summary>What arrived at the bank.</summary>
    public DbSet<BankTransfer> BankTransfers => Set<BankTransfer>();

    /// <summary>Accounts of the books that the shop named itself.</summary>
    public DbSet<LedgerName> LedgerNames => Set<LedgerName>();

    /// <summary>Others than the customer who pay on an order.</summary>
    public DbSet<OrderPayer> OrderPayers => Set<OrderPayer>();
}
