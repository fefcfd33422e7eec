using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Documents;

/// <summary>Rows of documents: jobs with their lines, totals, what was not done, who agreed to what.</summary>
internal static class DocumentRows
{
    /// <summary>Who acknowledged what of work that stands as it was decided, signed or not.</summary>
    internal static List<string> Acknowledged(Order order, Shop shop) =>
        order
            .Decisions.Where(d => d.Acknowledged.Length > 0 && order.Jobs.Exists(j => j.Id == d.JobId && j.Decision == d.Kind))
            .OrderBy(d => d.At)
            .Select(d =>
                Invariant(
                    $"{shop.Local(d.At):MMM d, yyyy} {shop.Local(d.At).Clock()}, {d.DecidedBy}{(d.SignatureHash.Length > 0 ? ", signed" : "")}, on \"{order.Jobs.First(j => j.Id == d.JobId).Title}\": {d.Acknowledged}"
                )
            )
            .ToList();

    /// <summary>What comes before the work: it says nothing that nobody looked at.</summary>
    internal static bool IsAhead(DocumentKind kind) => kind is DocumentKind.Estimate or DocumentKind.Inspection;

    /// <summary>
    /// Whether what was written goes on a document: before the work only what was released. The bill tells everything that nobody kept
    /// inside, for cause and correction belong on it; the technician reads all.
    /// </summary>
    internal static bool GoesOn(DocumentKind kind, CustomerVisibility release) =>
        IsAhead(kind) ? release == CustomerVisibility.Shown : kind == DocumentKind.WorkOrder || release != CustomerVisibility.KeptInside;

    internal static List<DocumentJob> Jobs(Order order, PricingResult result, DocumentKind kind, string currency)
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
            jobs.Add(new DocumentJob(job.Title, figures.Subtotal, lines) { Key = OrderPricing.JobKey(job), Text = TextOf(job) });
        }
        return jobs;
    }

    /// <summary>What the customer reads below a job's title: the shop's words, and what it promises.</summary>
    private static string TextOf(Job job) =>
        string.Join('\n', new[] { job.CustomerText, job.Warranty is { } term ? $"Warranty: {term}." : "" }.Where(t => t.Length > 0));

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

    internal static List<string> NotDone(Order order, Shop shop)
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

    internal static List<DocumentAmount> Totals(PricingResult result)
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
    internal static IEnumerable<DocumentAmount> Shares(Order order, PricingResult result) =>
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

    internal static List<string> Consent(Order order, Shop shop) =>
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
