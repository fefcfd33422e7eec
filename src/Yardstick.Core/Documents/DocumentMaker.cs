using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime.Serialization.SystemTextJson;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;

namespace Yardstick.Core.Documents;

/// <summary>Makes documents of orders.</summary>
public static class DocumentMaker
{
    /// <summary>How frozen documents are kept.</summary>
    public static readonly JsonSerializerOptions Json = new JsonSerializerOptions(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter() },
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    /// <summary>Reads a frozen document.</summary>
    public static ShopDocument Read(string frozen) => JsonSerializer.Deserialize<ShopDocument>(frozen, Json)!;

    /// <summary>The document of an order as it is priced.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer with phones, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="result">The order's figures.</param>
    /// <param name="kind">Estimate or invoice.</param>
    /// <param name="number">The document's number.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument OfOrder(
        Order order,
        DocumentParties parties,
        Shop shop,
        PricingResult result,
        DocumentKind kind,
        long number,
        LocalDateTime localNow,
        OverrunRule? overrun = null
    )
    {
        var (customer, vehicle, writer) = parties;
        var distance = shop.DistanceWord;
        return new ShopDocument
        {
            Kind = kind,
            Number = number,
            OrderNumber = order.Number,
            Date = localNow,
            ShopName = shop.Name,
            ShopAddress = shop.Address,
            ShopContact = kind is DocumentKind.Invoice or DocumentKind.CreditNote ? shop.ContactOnInvoice : shop.Contact,
            LogoHash = shop.LogoHash,
            Currency = shop.Currency,
            CustomerName = customer?.DisplayName ?? "Counter sale",
            CustomerAddress = AddressOf(customer, shop),
            Vehicle = vehicle?.Description ?? "",
            Plate = vehicle?.Plate.Text ?? "",
            Vin = vehicle?.Vin.Text ?? "",
            Odometer = order.OdometerIn is { } reading
                ? Invariant($"{reading:N0} {distance} in") + (order.OdometerOut is { } gone ? Invariant($", {gone:N0} out") : "")
                : "",
            Writer = writer,
            Concerns = order
                .Concerns.OrderBy(c => c.Position)
                .Select(c => new DocumentConcern(
                    c.Complaint,
                    GoesOn(kind, c.CauseVisibility) ? c.Cause : "",
                    IsAhead(kind) ? "" : c.Correction
                ))
                .ToList(),
            Jobs = Jobs(order, result, kind, shop.Currency),
            NotDone = NotDone(order, shop),
            Totals = [.. Totals(result), .. kind == DocumentKind.Estimate ? Shares(order, result) : []],
            Consent = Consent(order, shop),
            Terms = shop.Terms,
            Validity = kind == DocumentKind.Estimate ? ValidityOf(shop, overrun, localNow) : "",
            Acknowledged = order
                .Decisions.Where(d => d.Acknowledged.Length > 0 && order.Jobs.Exists(j => j.Id == d.JobId && j.Decision == d.Kind))
                .OrderBy(d => d.At)
                .Select(d =>
                    Invariant(
                        $"{shop.Local(d.At):MMM d, yyyy} {shop.Local(d.At).Clock()}, {d.DecidedBy}{(d.SignatureHash.Length > 0 ? ", signed" : "")}, on \"{order.Jobs.First(j => j.Id == d.JobId).Title}\": {d.Acknowledged}"
                    )
                )
                .ToList(),
        };
    }

    /// <summary>How long an estimate holds, and how far its work may grow: the shop's own limit, and no other promise.</summary>
    private static string ValidityOf(Shop shop, OverrunRule? overrun, LocalDateTime localNow)
    {
        var limit = Ceiling.Words(overrun, shop.Currency) is { Length: > 0 } words ? $"by more than {words}" : "past what you approved";
        return Invariant(
            $"This estimate is good until {shop.ValidUntil(localNow):MMMM d, yyyy}. Work begins only after you agree to it. If it grows {limit}, we ask you again before we go on."
        );
    }

    /// <summary>What a technician works by: approved jobs with hours, parts and checklists, and nowhere a price.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="result">The order's figures, of approved work; its amounts are left out.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument OfWorkOrder(Order order, DocumentParties parties, Shop shop, PricingResult result, LocalDateTime localNow)
    {
        var document = OfOrder(order, parties, shop, result, DocumentKind.WorkOrder, order.Number, localNow);
        var jobs = order
            .OnJobs.Zip(result.Jobs, (job, figures) => (job, figures))
            .Where(x => x.figures.Included)
            .Select(x => x.job)
            .ToList();
        return document with
        {
            // The bench needs no telephone of the customer.
            CustomerAddress = "",
            Totals = [],
            Consent = [],
            Terms = "",
            Acknowledged = [],
            NotDone = [],
            Handling = new[]
            {
                order.PromisedAt is { } at ? Invariant($"Promised {at:dddd, MMMM d} at {at.Clock()}") : "",
                order.KeyTag.Length > 0 ? $"Key tag {order.KeyTag}" : "",
                order.CarAt.Length > 0 ? $"Parked at {order.CarAt}" : "",
                order.OldPartsBack ? "Return old parts to customer" : "",
                order.WashingWanted ? "Wash before pickup" : "",
                order.CustomerWaits ? "Customer waiting" : "",
            }
                .Where(t => t.Length > 0)
                .ToList(),
            Jobs = document
                .Jobs.Zip(jobs, (shown, job) =>
                    shown with
                    {
                        Amount = 0,
                        Lines = shown
                            .Lines.Where(l => l.Kind is not (DocumentLineKind.Fee or DocumentLineKind.Core or DocumentLineKind.Discount))
                            .Select(l => l with { Each = null, Amount = null })
                            .ToList(),
                        Checklist = job.Checklist,
                    }
                )
                .ToList(),
        };
    }

    /// <summary>What is signed when the car goes: which car, its keys, what was done, and what is owed still.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="result">The order's figures, of approved work; its amounts are left out.</param>
    /// <param name="invoiceNumber">Number of its invoice.</param>
    /// <param name="balance">What of the invoice is not paid yet.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument OfReleaseSlip(
        Order order,
        DocumentParties parties,
        Shop shop,
        PricingResult result,
        long invoiceNumber,
        Money balance,
        LocalDateTime localNow
    )
    {
        var document = OfOrder(order, parties, shop, result, DocumentKind.ReleaseSlip, order.Number, localNow);
        return document with
        {
            Concerns = [],
            Totals = [],
            Consent = [],
            Terms = "",
            Acknowledged = [],
            Handling = new[]
            {
                balance.Cents > 0
                    ? $"Invoice {invoiceNumber}: {balance.In(shop.Currency)} is the balance due"
                    : $"Invoice {invoiceNumber} is paid",
                order.KeyTag.Length > 0 ? $"Key tag {order.KeyTag}{(order.KeysAt.Length > 0 ? $", keys {order.KeysAt}" : "")}" : "",
                order.CarAt.Length > 0 ? $"Parked at {order.CarAt}" : "",
                order.OldPartsBack ? "Old parts returned with vehicle" : "",
            }
                .Where(t => t.Length > 0)
                .ToList(),
            Jobs = document.Jobs.Select(j => j with { Amount = 0, Lines = [], Text = "" }).ToList(),
        };
    }

    /// <summary>What was found, as far as it was released for the customer.</summary>
    public static ShopDocument OfInspection(
        Order order,
        DocumentParties parties,
        Shop shop,
        PricingResult result,
        IEnumerable<Inspections.Finding> findings,
        LocalDateTime localNow
    ) =>
        OfOrder(order, parties, shop, result, DocumentKind.Inspection, order.Number, localNow) with
        {
            Jobs = [],
            Totals = [],
            Consent = [],
            NotDone = [],
            Acknowledged = [],
            Findings = Found(findings),
        };

    /// <summary>Findings in the customer's words, the most urgent first.</summary>
    public static IReadOnlyList<DocumentFinding> Found(IEnumerable<Inspections.Finding> findings) =>
        findings
            .Where(f => f.Release == CustomerVisibility.Shown)
            .OrderByDescending(f => f.Rating)
            .ThenBy(f => f.Id)
            .Select(f => new DocumentFinding(
                f.ForCustomer,
                f.Rating.ToString().ToLowerInvariant(),
                f.MeasuredWords,
                f.PhotoHash,
                f.IsUnpriced
            ))
            .ToList();

    /// <summary>
    /// What the owner signs when the car comes; who signs, the photos and the marks on the car are added with the signature.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer with phones, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="localNow">Wall time.</param>
    public static CheckInDocument OfCheckIn(Order order, DocumentParties parties, Shop shop, LocalDateTime localNow)
    {
        var (customer, vehicle, writer) = parties;
        return new CheckInDocument
        {
            OrderNumber = order.Number,
            Date = localNow,
            ShopName = shop.Name,
            ShopAddress = shop.Address,
            ShopContact = shop.Contact,
            LogoHash = shop.LogoHash,
            CustomerName = customer?.DisplayName ?? "Counter sale",
            CustomerAddress = AddressOf(customer, shop),
            Vehicle = vehicle?.Description ?? "",
            Plate = vehicle?.Plate.Text ?? "",
            Vin = vehicle?.Vin.Text ?? "",
            Odometer = order.OdometerIn is { } reading ? Invariant($"{reading:N0} {shop.DistanceWord}") : "",
            Promise = order.PromisedAt is { } at ? Invariant($"{at:MMMM d, yyyy} by {at.Clock()}") : "",
            Writer = writer,
            Concerns = order.Concerns.OrderBy(c => c.Position).Select(c => c.Complaint).ToList(),
            Agreed = new[]
            {
                order.OldPartsBack ? "Customer wants old parts returned." : "Old parts may be discarded.",
                order.WashingWanted ? "Wash before pickup." : "",
                order.CustomerWaits ? "Customer waiting." : "",
                order.KeyTag.Length > 0 ? $"Key tag {order.KeyTag}{(order.KeysAt.Length > 0 ? $", keys {order.KeysAt}" : "")}." : "",
            }
                .Where(t => t.Length > 0)
                .ToList(),
            Condition = "",
            Terms = shop.CheckInTerms,
            SignedBy = "",
            PhotoHashes = [],
        };
    }

    private static string AddressOf(Customer? customer, Shop shop) =>
        string.Join(
            '\n',
            new[]
            {
                customer?.Address ?? "",
                customer?.Phones.Count > 0 ? new PhoneNumber(customer.Phones[0].Number).Shown(shop.Country) : "",
            }.Where(t => t.Length > 0)
        );

    /// <summary>What comes before the work: it says nothing that nobody looked at.</summary>
    private static bool IsAhead(DocumentKind kind) => kind is DocumentKind.Estimate or DocumentKind.Inspection;

    /// <summary>
    /// Whether what was written goes on a document: before the work only what was released. The bill tells everything that nobody kept
    /// inside, for cause and correction belong on it; the technician reads all.
    /// </summary>
    private static bool GoesOn(DocumentKind kind, CustomerVisibility release) =>
        IsAhead(kind) ? release == CustomerVisibility.Shown : kind == DocumentKind.WorkOrder || release != CustomerVisibility.KeptInside;

    private static List<DocumentJob> Jobs(Order order, PricingResult result, DocumentKind kind, string currency)
    {
        var jobs = new List<DocumentJob>();
        foreach (var job in order.OnJobs)
        {
            var figures = result.Of(job);
            if (!figures.Included)
                continue;
            var lines = new List<DocumentLine>();
            var pricedLines = OrderPricing.PricedLines(job).ToList();
            foreach (var line in job.OnLines)
            {
                var priced = figures.Of(line);
                if (line.IsExcluded)
                    continue;
                var fixedPrice = job.FixedPrice is not null && line.Kind is not LineKind.Fee;
                lines.Add(
                    new DocumentLine(
                        KindOf(line.Kind),
                        line.Description,
                        (line as PartLine)?.Number ?? "",
                        QuantityOf(line, priced),
                        fixedPrice || line.Kind == LineKind.Labor ? null : priced?.UnitPrice,
                        fixedPrice ? null : priced?.Amount
                    )
                    {
                        Index = line.IsPriced ? pricedLines.IndexOf(line) : null,
                        Note =
                            kind == DocumentKind.WorkOrder
                                ? string.Join(" · ", new[] { line.NoteInside, line.NoteForCustomer }.Where(n => n.Length > 0))
                            : GoesOn(kind, line.NoteVisibility) ? line.NoteForCustomer
                            : "",
                    }
                );
                if (priced is { Core: not 0 })
                    lines.Add(new DocumentLine(DocumentLineKind.Core, $"Core charge, {line.Description}", "", "", null, priced.Core));
            }
            foreach (var companion in figures.Companions)
                lines.Add(
                    new DocumentLine(
                        KindOf(companion.Rule.Kind),
                        companion.Rule.Label ?? companion.Rule.Code,
                        "",
                        Invariant($"{companion.Quantity:0.###}"),
                        companion.Each,
                        OrderPricing.Gross(companion)
                    )
                );
            lines.AddRange(Discounts(order, job, figures, currency));
            jobs.Add(new DocumentJob(job.Title, figures.Subtotal, lines) { Key = OrderPricing.JobKey(job), Text = job.CustomerText });
        }
        return jobs;
    }

    /// <summary>
    /// Discounts as rows of a job: those of its lines, its own, and its share of those on everything, so that the rows add up to what the
    /// job comes to.
    /// </summary>
    private static IEnumerable<DocumentLine> Discounts(Order order, Job job, JobFigures figures, string currency)
    {
        static DocumentLine Row(string text, decimal amount) => new(DocumentLineKind.Discount, text, "", "", null, -amount);
        foreach (var line in OrderPricing.PricedLines(job))
        {
            if (order.DiscountOf(line) is { } discount && figures.Of(line)!.Discount is var taken and not 0)
                yield return Row(discount.TextOff(line.Description, currency), taken);
        }
        foreach (var (discount, taken) in order.DiscountsOf(job).Zip(figures.DiscountsTaken))
        {
            if (taken != 0)
                yield return Row(discount.TextIn(currency), taken);
        }
        if (OrderPricing.ShareOfOrderDiscounts(order, job, figures) is var share and > 0)
            yield return Row($"Share of {string.Join(" and ", order.OwnDiscounts.Select(d => d.TextIn(currency)))}", share);
    }

    internal static string QuantityOf(Line line, LineFigures? priced) =>
        line is LaborLine
            ? line.IsExcluded
                ? ""
                : string.Create(CultureInfo.InvariantCulture, $"{priced!.Hours:0.##} h")
            : string.Create(CultureInfo.InvariantCulture, $"{line.Count:0.###}");

    private static List<string> NotDone(Order order, Shop shop)
    {
        var distance = shop.DistanceWord;
        return order
            .OnJobs.Where(j => j.Decision is DecisionKind.Declined or DecisionKind.Deferred)
            .Select(j =>
                j.Decision == DecisionKind.Declined
                    ? $"{j.Title}: declined"
                    : $"{j.Title}: deferred"
                        + (j.DeferUntil is { } day ? Invariant($" until {day:MMMM d, yyyy}") : "")
                        + (j.DeferAtReading is { } reading ? Invariant($" or {reading:N0} {distance}") : "")
            )
            .ToList();
    }

    private static List<DocumentAmount> Totals(PricingResult result)
    {
        var totals = new List<DocumentAmount>();
        void Add(string label, decimal amount)
        {
            if (amount != 0)
                totals.Add(new DocumentAmount(label, amount));
        }
        Add("Labor", result.Labor);
        Add("Parts", result.Parts);
        Add("Sublet", result.Sublet);
        Add("Fees", result.Fees);
        Add("Core charges", result.Core);
        Add("Shop supplies", result.Supplies);
        foreach (var tax in result.Taxes)
            Add($"{(result.TaxesInside ? "Tax included" : "Tax")}, {tax.Code.ToLowerInvariant()}", tax.Amount);
        totals.Add(new DocumentAmount("Total", result.Total));
        return totals;
    }

    /// <summary>Where others pay too: what each takes of the total, and what is left for the customer.</summary>
    private static IEnumerable<DocumentAmount> Shares(Order order, PricingResult result) =>
        result.Payers.Count == 0
            ? []
            :
            [
                .. result
                    .Payers.Where(p => p.Key.Length > 0)
                    .Select(p => new DocumentAmount(
                        $"Paid by {order.Payers.Find(a => OrderPricing.PayerKey(a.CustomerId) == p.Key)?.Name ?? "the shop"}",
                        -(p.Total + p.Deductible)
                    )),
                new DocumentAmount("You pay", result.CustomerDue),
            ];

    private static List<string> Consent(Order order, Shop shop) =>
        order
            .Decisions.Where(d => d.Kind == DecisionKind.Approved)
            .GroupBy(d => (d.At, d.DecidedBy, d.Channel))
            .OrderBy(g => g.Key.At)
            .Select(g =>
                Invariant(
                    $"{shop.Local(g.Key.At):MMM d, yyyy} {shop.Local(g.Key.At).Clock()}: {g.Key.DecidedBy} approved a total of {g.Last().AmountAgreed.In(shop.Currency)} {Channel(g.Key.Channel)}."
                )
            )
            .ToList();

    private static string Channel(AnswerChannel channel) =>
        channel switch
        {
            AnswerChannel.InPerson => "in person",
            AnswerChannel.Phone => "by phone",
            AnswerChannel.Message => "by text or email",
            _ => "online",
        };

    internal static DocumentLineKind KindOf(LineKind kind) =>
        kind switch
        {
            LineKind.Labor => DocumentLineKind.Labor,
            LineKind.Part => DocumentLineKind.Part,
            LineKind.Sublet => DocumentLineKind.Sublet,
            LineKind.Fee => DocumentLineKind.Fee,
            _ => DocumentLineKind.Text,
        };

    private static DocumentLineKind KindOf(AmountKind kind) => Enum.Parse<DocumentLineKind>(kind.ToString());
}
