using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Server.Orders;

/// <summary>Jobs and lines as the sheet shows them.</summary>
internal sealed class JobViews(
    Order order,
    ShopPolicy policy,
    OrderSurroundings around,
    IReadOnlyDictionary<long, StaffMember> staff,
    Shop shop,
    Instant utcNow,
    bool margins,
    IReadOnlyDictionary<long, IReadOnlyList<string>> changedSince
)
{
    internal SheetJob Of(Job job, JobFigures figures)
    {
        var times = around.Times.Where(t => t.JobId == job.Id).ToList();
        var lines = job.OnLines.Select(line => LineOf(job, line, figures.Of(line))).ToList();
        return new SheetJob
        {
            Id = job.Id,
            Title = job.Title,
            FixedPrice = job.FixedPrice?.Amount,
            Decision = job.Decision,
            DecisionText = DecisionText(job),
            IsUndecided = job.IsUndecided,
            IsSetAside = job.IsSetAside,
            IsUnsafe = job.IsUnsafe,
            LinesOpen = job.LinesOpen,
            CheckWanted = job.CheckWanted,
            Payer = job.PayerKey,
            PayerWords = job.PayerWords,
            IsComeback = job.ComebackOfId is not null,
            CreditLost = OrderPricing.CreditLost(order, job),
            Credit = job.CreditShown,
            CreditFor = job.CreditFor,
            ChangedSince = changedSince.GetValueOrDefault(job.Id, []),
            AnotherVisitOrderId = job.AnotherVisitOrderId,
            Progress = job.Progress,
            ProgressNote = job.ProgressNote,
            Subtotal = figures.Subtotal,
            AddsToTotal = figures.AddsToTotal,
            Hours = figures.Hours,
            ClockedHours = decimal.Round(times.Sum(t => t.Hours(utcNow)), 2),
            OnTheClock = times.Where(t => t.End is null).Select(t => staff[t.StaffId].ShortName).ToList(),
            MarginPercent = margins ? figures.MarginPercent : null,
            Version = job.Version,
            Lines = lines,
            Companions = figures
                .Companions.Select(CompanionOf)
                .Concat(OrderPricing.WaivedCompanions(job, policy).Select(WaivedOf))
                .ToList(),
            TechnicianId = around.Planned.FirstOrDefault(p => p.JobId == job.Id)?.TechnicianId,
            LaborRate = job.LaborRate?.ToString() ?? "",
            CountUnit = job.CountUnit,
            Count = job.Count.Value,
            CustomerText = job.CustomerText,
            Warranty = job.Warranty?.ToString() ?? "",
            Checklist = job.Checklist,
            OriginText = job.OriginText,
            Discounts = DiscountsOf(job, figures).ToList(),
            OrderDiscountShare = OrderPricing.ShareOfOrderDiscounts(order, job, figures),
        };
    }

    private IEnumerable<SheetDiscount> DiscountsOf(Job job, JobFigures figures)
    {
        foreach (var line in OrderPricing.PricedLines(job))
        {
            if (order.DiscountOf(line) is { } given)
                yield return Shown(given, figures.Of(line)!.Discount);
        }
        var at = 0;
        foreach (var given in order.DiscountsOf(job))
            yield return Shown(given, figures.DiscountsTaken.ElementAtOrDefault(at++));
    }

    internal SheetDiscount Shown(GivenDiscount given, decimal amount) =>
        new(given.Id, given.LineId, given.Text, given.Reason, staff[given.ById].ShortName, amount);

    /// <summary>Why an operation takes less time, in words.</summary>
    private string ReducedWords(Line line, LineFigures figures)
    {
        if (figures.ReducedBy is not { } by)
            return "";
        var other = order.OnJobs.SelectMany(j => j.OnLines).OfType<LaborLine>().FirstOrDefault(l => l.Operation == by)?.Description ?? by;
        return figures.Hours == 0 ? $"included in {other}" : $"overlaps with {other}";
    }

    private SheetCompanion CompanionOf(CompanionFigures companion) =>
        new()
        {
            Code = companion.Rule.Code,
            Label = companion.Rule.Label ?? companion.Rule.Code,
            Kind = companion.Rule.Kind.ToString(),
            Category = companion.Rule.Category,
            Quantity = companion.Quantity,
            Each = companion.Each,
            PolicyPrice = companion.Edit?.AmountPerUnit is null ? null : companion.Rule.AmountPerUnit,
            QuantitySet = companion.Edit?.Quantity is not null,
            Amount = OrderPricing.Gross(companion),
            MarginPercent = margins ? companion.MarginPercent : null,
            Waived = false,
        };

    private static SheetCompanion WaivedOf(CompanionRule rule) =>
        new()
        {
            Code = rule.Code,
            Label = rule.Label ?? rule.Code,
            Kind = rule.Kind.ToString(),
            Category = rule.Category,
            Quantity = 0,
            Each = rule.AmountPerUnit,
            PolicyPrice = null,
            QuantitySet = false,
            Amount = 0,
            MarginPercent = null,
            Waived = true,
        };

    private SheetLine LineOf(Job job, Line line, LineFigures? figures)
    {
        var shown = new SheetLine
        {
            Id = line.Id,
            Kind = line.Kind,
            Description = line.Description,
            Each = figures?.UnitPrice,
            Overridden = line.IsOverridden,
            Amount = figures?.Amount ?? 0,
            Core = figures?.Core ?? 0,
            MarginPercent = margins ? figures?.MarginPercent : null,
            IsExcluded = line.IsExcluded,
            Unsourced = line.IsUnsourced,
            NoteInside = line.NoteInside,
            NoteForCustomer = line.NoteForCustomer,
            NoteRelease = line.NoteVisibility,
            Photos = around.Photos.GetValueOrDefault(line.Id),
            OverrideReason = line.OverrideReason,
            OverrideBy = line.OverrideById is { } by && staff.TryGetValue(by, out var who) ? who.ShortName : "",
            Origin = line.Origin,
            Version = line.Version,
            // What only some kinds have.
            Number = "",
            PartId = null,
            Hours = null,
            Quantity = null,
            PolicyPrice = null,
            UnitCost = null,
            Unit = "",
            ReducedTo = null,
            ReducedBy = "",
            KeepsTime = false,
            GuideHours = null,
            LaborRate = "",
            Price = null,
            TechnicianId = null,
            GenericQuantity = null,
            CoreEach = 0,
            CoresReturned = 0,
            Received = 0,
            Brand = "",
            PartType = "",
            State = "",
            StateCode = null,
            Supplier = "",
            ExpectedAt = null,
        };
        return line switch
        {
            LaborLine labor => LaborOf(shown, labor, figures!),
            PartLine part => PartOf(shown, job, part, figures!),
            SubletLine sublet => SubletOf(shown, sublet),
            FeeLine fee => shown with { Number = fee.Code, Quantity = fee.Quantity.Value },
            _ => shown,
        };
    }

    private SheetLine LaborOf(SheetLine shown, LaborLine labor, LineFigures figures) =>
        shown with
        {
            Hours = labor.Hours.Value,
            PolicyPrice = labor.UnitPrice is null ? null : figures.PolicyPrice,
            ReducedTo = figures.ReducedBy is null ? null : figures.Hours,
            ReducedBy = ReducedWords(labor, figures),
            KeepsTime = labor.KeepsTime,
            GuideHours = labor.GuideHours?.Value,
            LaborRate = labor.LaborRate?.ToString() ?? "",
            Price = labor.Price?.Value,
            TechnicianId = labor.TechnicianId,
        };

    private SheetLine SubletOf(SheetLine shown, SubletLine sublet)
    {
        var work = around.Sublets.LastOrDefault(s => s.LineId == sublet.Id);
        return shown with
        {
            Price = sublet.Price?.Value,
            UnitCost = margins ? sublet.UnitCost.Value : null,
            State = work?.Words(around.Suppliers[work.SupplierId]) ?? "",
            StateCode =
                work is null ? null
                : work.IsOut ? PartStateCode.Ordered
                : PartStateCode.Received,
            ExpectedAt = work is { IsOut: true } ? work.ExpectedAt : null,
        };
    }

    private SheetLine PartOf(SheetLine shown, Job job, PartLine part, LineFigures figures)
    {
        var on = around.OrderOf(part.Id);
        var stocked = part.PartId is { } id ? around.Parts.GetValueOrDefault(id) : null;
        var state = PartState.Of(job, part, stocked, on, on is null ? "" : around.Suppliers[on.SupplierId]);
        return shown with
        {
            Number = part.Number,
            PartId = part.PartId,
            Quantity = part.Quantity.Value,
            PolicyPrice = part.UnitPrice is null ? null : figures.PolicyPrice,
            UnitCost = margins ? part.UnitCost.Value : null,
            Unit = part.Unit,
            CoreEach = part.CoreDeposit.Value,
            CoresReturned = part.CoresReturned.Value,
            Received = part.ReceivedQuantity.Value,
            GenericQuantity = part.GenericQuantity == part.Quantity ? null : part.GenericQuantity?.Value,
            Brand = part.Quality.Length > 0 ? $"{part.Brand}, {part.Quality}" : part.Brand,
            PartType = part.PartType,
            WantsSource = PartNeed.WantsSource(part, stocked, state.Code is PartStateCode.Ordered),
            State = state.Text,
            StateCode = state.Code,
            Supplier = on is null ? "" : around.Suppliers[on.SupplierId],
            ExpectedAt = state.ExpectedAt,
        };
    }

    private string DecisionText(Job job)
    {
        if (job.Decision == DecisionKind.Proposed)
            return "";
        var decision = order.Decisions.Where(d => d.JobId == job.Id).OrderBy(d => d.At).ThenBy(d => d.Id).LastOrDefault();
        if (decision is null)
            return "";
        var at = shop.Local(decision.At);
        var when = at.Date == shop.Local(utcNow).Date ? at.Clock() : at.ToString("MMM d", CultureInfo.InvariantCulture);
        var how = decision.Channel switch
        {
            AnswerChannel.InPerson => "in person",
            AnswerChannel.Phone => "phone",
            AnswerChannel.Message => "message",
            _ => "link",
        };
        return $"{when} {how}, {StaffMember.ShortNameOf(decision.DecidedBy)}{Until(job)}";
    }

    private string Until(Job job)
    {
        var distance = shop.DistanceWord;
        return (job.DeferUntil, job.DeferAtReading) switch
        {
            ({ } day, { } reading) => Invariant($" · until {day:MMM d, yyyy} or {reading:N0} {distance}"),
            ({ } day, null) => Invariant($" · until {day:MMM d, yyyy}"),
            (null, { } reading) => Invariant($" · until {reading:N0} {distance}"),
            _ => "",
        };
    }
}
