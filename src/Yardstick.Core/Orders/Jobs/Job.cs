using System.Globalization;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A piece of work that the customer can say yes or no to.</summary>
public class Job
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The order.</summary>
    public long OrderId { get; internal set; }

    /// <summary>Place on the sheet.</summary>
    public int Position { get; internal set; }

    /// <summary>What it is, in the customer's words.</summary>
    public string Title { get; internal set; } = "";

    /// <summary>One price for labor, parts and sublet.</summary>
    public Money? FixedPrice { get; internal set; }

    /// <summary>Where it came from.</summary>
    public JobOrigin Origin { get; internal set; }

    /// <summary>The canned job that it was taken from.</summary>
    public long? CannedJobId { get; init; }

    /// <summary>The job of an earlier visit that it was taken over from.</summary>
    public long? TakenFromJobId { get; internal set; }

    /// <summary>The job that it comes back for.</summary>
    public long? ComebackOfId { get; internal set; }

    /// <summary>Latest decision.</summary>
    public DecisionKind Decision { get; internal set; }

    /// <summary>When it was decided, UTC.</summary>
    public Instant? DecidedAt { get; internal set; }

    /// <summary>How far the part will still do by the inspection: what the job is deferred to where nobody says otherwise.</summary>
    public Odometer? HorizonTo { get; internal set; }

    /// <summary>How long the part will still do by the inspection.</summary>
    public LocalDate? HorizonUntil { get; internal set; }

    /// <summary>Deferred to this day.</summary>
    public LocalDate? DeferUntil { get; internal set; }

    /// <summary>Deferred to this reading.</summary>
    public Odometer? DeferAtReading { get; internal set; }

    /// <summary>How far it is.</summary>
    public JobProgress Progress { get; internal set; }

    /// <summary>What the technician says of it while it is under way, in the shop's words; empty without.</summary>
    public string ProgressNote { get; internal set; } = "";

    /// <summary>When it was finished, UTC.</summary>
    public Instant? FinishedAt { get; internal set; }

    /// <summary>Who finished it.</summary>
    public long? FinishedById { get; internal set; }

    /// <summary>Net amount as the rules give it.</summary>
    public Money Subtotal { get; internal set; }

    /// <summary>Hours sold, after overlap.</summary>
    public LaborHours SoldHours { get; internal set; }

    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Counts up with every change of its own fields.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Its lines.</summary>
    public List<Line> Lines { get; } = [];

    /// <summary>What people set on things that come along with its parts.</summary>
    public List<JobCompanion> Companions { get; } = [];

    /// <summary>Labor rate of its work: a name of the policy or a number; empty for the usual one.</summary>
    public RateChoice? LaborRate { get; internal set; }

    /// <summary>What a count of it is of (tire, axle, cylinder); empty where it does not scale.</summary>
    public string CountUnit { get; internal set; } = "";

    /// <summary>How many of them.</summary>
    public Quantity Count { get; internal set; } = Quantity.One;

    /// <summary>Version of the canned job that it was made from.</summary>
    public int? CannedVersion { get; internal set; }

    /// <summary>What the customer reads besides the title.</summary>
    public string CustomerText { get; internal set; } = "";

    /// <summary>What the shop promises on it; null for nothing of its own.</summary>
    public WarrantyTerm? Warranty { get; internal set; }

    /// <summary>The day on which its warranty ends, as it looked when it was invoiced; null where nobody could tell.</summary>
    public LocalDate? WarrantyEndsOn { get; internal set; }

    /// <summary>It comes back for work that did not hold: the shop pays, and what failed is known.</summary>
    /// <param name="source">That work.</param>
    /// <param name="orderNumber">Number of its order.</param>
    public Job AsComebackOf(Job source, long orderNumber)
    {
        (TakenFromJobId, ComebackOfId, Payer) = (null, source.Id, Payer.Shop);
        OriginText = string.Create(CultureInfo.InvariantCulture, $"Comeback of order {orderNumber}");
        return this;
    }

    /// <summary>What the technician ticks off, in order.</summary>
    public IReadOnlyList<string> Checklist { get; init; } = [];

    /// <summary>What its bay has to have; none for any bay.</summary>
    public IReadOnlyList<string> Equipment { get; init; } = [];

    /// <summary>Its work is looked over by somebody else before the vehicle is ready.</summary>
    public bool CheckWanted { get; internal set; }

    /// <summary>Skill that its work needs; empty for any.</summary>
    public string Skill =>
        OnLines.OfType<LaborLine>().Where(l => !l.IsExcluded).Select(l => l.Skill).FirstOrDefault(s => s.Length > 0) ?? "";

    /// <summary>Where it came from, in words: an order, a canned job, a service.</summary>
    public string OriginText { get; internal set; } = "";

    /// <summary>Leaving it undone is not safe: declining it asks for an acknowledgement.</summary>
    public bool IsUnsafe { get; internal set; }

    /// <summary>The customer may leave lines of it out.</summary>
    public bool LinesOpen { get; internal set; }

    /// <summary>Who pays for it.</summary>
    public Payer Payer { get; internal set; }

    /// <summary>The paying account's customer record; null where no other account pays.</summary>
    public long? PayerId { get; internal set; }

    /// <summary>Name of the paying account when it was chosen; empty where no other account pays.</summary>
    public string PayerName { get; internal set; } = "";

    /// <summary>Who pays, as it is chosen: <c>Customer</c>, <c>Shop</c>, or the key of the account.</summary>
    public string PayerKey => PayerId?.ToString(CultureInfo.InvariantCulture) ?? Payer.ToString();

    /// <summary>A diagnosis: percent of it that is credited when its repair is approved (rules, Jobs).</summary>
    public Percent? CreditPercent { get; internal set; }

    /// <summary>A diagnosis: amount of it that is credited when its repair is approved.</summary>
    public Money? CreditAmount { get; internal set; }

    /// <summary>A diagnosis: keys of the jobs that are its repair; empty for all work that came onto the order after it.</summary>
    public IReadOnlyList<long> CreditFor { get; internal set; } = [];

    /// <summary>The order of another visit that it was approved for.</summary>
    public long? AnotherVisitOrderId { get; internal set; }

    /// <summary>True while it is on the order.</summary>
    public bool IsOn => RemovedAt is null;

    /// <summary>A diagnosis whose charge is credited when the repair it led to is approved.</summary>
    public bool IsCredited => CreditPercent is not null || CreditAmount is not null;

    /// <summary>Keys as they are typed, separated by commas.</summary>
    internal static IReadOnlyList<long> Keys(string? text) =>
        [
            .. (text ?? "")
                .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(t => long.TryParse(t, NumberStyles.None, CultureInfo.InvariantCulture, out var key) ? key : 0)
                .Distinct(),
        ];

    /// <summary>Whether a job was named as the repair that this diagnosis led to.</summary>
    public bool IsRepair(long jobId) => CreditFor.Contains(jobId);

    /// <summary>Who pays, in words; empty for the customer.</summary>
    public string PayerWords =>
        Payer switch
        {
            Payer.Account => PayerName,
            Payer.Shop => "the shop",
            _ => "",
        };

    /// <summary>What the customer is told about its credit; empty where it has none.</summary>
    public string CreditWords(Order order)
    {
        var giving = OrderPricing.CreditingFor(order, this);
        if (!IsCredited || (giving.Count == 0 && OrderPricing.CreditedWith(order, this).Count > 0))
            return "";
        var what =
            CreditPercent?.Value is 100 ? "This charge is credited in full"
            : CreditPercent is { } percent ? $"{percent}% of this charge is credited"
            : Invariant($"{CreditAmount} of this charge is credited");
        var when =
            giving.Count == 0 ? " if you approve the repair."
            : CreditFor.Count > 0 ? $" when you approve {string.Join(" or ", giving.Select(j => j.Title))}."
            : " when the repair is approved.";
        return what + when;
    }

    /// <summary>Lines that are on, in order.</summary>
    public IEnumerable<Line> OnLines => Lines.Where(l => l.IsOn).OrderBy(l => l.Position).ThenBy(l => l.Id);

    /// <summary>Changes one field to what was typed.</summary>
    public Result<FieldChange> Set(string field, string? text)
    {
        string old;
        switch (field)
        {
            case "title":
                old = Title;
                var title = (text ?? "").Trim();
                if (title.Length == 0)
                    return new Problem("text.empty", "Enter a title, or remove the job.", field);
                if (title.Length > 200)
                    return TextInput.TooLong(200, field, "A title");
                Title = title;
                break;
            case "fixedPrice":
                old = Shown(field);
                if (string.IsNullOrWhiteSpace(text))
                {
                    FixedPrice = null;
                    break;
                }
                var price = NumberInput.Amount(text, field, 2);
                if (price.Problem is { } problem)
                    return problem;
                if (!OnLines.Any(l => !l.IsExcluded && (l.Kind is LineKind.Labor or LineKind.Part or LineKind.Sublet)))
                    return new Problem("job.fixedPrice", "Add a labor, part or sublet line before setting a fixed price.", field);
                FixedPrice = Money.Of(price.Value);
                break;
            case "laborRate":
                old = Shown(field);
                var rate = RateChoice.Parse(text, field);
                if (rate.Problem is { } badRate)
                    return badRate;
                LaborRate = rate.Value;
                break;
            case "customerText":
                old = CustomerText;
                if ((text ?? "").Trim() is not { Length: <= 2000 } words)
                    return TextInput.TooLong(2_000, field);
                CustomerText = words;
                break;
            case "warranty":
                old = Shown(field);
                var term = WarrantyTerm.Parse(text, field);
                if (term.Problem is { } badTerm)
                    return badTerm;
                Warranty = term.Value;
                break;
            case "isUnsafe":
                (old, IsUnsafe) = (Shown(field), text == "true");
                break;
            case "checkWanted":
                (old, CheckWanted) = (Shown(field), text == "true");
                break;
            case "linesOpen":
                (old, LinesOpen) = (Shown(field), text == "true");
                break;
            case "credit":
                old = Shown(field);
                if (SetCredit(text, field) is { } badCredit)
                    return badCredit;
                break;
            case "creditFor":
                old = Shown(field);
                // Whether they are jobs of the order is asked by the order.
                CreditFor = Keys(text);
                break;
            case "count":
                old = Count.ToString();
                if (CountUnit.Length == 0)
                    return new Problem("job.count", "This job does not scale by count.", field);
                var count = Quantity.Parse(text, field);
                if (count.Problem is { } badCount)
                    return badCount;
                if (Scale(count.Value / Count) is { } noScale)
                    return noScale;
                Count = count.Value;
                break;
            default:
                return new Problem("job.field", $"\"{field}\" can't be edited.", field);
        }
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private string Shown(string field) =>
        field switch
        {
            "title" => Title,
            "laborRate" => LaborRate?.ToString() ?? "",
            "customerText" => CustomerText,
            "warranty" => Warranty?.ToString() ?? "",
            "count" => Count.ToString(),
            "isUnsafe" => IsUnsafe ? "true" : "false",
            "checkWanted" => CheckWanted ? "true" : "false",
            "linesOpen" => LinesOpen ? "true" : "false",
            "credit" => CreditShown,
            "creditFor" => string.Join(',', CreditFor),
            _ => FixedPrice?.AsTyped ?? "",
        };

    /// <summary>The credit as it is typed: <c>100%</c> or an amount; empty for none.</summary>
    public string CreditShown => CreditPercent is { } percent ? $"{percent}%" : CreditAmount?.AsTyped ?? "";

    private Problem? SetCredit(string? text, string field)
    {
        var credit = Credit(text, field);
        if (credit.Ok)
            (CreditPercent, CreditAmount) = credit.Value;
        return credit.Problem;
    }

    /// <summary>Reads a credit as it is typed: a percentage, an amount, or nothing.</summary>
    public static Result<(Percent? Percent, Money? Amount)> Credit(string? text, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
            return ((Percent?)null, (Money?)null);
        var typed = text.Trim();
        var figure = NumberInput.Amount(typed.TrimEnd('%').Trim(), field, 2);
        if (figure.Problem is { } problem)
            return problem;
        if (!typed.EndsWith('%'))
            return ((Percent?)null, (Money?)Money.Of(figure.Value));
        if (figure.Value > 100)
            return new Problem("job.credit", "A credit can be at most 100%.", field);
        return ((Percent?)new Percent(figure.Value), (Money?)null);
    }

    /// <summary>The same job for the order of another visit, with the costs, prices and parts that it has now.</summary>
    public Job ForAnotherVisit(Order from)
    {
        var copy = EarlierWork.Copy(this, (_, _) => { });
        (copy.OriginText, copy.CannedVersion, copy.LaborRate) = ($"Approved on order {from.Number}", CannedVersion, LaborRate);
        (copy.IsUnsafe, copy.LinesOpen, copy.CheckWanted) = (IsUnsafe, LinesOpen, CheckWanted);
        (copy.Payer, copy.PayerId, copy.PayerName) = (Payer, PayerId, PayerName);
        foreach (var (was, now) in OnLines.Zip(copy.Lines))
            now.Keep(was);
        return copy;
    }

    /// <summary>Scales the lines that go by the count, all or none of them.</summary>
    private Problem? Scale(decimal factor)
    {
        var scaled = OnLines.Where(l => l.PerCount).ToList();
        if (scaled.Exists(l => l is PartLine { ReceivedQuantity.Value: > 0 }))
            return new Problem("line.received", "Parts for this job were already received. Add new lines for more.", "count");
        foreach (var line in scaled)
        {
            line.Scale(factor);
            line.Version++;
        }
        return null;
    }

    /// <summary>A job with a title, its lines to be added.</summary>
    /// <param name="title">What it is, in the customer's words; what is beyond 200 characters is cut off.</param>
    /// <param name="origin">Where it came from.</param>
    /// <param name="originText">Where it came from, in words.</param>
    public static Job Create(string? title, JobOrigin origin = JobOrigin.Written, string originText = "")
    {
        var words = (title ?? "").Trim();
        return new Job
        {
            Title = words.Length > 200 ? words[..199] + "…" : words,
            Origin = origin,
            OriginText = originText,
        };
    }

    /// <summary>A service of the maker's schedule, or several as one job.</summary>
    /// <param name="title">What it is.</param>
    /// <param name="originText">Where it came from, in words.</param>
    /// <param name="customerText">What the customer reads besides.</param>
    /// <param name="checklist">What the technician ticks off.</param>
    public static Job Service(string title, string originText, string customerText, IEnumerable<string> checklist) =>
        new()
        {
            Title = title,
            Origin = JobOrigin.Service,
            OriginText = originText,
            CustomerText = customerText,
            Checklist = [.. checklist.Distinct()],
        };

    /// <summary>A canned job by name and key only, to be compared with others.</summary>
    public static Job Named(string title, long cannedJobId) => new() { Title = title, CannedJobId = cannedJobId };

    /// <summary>Adds a line at the end, while the job is being made.</summary>
    public void Append(Line line, LineOrigin? origin = null)
    {
        line.Position = Lines.Count;
        if (origin is { } from)
            line.Origin = from;
        Lines.Add(line);
    }

    /// <summary>Says that it comes from something else than what it was made of.</summary>
    public Job From(JobOrigin origin)
    {
        Origin = origin;
        return this;
    }

    /// <summary>
    /// An earlier job for an order: on the same car it settles work that was put off, for another car it is a copy and settles nothing.
    /// </summary>
    /// <param name="number">Number of the earlier order.</param>
    /// <param name="settles">Whether it is of the same car and was not done then.</param>
    public Job FromOrder(long number, bool settles)
    {
        if (!settles)
            (TakenFromJobId, Origin) = (null, JobOrigin.Copied);
        OriginText = string.Create(CultureInfo.InvariantCulture, $"Order {number}");
        return this;
    }

    /// <summary>It waits for an answer.</summary>
    public bool IsUndecided => Decision == DecisionKind.Proposed;

    /// <summary>It is not done on this visit: declined, put off, or done on another.</summary>
    public bool IsSetAside => Decision is DecisionKind.Declined or DecisionKind.Deferred or DecisionKind.AnotherVisit;
}
