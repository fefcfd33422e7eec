using Yardstick.Core.Approval;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;

namespace Yardstick.Server.Orders;

/// <summary>The order sheet as the counter sees it. Amounts are decimals in the shop's currency, as Core gave them.</summary>
public sealed record SheetView
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }
    /// <summary>Number.</summary>
    public required long Number { get; init; }
    /// <summary>Version, to be sent with changes of the header.</summary>
    public required int Version { get; init; }
    /// <summary>Title.</summary>
    public required string Title { get; init; }
    /// <summary>Open or posted.</summary>
    public required OrderState State { get; init; }
    /// <summary>Sold over the counter.</summary>
    public required bool CounterSale { get; init; }
    /// <summary>Customer.</summary>
    public required SheetCustomer? Customer { get; init; }
    /// <summary>Vehicle.</summary>
    public required SheetVehicle? Vehicle { get; init; }
    /// <summary>Who writes.</summary>
    public required string Writer { get; init; }
    /// <summary>Who leads.</summary>
    public required long? LeadId { get; init; }
    /// <summary>The estimate as it was sent last; null where it never was.</summary>
    public required SheetSent? Sent { get; init; }
    /// <summary>Messages from the customer that nobody saw yet.</summary>
    public required int UnseenMessages { get; init; }
    /// <summary>How the order ended without an invoice, or that it is void, in words; empty for any other.</summary>
    public required string Ended { get; init; }
    /// <summary>A manager let the work past the ceiling, in words; empty where nobody did.</summary>
    public required string CeilingLetPast { get; init; }
    /// <summary>Stage.</summary>
    public required Stage Stage { get; init; }
    /// <summary>Since when, UTC.</summary>
    public required DateTime StageSince { get; init; }
    /// <summary>Promised, wall time.</summary>
    public required DateTime? PromisedAt { get; init; }
    /// <summary>Whether the promise holds.</summary>
    public required PromiseState PromiseState { get; init; }
    /// <summary>Key tag.</summary>
    public required string KeyTag { get; init; }
    /// <summary>Odometer at arrival.</summary>
    public required int? OdometerIn { get; init; }
    /// <summary>Odometer at the end.</summary>
    public required int? OdometerOut { get; init; }
    /// <summary>The customer waits here.</summary>
    public required bool CustomerWaits { get; init; }
    /// <summary>Who writes.</summary>
    public required long WriterId { get; init; }
    /// <summary>Comes before others.</summary>
    public required bool First { get; init; }
    /// <summary>The owner wants the old parts back.</summary>
    public required bool OldPartsBack { get; init; }
    /// <summary>To be washed when the work is done.</summary>
    public required bool WashingWanted { get; init; }
    /// <summary>Where the keys are.</summary>
    public required string KeysAt { get; init; }
    /// <summary>Where the car is.</summary>
    public required string CarAt { get; init; }
    /// <summary>When the car came or is to come, wall time.</summary>
    public required DateTime? ArrivesAt { get; init; }
    /// <summary>Whom to talk to about it.</summary>
    public required SheetContact? Contact { get; init; }
    /// <summary>Which site it is for.</summary>
    public required SheetSite? Site { get; init; }
    /// <summary>Labels of the shop's own.</summary>
    public required IReadOnlyList<string> Labels { get; init; }
    /// <summary>Files on the order.</summary>
    public required int Files { get; init; }
    /// <summary>Check-in sheets that were signed.</summary>
    public required int CheckIns { get; init; }
    /// <summary>Concerns.</summary>
    public required IReadOnlyList<SheetConcern> Concerns { get; init; }
    /// <summary>Jobs.</summary>
    public required IReadOnlyList<SheetJob> Jobs { get; init; }
    /// <summary>Totals of approved and proposed work.</summary>
    public required SheetFigures Figures { get; init; }
    /// <summary>The ceiling, if there was a decision.</summary>
    public required SheetConsent? Consent { get; init; }
    /// <summary>Hours finished of hours approved, 0 to 1.</summary>
    public required decimal Progress { get; init; }
    /// <summary>What was found.</summary>
    public required IReadOnlyList<FindingView> Findings { get; init; }
    /// <summary>The posted invoice that stands, if there is one.</summary>
    public required SheetInvoice? Invoice { get; init; }
    /// <summary>True when a newer policy is in force than the one that priced the order.</summary>
    public required bool PolicyIsOlder { get; init; }
    /// <summary>Labor rate of all its work where it has one of its own.</summary>
    public required string LaborRate { get; init; }
    /// <summary>Names of the policy's labor rates.</summary>
    public required IReadOnlyList<string> RateNames { get; init; }
    /// <summary>Discounts of the whole order.</summary>
    public required IReadOnlyList<SheetDiscount> Discounts { get; init; }
}

/// <summary>The customer on a sheet.</summary>
public sealed record SheetCustomer(long Id, string Name, string Phone, string Alert, int Visits, DateTime? Since);

/// <summary>Whom to talk to about an order.</summary>
public sealed record SheetContact(long Id, string Name, string Phone);

/// <summary>The site that an order is for.</summary>
public sealed record SheetSite(long Id, string Name);

/// <summary>The vehicle on a sheet.</summary>
public sealed record SheetVehicle(long Id, string Plate, string Description, string Vin, string Color, string Warning, int? LastReading, DateTime? LastReadingAt, string PhotoHash);

/// <summary>A concern on a sheet.</summary>
public sealed record SheetConcern(long Id, string Says, string Found, string Corrected, int Version);

/// <summary>A job on a sheet.</summary>
public sealed record SheetJob
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }
    /// <summary>Title.</summary>
    public required string Title { get; init; }
    /// <summary>One price for the work.</summary>
    public required decimal? FixedPrice { get; init; }
    /// <summary>Latest decision.</summary>
    public required DecisionKind Decision { get; init; }
    /// <summary>The decision in words: how, when, who.</summary>
    public required string DecisionText { get; init; }
    /// <summary>Leaving it undone is not safe.</summary>
    public required bool IsUnsafe { get; init; }
    /// <summary>The customer may leave lines of it out.</summary>
    public required bool LinesOpen { get; init; }
    /// <summary>Who pays.</summary>
    public required Payer Payer { get; init; }
    /// <summary>The payer's name where it is not the customer.</summary>
    public required string PayerName { get; init; }
    /// <summary>Who pays, in words; empty for the customer.</summary>
    public required string PayerWords { get; init; }
    /// <summary>What is credited when its repair is approved, as it is typed.</summary>
    public required string Credit { get; init; }
    /// <summary>Keys of the jobs that are its repair; empty for all work that came after it.</summary>
    public required IReadOnlyList<long> CreditFor { get; init; }
    /// <summary>What changed since the customer approved it, in words.</summary>
    public required IReadOnlyList<string> ChangedSince { get; init; }
    /// <summary>The order of another visit that it went to.</summary>
    public required long? AnotherVisitOrderId { get; init; }
    /// <summary>How far it is.</summary>
    public required JobProgress Progress { get; init; }
    /// <summary>Amount before discounts.</summary>
    public required decimal Subtotal { get; init; }
    /// <summary>What it adds to the total.</summary>
    public required decimal AddsToTotal { get; init; }
    /// <summary>Hours sold.</summary>
    public required decimal Hours { get; init; }
    /// <summary>Hours clocked.</summary>
    public required decimal ClockedHours { get; init; }
    /// <summary>Names of those on its clock.</summary>
    public required IReadOnlyList<string> OnTheClock { get; init; }
    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }
    /// <summary>Version.</summary>
    public required int Version { get; init; }
    /// <summary>Its lines.</summary>
    public required IReadOnlyList<SheetLine> Lines { get; init; }
    /// <summary>What came along.</summary>
    public required IReadOnlyList<SheetCompanion> Companions { get; init; }
    /// <summary>Who is to do it.</summary>
    public required long? TechnicianId { get; init; }
    /// <summary>Its labor rate where it has one of its own: a name or a number.</summary>
    public required string LaborRate { get; init; }
    /// <summary>What it counts: tire, axle, cylinder; empty where it does not scale.</summary>
    public required string CountUnit { get; init; }
    /// <summary>How many of them.</summary>
    public required decimal Count { get; init; }
    /// <summary>What the customer reads besides the title.</summary>
    public required string CustomerText { get; init; }
    /// <summary>What the technician ticks off.</summary>
    public required IReadOnlyList<string> Checklist { get; init; }
    /// <summary>Where it came from, in words; empty where it was written by hand.</summary>
    public required string OriginText { get; init; }
    /// <summary>Its discounts and those of its lines.</summary>
    public required IReadOnlyList<SheetDiscount> Discounts { get; init; }
    /// <summary>Its share of the discounts on everything.</summary>
    public required decimal OrderDiscountShare { get; init; }
}

/// <summary>A discount on a sheet.</summary>
/// <param name="Id">Key.</param>
/// <param name="LineId">The line that it is on; null for one on the job or the order.</param>
/// <param name="Text">It describes itself.</param>
/// <param name="Reason">Why it was given.</param>
/// <param name="By">Who gave it.</param>
/// <param name="Amount">What it takes.</param>
public sealed record SheetDiscount(long Id, long? LineId, string Text, string Reason, string By, decimal Amount);

/// <summary>A line on a sheet.</summary>
public sealed record SheetLine
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }
    /// <summary>Kind.</summary>
    public required LineKind Kind { get; init; }
    /// <summary>Text.</summary>
    public required string Description { get; init; }
    /// <summary>Number or code.</summary>
    public required string Number { get; init; }
    /// <summary>Hours, of labor.</summary>
    public required decimal? Hours { get; init; }
    /// <summary>Units, of parts and fees.</summary>
    public required decimal? Quantity { get; init; }
    /// <summary>Price of one unit, or the labor rate.</summary>
    public required decimal? Each { get; init; }
    /// <summary>The policy's price where somebody set another.</summary>
    public required decimal? PolicyPrice { get; init; }
    /// <summary>True where somebody set the price.</summary>
    public required bool Overridden { get; init; }
    /// <summary>Cost each, for those who may see it.</summary>
    public required decimal? UnitCost { get; init; }
    /// <summary>Amount before discounts.</summary>
    public required decimal Amount { get; init; }
    /// <summary>Core deposit.</summary>
    public required decimal Core { get; init; }
    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }
    /// <summary>Switched out.</summary>
    public required bool Out { get; init; }
    /// <summary>Unit in which the part is counted; empty for pieces.</summary>
    public required string Unit { get; init; }
    /// <summary>Hours after overlap where they are fewer.</summary>
    public required decimal? ReducedTo { get; init; }
    /// <summary>Why they are fewer, in words.</summary>
    public required string ReducedBy { get; init; }
    /// <summary>It keeps its full time, whatever it overlaps with.</summary>
    public required bool KeepsTime { get; init; }
    /// <summary>Hours by the guide.</summary>
    public required decimal? GuideHours { get; init; }
    /// <summary>Labor rate of its own: a name or a number.</summary>
    public required string RateName { get; init; }
    /// <summary>Labor or sublet at an amount that stands by itself; null where it is built up.</summary>
    public required decimal? Price { get; init; }
    /// <summary>Who does it.</summary>
    public required long? TechnicianId { get; init; }
    /// <summary>The quantity before the facts corrected it.</summary>
    public required decimal? GenericQuantity { get; init; }
    /// <summary>Core charge of one, where the part has one.</summary>
    public required decimal CoreEach { get; init; }
    /// <summary>Old parts handed in.</summary>
    public required decimal CoresReturned { get; init; }
    /// <summary>Units that are here for this line.</summary>
    public required decimal Received { get; init; }
    /// <summary>Brand and quality of its part.</summary>
    public required string Brand { get; init; }
    /// <summary>What its part is in the words of the catalogs.</summary>
    public required string PartType { get; init; }
    /// <summary>True where it has neither stock nor supplier, or neither time nor amount.</summary>
    public required bool Unsourced { get; init; }
    /// <summary>A note that stays in the shop.</summary>
    public required string NoteInside { get; init; }
    /// <summary>A note that the customer reads.</summary>
    public required string NoteForCustomer { get; init; }
    /// <summary>Whether that note goes out.</summary>
    public required Release NoteRelease { get; init; }
    /// <summary>Photos on it.</summary>
    public required int Photos { get; init; }
    /// <summary>Why its price was set by hand.</summary>
    public required string OverrideReason { get; init; }
    /// <summary>Who set it.</summary>
    public required string OverrideBy { get; init; }
    /// <summary>Where it came from, in a word.</summary>
    public required string Origin { get; init; }
    /// <summary>Where its part is.</summary>
    public required string State { get; init; }
    /// <summary>proposed, stock, needed, ordered, trouble, received; empty for others.</summary>
    public required string StateCode { get; init; }
    /// <summary>When its part comes, UTC.</summary>
    public required DateTime? ExpectedAt { get; init; }
    /// <summary>Version.</summary>
    public required int Version { get; init; }
}

/// <summary>Something that comes along with a job's parts, or would.</summary>
public sealed record SheetCompanion
{
    /// <summary>Code of the policy's rule.</summary>
    public required string Code { get; init; }
    /// <summary>What the customer reads.</summary>
    public required string Label { get; init; }
    /// <summary>Labor, Part or Fee.</summary>
    public required string Kind { get; init; }
    /// <summary>Category of the parts that call it.</summary>
    public required string Category { get; init; }
    /// <summary>Units.</summary>
    public required decimal Quantity { get; init; }
    /// <summary>Price of one unit.</summary>
    public required decimal Each { get; init; }
    /// <summary>The policy's price where somebody set another.</summary>
    public required decimal? PolicyPrice { get; init; }
    /// <summary>True where somebody set the quantity, so that it no longer follows the parts.</summary>
    public required bool QuantitySet { get; init; }
    /// <summary>Amount before discounts.</summary>
    public required decimal Amount { get; init; }
    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }
    /// <summary>True where it was waived and does not come along.</summary>
    public required bool Waived { get; init; }
}

/// <summary>Totals on a sheet.</summary>
public sealed record SheetFigures(decimal Labor, decimal Parts, decimal Sublet, decimal Fees, decimal Core, decimal Supplies, decimal Discounts,
    IReadOnlyList<SheetTax> Taxes, decimal Tax, bool TaxesInside, decimal Total, decimal? MarginPercent, decimal? Profit, decimal Hours, decimal? MarginAim,
    decimal? EffectiveRate, decimal? EffectiveRateAim);

/// <summary>A tax on a sheet.</summary>
public sealed record SheetTax(string Code, decimal Base, decimal Amount);

/// <summary>The ceiling on a sheet.</summary>
public sealed record SheetConsent(decimal Agreed, decimal Allowed, decimal ApprovedTotal, CeilingState Ceiling);

/// <summary>A finding.</summary>
public sealed record FindingView(long Id, string Text, decimal? Measured, string Unit, Rating Rating, string? PhotoHash, string By, DateTime At);

/// <summary>The invoice of a posted order.</summary>
public sealed record SheetInvoice(long Id, long Number, DateTime PostedAt, decimal Total, decimal Paid, decimal Balance);

/// <summary>An estimate that was sent.</summary>
/// <param name="At">Sent, UTC.</param>
/// <param name="SeenAt">First opened by the customer, UTC.</param>
/// <param name="AnsweredAt">Answered, UTC.</param>
/// <param name="State">What its link is good for now.</param>
public sealed record SheetSent(DateTime At, DateTime? SeenAt, DateTime? AnsweredAt, LinkState State);
