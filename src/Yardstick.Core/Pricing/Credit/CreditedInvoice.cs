using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>
/// An invoice as posted and what was credited of it so far (rules, Money after the invoice). Nets, hours and cores are frozen; supplies,
/// order fees and taxes follow what is left, by the case's own policy.
/// </summary>
public sealed class CreditedInvoice
{
    private readonly PricingCase pricing;
    private readonly OrderEvaluator evaluator;
    private readonly PricedItem[]?[] frozen;
    private readonly CreditedLine[]?[] lines;
    private readonly BandGap[]?[] bands;
    private readonly bool[][] gone;

    /// <summary>Freezes what a case comes to.</summary>
    /// <param name="pricing">The case as posted; its <c>include</c> says which jobs are invoiced.</param>
    /// <exception cref="CaseException">The case is bad, or an amount is too large to compute.</exception>
    public CreditedInvoice(PricingCase pricing)
        : this(pricing, isChecked: false) { }

    internal CreditedInvoice(PricingCase pricing, bool isChecked)
    {
        if (!isChecked)
            PricingCaseValidator.Check(pricing);
        this.pricing = pricing;
        try
        {
            evaluator = new OrderEvaluator(pricing);
            var posted = evaluator.Evaluate(OrderPricer.Included(pricing, pricing.Include));
            frozen = posted.Items;
            gone = [.. pricing.Jobs.Select(j => new bool[j.Lines.Count])];
            lines = [.. frozen.Select((items, j) => items is null ? null : LinesOf(j, items))];
            bands = [.. frozen.Select((items, j) => items is null ? null : BandsOf(j, items))];
            Posted = Left = SaleFiguresBuilder.Of(pricing, posted) with { Bands = BandsLeft() };
        }
        catch (OverflowException)
        {
            throw new CaseException("jobs", "The amounts are too large to add up.");
        }
    }

    /// <summary>What was invoiced.</summary>
    public SaleFigures Posted { get; }

    /// <summary>What is left of it.</summary>
    public SaleFigures Left { get; private set; }

    /// <summary>Whether no line is left.</summary>
    public bool IsEmpty => lines.All(job => job is null || job.All(l => !l.Exists || l.IsGone));

    /// <summary>
    /// What is left of a line, in hours of labor as invoiced, else units; null where it is not invoiced or goes only whole.
    /// </summary>
    /// <param name="job">Id of the job.</param>
    /// <param name="line">Its place, from 0.</param>
    public decimal? QuantityLeft(string job, int line) => Find(job, line) is { GoesInParts: true } found ? found.Left : null;

    /// <summary>Whether something of a line can still be credited.</summary>
    /// <param name="job">Id of the job.</param>
    /// <param name="line">Its place, from 0.</param>
    public bool HasLeft(string job, int line) => Find(job, line) is { Exists: true, IsGone: false };

    /// <summary>Cores of a line whose charge can still be credited, three decimals; 0 where none was charged.</summary>
    /// <param name="job">Id of the job.</param>
    /// <param name="line">Its place, from 0.</param>
    public decimal CoresLeft(string job, int line) => Find(job, line) is { } found ? decimal.Round(found.CoresLeft, 3) : 0;

    /// <summary>Takes lines off and says what that gives back; each is judged after those before it.</summary>
    /// <param name="picks">The lines, at least one.</param>
    /// <exception cref="CaseException">A line can't be credited so; nothing is, then. The path begins with <c>lines</c>.</exception>
    public SaleFigures Credit(IReadOnlyList<CreditPick> picks)
    {
        var before = Save();
        try
        {
            for (var i = 0; i < picks.Count; i++)
                Take($"lines[{i}]", picks[i]);
        }
        catch (CaseException)
        {
            Restore(before);
            throw;
        }
        return Settle();
    }

    /// <summary>Takes off all that is left.</summary>
    public SaleFigures CreditAll()
    {
        foreach (var job in lines)
        {
            foreach (ref var line in job.AsSpan())
                line.TakeAll();
        }
        return Settle();
    }

    private CreditedLine? Find(string job, int line)
    {
        var j = JobAt(job);
        return j >= 0 && line >= 0 && line < lines[j]!.Length ? lines[j]![line] : null;
    }

    private int JobAt(string id)
    {
        for (var j = 0; j < lines.Length; j++)
        {
            if (pricing.Jobs[j].Id == id && lines[j] is not null)
                return j;
        }
        return -1;
    }

    private void Take(string path, CreditPick pick)
    {
        var j = JobAt(pick.Job);
        if (j < 0)
            throw new CaseException($"{path}.job", $"\"{pick.Job}\" is no invoiced job.");
        if (pick.Line < 0 || pick.Line >= lines[j]!.Length || !lines[j]![pick.Line].Exists)
            throw new CaseException($"{path}.line", "There is no such line on the invoice.");
        ref var line = ref lines[j]![pick.Line];
        if (line.IsGone)
            throw new CaseException($"{path}.line", "All of this line is credited already.");
        if (pick.IsCore && line.CoresLeft == 0)
            throw new CaseException($"{path}.line", "No core charge of this line is left to credit.");
        if (line.WhyNot(pick.Quantity, pick.IsCore) is { } why)
            throw new CaseException($"{path}.quantity", why);
        if (pick.IsCore)
            line.TakeCores(pick.Quantity);
        else
            line.Take(pick.Quantity);
    }

    private SaleFigures Settle()
    {
        var items = new PricedItem[]?[frozen.Length];
        for (var j = 0; j < frozen.Length; j++)
        {
            if (frozen[j] is not { } all)
                continue;
            for (var l = 0; l < gone[j].Length; l++)
                gone[j][l] = lines[j]![l].IsGone;
            items[j] = [.. all.Select(item => Standing(j, item))];
        }
        var left = SaleFiguresBuilder.Of(pricing, evaluator.Standing(items, gone)) with { Bands = BandsLeft() };
        var credit = Left - left;
        Left = left;
        return credit;
    }

    private PricedItem Standing(int job, PricedItem item)
    {
        var (credited, of) = item.Line >= 0 ? lines[job]![item.Line].Share : CategoryShare(job, item.Companion!);
        item.Net -= CreditedLine.Part(item.Net, credited, of);
        item.Core = item.Line >= 0 ? lines[job]![item.Line].CoreLeft(item.Core) : item.Core - CreditedLine.Part(item.Core, credited, of);
        item.Cost -= CreditedLine.Part(item.Cost, credited, of);
        item.Hours -= credited == of ? item.Hours : item.Hours * credited / of;
        return item;
    }

    /// <summary>What of a companion is credited: what is credited of all the job's lines that bring it along, together.</summary>
    private (decimal Credited, decimal Of) CategoryShare(int job, CompanionRule rule)
    {
        decimal credited = 0,
            of = 0;
        var allGone = true;
        for (var l = 0; l < lines[job]!.Length; l++)
        {
            ref readonly var line = ref lines[job]![l];
            if (!line.Exists || pricing.Jobs[job].Lines[l] is not PartCaseLine part || !JobEvaluation.Calls(pricing.Policy, rule, part))
                continue;
            credited += line.Credited;
            of += line.Invoiced;
            allGone &= line.IsGone;
        }
        return of > 0 ? (credited, of) : (allGone ? 1 : 0, 1);
    }

    private CreditedLine[] LinesOf(int job, PricedItem[] items)
    {
        var own = new CreditedLine[pricing.Jobs[job].Lines.Count];
        foreach (var item in items.Where(i => i.Line >= 0))
        {
            own[item.Line] = pricing.Jobs[job].Lines[item.Line] switch
            {
                LaborCaseLine => new CreditedLine(item.Hours, decimals: 2),
                PartCaseLine part => new CreditedLine(
                    part.Quantity,
                    decimals: 3,
                    part.CoreEach > 0 ? part.Quantity - part.CoresReturned : 0
                ),
                FeeCaseLine fee => new CreditedLine(fee.Quantity, decimals: 3),
                _ => new CreditedLine(0, decimals: 0),
            };
        }
        return own;
    }

    private BandGap[] BandsOf(int job, PricedItem[] items)
    {
        var own = new BandGap[pricing.Jobs[job].Lines.Count];
        foreach (ref readonly var item in items.AsSpan())
        {
            if (item.Line >= 0 && pricing.Jobs[job].Lines[item.Line] is PartCaseLine part)
                own[item.Line] = BandGap.Of(pricing, part, evaluator.Prepared(job)[item.Line], item);
        }
        return own;
    }

    private BandGap BandsLeft()
    {
        var left = new BandGap();
        for (var j = 0; j < bands.Length; j++)
        {
            if (bands[j] is not { } own)
                continue;
            for (var l = 0; l < own.Length; l++)
            {
                var (credited, of) = lines[j]![l].Share;
                left += own[l] - own[l].Part(credited, of);
            }
        }
        return left;
    }

    private CreditedLine[]?[] Save() => [.. lines.Select(job => (CreditedLine[]?)job?.Clone())];

    private void Restore(CreditedLine[]?[] saved) => saved.CopyTo(lines, 0);
}
