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
    ) =>
        HeadOf(order, parties, shop, kind, number, localNow) with
        {
            Concerns = order
                .Concerns.OrderBy(c => c.Position)
                .Select(c => new DocumentConcern(
                    c.Complaint,
                    DocumentRows.GoesOn(kind, c.CauseVisibility) ? c.Cause : "",
                    DocumentRows.IsAhead(kind) ? "" : c.Correction
                ))
                .ToList(),
            Jobs = DocumentRows.Jobs(order, result, kind, shop.Currency),
            NotDone = DocumentRows.NotDone(order, shop),
            Totals = [.. DocumentRows.Totals(result), .. kind == DocumentKind.Estimate ? DocumentRows.Shares(order, result) : []],
            Consent = DocumentRows.Consent(order, shop),
            Terms = shop.Terms,
            Validity = kind == DocumentKind.Estimate ? ValidityOf(shop, overrun, localNow) : "",
            Acknowledged = DocumentRows.Acknowledged(order, shop),
        };

    /// <summary>A document that names shop, customer and car, and says nothing of the work yet.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer with phones, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="kind">What it is.</param>
    /// <param name="number">The document's number.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument HeadOf(
        Order order,
        DocumentParties parties,
        Shop shop,
        DocumentKind kind,
        long number,
        LocalDateTime localNow
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
            Concerns = [],
            Jobs = [],
            NotDone = [],
            Totals = [],
            Consent = [],
            Terms = "",
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
}
