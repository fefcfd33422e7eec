using System.Globalization;
using Yardstick.Core.Customers;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Makes pricing cases of orders and keeps their stored totals.</summary>
public static class OrderPricing
{
    /// <summary>
    /// Prices an order anew because its customer's account changed. Where that changes what it comes to, the order is another than before:
    /// it has a new version and its record says why.
    /// </summary>
    public static void FollowAccount(Order order, Customer? customer, ShopPolicy policy, LocalDate day, Actor actor)
    {
        var before = (order.Total, order.ApprovedTotal);
        Refresh(order, customer, policy, day);
        if (before != (order.Total, order.ApprovedTotal))
            order.Record("order", order.Id, "account", before.Total.ToString(), order.Total.ToString(), order.Version + 1, actor);
    }

    /// <summary>The day on which an order's exemptions have to hold: that of its posting, today until then.</summary>
    public static LocalDate PricingDay(this Shop shop, Order order, Instant utcNow) => shop.Local(order.PostedAt ?? utcNow).Date;

    /// <summary>A job's id within its case: its key, or its place on the order (<c>+2</c>) before it has one.</summary>
    public static string JobKey(Job job) => Key(job.Id, job.Position);

    /// <summary>A line's id within its job: its key, or its place in the job (<c>+2</c>) before it has one.</summary>
    public static string LineKey(Line line) => Key(line.Id, line.Position);

    /// <summary>Why something can't be priced, from what the rules say.</summary>
    public static Problem Unpriceable(string why) => new("order.price", why);

    private static string Key(long id, int position) =>
        id != 0 ? id.ToString(CultureInfo.InvariantCulture) : string.Create(CultureInfo.InvariantCulture, $"+{position}");

    /// <summary>Figures of a job.</summary>
    /// <exception cref="InvalidOperationException">The job was not in the case.</exception>
    public static JobFigures Of(this PricingResult result, Job job) => result.Jobs.First(j => j.Id == JobKey(job));

    /// <summary>Figures of a line; null for a text, which has none.</summary>
    public static LineFigures? Of(this JobFigures figures, Line line)
    {
        if (!line.IsPriced)
            return null;
        var key = LineKey(line);
        return figures.Lines.First(l => l.Id == key);
    }

    /// <summary>The lines of a job that have a price, in the order of its figures.</summary>
    public static IEnumerable<Line> PricedLines(Job job) => job.OnLines.Where(l => l.IsPriced);

    /// <summary>Jobs that are being offered or done: approved and proposed.</summary>
    public static JobSelection Offered(Order order) =>
        JobSelection.Of(order.OnJobs.Where(j => j.Decision is DecisionKind.Approved or DecisionKind.Proposed).Select(JobKey));

    /// <summary>The pricing case of an order.</summary>
    /// <param name="order">The order.</param>
    /// <param name="customer">Its customer.</param>
    /// <param name="policy">The policy that prices it.</param>
    /// <param name="include">Which jobs count.</param>
    /// <param name="day">The day, wall time, on which exemptions have to hold: today, which is that of posting when it is posted.</param>
    public static PricingCase CaseOf(Order order, Customer? customer, ShopPolicy policy, JobSelection include, LocalDate day) =>
        new()
        {
            Policy = policy.Pricing,
            Customer = customer is null ? new PricingCustomer() : CustomerOf(customer, policy, day),
            CounterSale = order.CounterSale,
            Include = include,
            Authorized = order.AmountAgreed?.Amount,
            LaborRate = order.LaborRate,
            Discounts = order.OwnDiscounts.Select(d => d.Priced).ToArray(),
            Jobs = order.OnJobs.Select(job => JobOf(order, job)).ToArray(),
            Payers = PayersOf(order, policy, day),
        };

    /// <summary>Others than the customer who pay for jobs, accounts in the order of their first job, the shop last.</summary>
    private static CasePayer[] PayersOf(Order order, ShopPolicy policy, LocalDate day)
    {
        var accounts = order.PayingAccounts.Select(p => new CasePayer(
            PayerKey(p.CustomerId),
            CustomerOf(p.Account, policy, day),
            IsShop: false,
            p.Deductible.Amount
        ));
        return [.. accounts, .. order.OnJobs.Any(j => j.Payer == Payer.Shop) ? new[] { CasePayer.Shop } : []];
    }

    /// <summary>An account's key among the payers of a case.</summary>
    public static string PayerKey(long customerId) => Key(customerId, 0);

    private static string PayerKey(Job job) =>
        job.Payer switch
        {
            Payer.Shop => CasePayer.Shop.Key,
            Payer.Account => PayerKey(job.PayerId!.Value),
            _ => "",
        };

    /// <summary>What a job by itself would cost a customer, before supplies and tax.</summary>
    /// <param name="job">The job, at the costs of the day.</param>
    /// <param name="customer">Whose discounts and rates count.</param>
    /// <param name="policy">The policy in force.</param>
    /// <param name="day">The day.</param>
    public static Money Alone(Job job, Customer? customer, ShopPolicy policy, LocalDate day)
    {
        var order = new Order();
        order.Jobs.Add(job);
        return Money.Of(Price(order, customer, policy, JobSelection.All, day).Of(job).Subtotal);
    }

    /// <summary>Prices an order.</summary>
    public static PricingResult Price(Order order, Customer? customer, ShopPolicy policy, JobSelection include, LocalDate day) =>
        OrderPricer.Price(CaseOf(order, customer, policy, include, day));

    /// <summary>Prices an order as offered and keeps its stored totals.</summary>
    public static PricingResult Refresh(Order order, Customer? customer, ShopPolicy policy, LocalDate day)
    {
        var offered = Price(order, customer, policy, Offered(order), day);
        var approved = Price(order, customer, policy, JobSelection.ApprovedOnly, day);
        order.Total = Money.Of(offered.Total);
        order.ApprovedTotal = Money.Of(approved.Total);
        order.ApprovedByCustomer = Money.Of(approved.CustomerDue);
        foreach (var payer in order.Payers)
            payer.Approved = Money.Of(approved.Payers.FirstOrDefault(p => p.Key == PayerKey(payer.CustomerId))?.Due ?? 0);
        foreach (var job in order.OnJobs)
        {
            var figures = offered.Of(job);
            job.Subtotal = Money.Of(figures.Subtotal);
            job.SoldHours = new(figures.Hours);
        }
        return offered;
    }

    /// <summary>What comes along, before discounts.</summary>
    public static decimal Gross(CompanionFigures companion) => Rounding.Round(companion.Quantity * companion.Each);

    /// <summary>
    /// A job's share of the discounts on everything: what its amounts come to less its own discounts and those of its lines, and less what
    /// is left.
    /// </summary>
    public static decimal ShareOfOrderDiscounts(Order order, Job job, JobFigures figures)
    {
        var gross =
            PricedLines(job).Where(l => !l.IsExcluded).Select(l => figures.Of(l)!).Sum(f => f.Amount + f.Core)
            + figures.Companions.Sum(Gross);
        var own =
            PricedLines(job).Where(l => !l.IsExcluded && order.DiscountOf(l) is not null).Sum(l => figures.Of(l)!.Discount)
            + figures.DiscountsTaken.Sum();
        return gross - own - figures.Subtotal;
    }

    /// <summary>What a part would be sold for by the policy, each, and its margin in percent.</summary>
    public static (decimal Each, decimal? MarginPercent) PriceOf(
        ShopPolicy policy,
        Customer? customer,
        LocalDate day,
        string category,
        UnitPrice unitCost,
        UnitPrice? listPrice
    )
    {
        var part = new PartCaseLine
        {
            Category = category.Length > 0 ? category : null,
            Quantity = 1,
            UnitCost = unitCost.Value,
            ListPrice = listPrice?.Value,
        };
        var each = PartPrice.ByPolicy(policy.Pricing, customer is null ? new PricingCustomer() : CustomerOf(customer, policy, day), part);
        return (each, Margin.Of(each - unitCost.Value, each));
    }

    /// <summary>Rules that the job's parts call and that a person waived.</summary>
    public static IEnumerable<CompanionRule> WaivedCompanions(Job job, ShopPolicy policy) =>
        CompanionsOf(job, policy).Where(r => job.Companions.Exists(c => c.Waived && c.Code == r.Code));

    /// <summary>Rules that the job's parts call: the policy's for their categories, then those of single parts.</summary>
    public static IEnumerable<CompanionRule> CompanionsOf(Job job, ShopPolicy policy)
    {
        var parts = job.OnLines.OfType<PartLine>().Where(l => !l.IsExcluded).ToList();
        return policy
            .Pricing.Companions.Where(r => parts.Exists(l => l.Category == r.Category))
            .Concat(parts.SelectMany(l => l.OwnCompanions))
            .DistinctBy(r => r.Code);
    }

    private static PricingCustomer CustomerOf(Customer customer, ShopPolicy policy, LocalDate day)
    {
        // A policy from before the exemption was named does not know it: the tax stays until the order is repriced.
        var exemption = customer.IsExemptOn(day) ? policy.Exemptions.FirstOrDefault(e => e.Name == customer.TaxExempt) : null;
        return new PricingCustomer
        {
            LaborRate = customer.LaborRateName.Length > 0 ? RateChoice.Named(customer.LaborRateName) : null,
            LaborRates = customer.Rates.ToDictionary(r => r.Name, r => r.Rate.Value),
            PartsDiscountPercent = customer.PartsDiscountPercent.Value,
            ExemptFromAll = exemption?.All ?? false,
            ExemptFrom = exemption?.Taxes ?? [],
        };
    }

    private static PricingJob JobOf(Order order, Job job)
    {
        var lines = PricedLines(job).Select(line => LineOf(line, order.DiscountOf(line)?.Priced)).ToArray();
        // A fixed price whose last line was switched out or taken off has nothing to stand for.
        var stands = lines.Any(l => !l.Out && (l.Kind is AmountKind.Labor or AmountKind.Part or AmountKind.Sublet));
        return new PricingJob
        {
            Id = JobKey(job),
            Payer = PayerKey(job),
            // A job that is approved for another visit is not approved on this order (rules, Consent).
            Decision = job.Decision == DecisionKind.AnotherVisit ? JobDecision.Deferred : (JobDecision)(int)job.Decision,
            FixedPrice = stands ? job.FixedPrice?.Amount : null,
            Waived = job.Companions.Where(c => c.Waived).Select(c => c.Code).ToArray(),
            CompanionEdits = job
                .Companions.Where(c => !c.Waived && c.IsEdited)
                .Select(c => new CompanionEdit(c.Code, c.Quantity?.Value, c.AmountPerUnit?.Value))
                .ToArray(),
            Lines = lines,
            LaborRate = job.LaborRate,
            Discounts = order.DiscountsOf(job).Select(d => d.Priced).ToArray(),
            Credit = CreditingFor(order, job) is { Count: > 0 } repairs
                ? new JobCredit(job.CreditPercent?.Value, job.CreditAmount?.Amount, repairs.Select(JobKey).ToArray())
                : null,
        };
    }

    /// <summary>
    /// The repairs that a diagnosis led to: those that were named, else the jobs that came onto the order after it, other diagnoses aside.
    /// Any of them brings its credit.
    /// </summary>
    public static IReadOnlyList<Job> CreditedWith(Order order, Job diagnosis) =>
        !diagnosis.IsCredited
            ? []
            : order
                .OnJobs.Where(j =>
                    j.Id != diagnosis.Id
                    && (diagnosis.CreditFor.Count > 0 ? diagnosis.IsRepair(j.Id) : !j.IsCredited && (j.Id > diagnosis.Id || j.Id == 0))
                )
                .ToList();

    /// <summary>Of those repairs the ones on the same invoice: one that another pays for brings no credit.</summary>
    public static IReadOnlyList<Job> CreditingFor(Order order, Job diagnosis) =>
        [.. CreditedWith(order, diagnosis).Where(j => j.PayerKey == diagnosis.PayerKey)];

    /// <summary>What of credits is lost on a job because its diagnosis and repair have two payers, in words; empty for nothing.</summary>
    public static string CreditLost(Order order, Job job) =>
        string.Join(
            " ",
            order
                .OnJobs.Where(d => CreditedWith(order, d).Count > 0 && CreditingFor(order, d).Count == 0)
                .Where(d => d == job || CreditedWith(order, d).Contains(job))
                .Select(d => $"The credit of \"{d.Title}\" is lost: it and its repair have two payers, so they are not on one invoice.")
        );

    private static PricingLine LineOf(Line line, Discount? discount) =>
        LineOf(line) with
        {
            Id = LineKey(line),
            Discount = discount,
            Out = line.IsExcluded,
            Taxable = line.Taxable,
        };

    private static PricingLine LineOf(Line line) =>
        line switch
        {
            LaborLine labor => LaborOf(labor),
            PartLine part => new PartCaseLine
            {
                Category = part.Category.Length > 0 ? part.Category : null,
                Quantity = part.Quantity.Value,
                UnitCost = part.UnitCost.Value,
                BookCost = part.BookCost?.Value,
                UnitPrice = (part.UnitPrice ?? part.QuotedPrice)?.Value,
                Held = part is { UnitPrice: null, QuotedPrice: not null },
                ListPrice = part.ListPrice?.Value,
                CoreEach = part.CoreDeposit.Value,
                CoresReturned = part.CoresReturned.Value,
                Along = part.OwnCompanions,
            },
            SubletLine sublet => new SubletCaseLine
            {
                Cost = sublet.UnitCost.Value,
                Price = sublet.Price?.Value,
                MarkupPercent = sublet.Price is null ? sublet.MarkupPercent?.Value ?? 0 : null,
            },
            FeeLine fee => new FeeCaseLine
            {
                Code = fee.Code.Length > 0 ? fee.Code : null,
                Quantity = fee.Quantity.Value,
                Amount = fee.UnitAmount.Value,
                CostEach = fee.UnitCost.Value,
                PassThrough = fee.PassThrough,
            },
            _ => throw new InvalidOperationException("A text has no price."),
        };

    private static LaborCaseLine LaborOf(LaborLine line)
    {
        var held = line is { UnitPrice: null, QuotedPrice: not null };
        var usual = line.LaborRate;
        return new LaborCaseLine
        {
            Hours = line.Hours.Value,
            Price = line.Price?.Value,
            Operation = line.Operation.Length > 0 ? line.Operation : null,
            Contains = line.IncludedOperations,
            Beside = line.CombinedHours.ToDictionary(c => c.Key, c => c.Value.Value),
            KeepsTime = line.KeepsTime,
            Rate = (line.UnitPrice ?? line.QuotedPrice) is { } rate ? RateChoice.Of(rate.Value) : usual,
            Held = held,
            UsualRate = held ? usual : null,
        };
    }
}
