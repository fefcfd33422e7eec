using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Reads a policy as it was typed, and names everything that is not right rather than the first thing only.</summary>
public sealed class PolicyFormReader
{
    private const int MostRows = 200;
    private const int LongestName = 60;
    private readonly List<Problem> problems = [];

    private PolicyFormReader() { }

    /// <summary>Reads a draft.</summary>
    /// <param name="form">What was typed.</param>
    /// <param name="currency">The shop's currency.</param>
    /// <param name="use">What of the shop refers to the policy.</param>
    public static PolicyReading Read(PolicyForm form, string currency, PolicyUse use)
    {
        var reader = new PolicyFormReader();
        var policy = reader.Policy(form, currency);
        reader.References(form, use);
        return reader.problems.Count > 0 ? new(null, reader.problems) : new(policy, []);
    }

    private ShopPolicy Policy(PolicyForm form, string currency) =>
        new()
        {
            Pricing = new PricingPolicy
            {
                Currency = currency,
                PricesIncludeTax = form.PricesIncludeTax,
                LaborRates = Map(form.LaborRates, "laborRates", r => r.Name, (r, path) => Figure(r.Rate, $"{path}.rate", 4, needed: true)),
                LaborCostPerHour = Figure(form.LaborCostPerHour, "laborCostPerHour", 4),
                MarkupBands = Map(form.MarkupBands, "markupBands", t => t.Name, Bands),
                Categories = Map(form.Categories, "categories", c => c.Name, (c, _) => c.Bands.Length == 0 ? null : c.Bands),
                PriceEnding = Ending(form),
                CapAtList = form.CapAtList,
                Companions = Rows(form.Companions, "companions", c => c.Code, Companion),
                OrderFees = Rows(form.OrderFees, "orderFees", f => f.Code, Fee),
                Supplies = form.Supplies.Charged ? Supplies(form.Supplies) : null,
                Taxes = Rows(form.Taxes, "taxes", t => t.Code, Tax),
                Overrun = Overrun(form.Overrun),
            },
            MarginAim = Aim(form.MarginAim),
            EffectiveRateAim = Optional(form.EffectiveRateAim, "effectiveRateAim", 2),
            StockCost = form.StockCost,
            Exemptions = Rows(
                form.Exemptions,
                "exemptions",
                e => e.Name,
                (e, path) =>
                {
                    if (!e.All && e.Taxes.Count == 0)
                        Add(path, "Choose the taxes this exempts from, or all of them.");
                    return new Exemption(e.Name.Trim(), e.All, e.All ? [] : e.Taxes);
                }
            ),
        };

    private void Add(string path, string message) => problems.Add(new Problem("policy.field", message, path));

    private decimal Figure(string text, string path, int decimals, bool needed = false)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            if (needed)
                Add(path, "Enter a number.");
            return 0;
        }
        var figure = NumberInput.Amount(text, path, decimals);
        if (figure.Problem is { } problem)
            problems.Add(problem);
        return figure.Ok ? figure.Value : 0;
    }

    private decimal? Optional(string text, string path, int decimals) =>
        string.IsNullOrWhiteSpace(text) ? null : Figure(text, path, decimals);

    private decimal Percent(string text, string path, bool needed = true)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            if (needed)
                Add(path, "Enter a percent.");
            return 0;
        }
        var percent = Values.Percent.Parse(text, path);
        if (percent.Problem is { } problem)
            problems.Add(problem);
        return percent.Ok ? percent.Value.Value : 0;
    }

    private decimal? Aim(string text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var aim = Percent(text, "marginAim");
        if (aim >= 100)
            Add("marginAim", "Enter a margin below 100, such as 55.");
        return aim;
    }

    private List<TResult> Rows<TRow, TResult>(
        IReadOnlyList<TRow> rows,
        string list,
        Func<TRow, string> name,
        Func<TRow, string, TResult> read
    )
    {
        if (rows.Count > MostRows)
            Add(list, $"Up to {MostRows} rows are allowed.");
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        var done = new List<TResult>();
        for (var i = 0; i < rows.Count; i++)
        {
            var path = $"{list}[{i}]";
            var called = name(rows[i]).Trim();
            var field = $"{path}.{(list is "companions" or "orderFees" or "taxes" ? "code" : "name")}";
            if (called.Length == 0)
                Add(field, "Enter a name.");
            else if (called.Length > LongestName)
                Add(field, $"A name can have at most {LongestName} characters.");
            else if (!seen.Add(called))
                Add(field, $"\"{called}\" is used twice. Use different names.");
            done.Add(read(rows[i], path));
        }
        return done;
    }

    private Dictionary<string, TResult> Map<TRow, TResult>(
        IReadOnlyList<TRow> rows,
        string list,
        Func<TRow, string> name,
        Func<TRow, string, TResult> read
    )
    {
        var values = Rows(rows, list, name, read);
        var map = new Dictionary<string, TResult>();
        for (var i = 0; i < values.Count; i++)
            map.TryAdd(name(rows[i]).Trim(), values[i]);
        return map;
    }

    private IReadOnlyList<MarkupBand> Bands(BandTable table, string path)
    {
        if (table.Bands.Count == 0)
            Add(path, "Add at least one row to this markup table.");
        if (table.Bands.Count > 50)
            Add(path, "A markup table can have up to 50 rows.");
        var bands = new List<MarkupBand>();
        for (var b = 0; b < table.Bands.Count; b++)
        {
            var (row, at, last) = (table.Bands[b], $"{path}.bands[{b}]", b == table.Bands.Count - 1);
            decimal? edge = null;
            if (last && !string.IsNullOrWhiteSpace(row.UpTo))
                Add($"{at}.upTo", "The last row covers all higher costs. Leave it blank, or add a row after it.");
            else if (!last)
                edge = Figure(row.UpTo, $"{at}.upTo", 4, needed: true);
            if (b > 0 && edge is { } to && bands[b - 1].UpTo is { } below && to <= below)
                Add($"{at}.upTo", Invariant($"The previous row ends at {below:0.00##}. Enter a higher cost."));
            bands.Add(new MarkupBand(edge, Figure(row.Multiplier, $"{at}.multiplier", 3, needed: true)));
        }
        return bands;
    }

    private PriceEnding Ending(PolicyForm form)
    {
        if (form.Ending == EndingKind.None)
            return PriceEnding.None;
        var value = Figure(form.EndingValue, "endingValue", 4, needed: true);
        if (form.Ending == EndingKind.RoundUpTo)
        {
            if (value == 0 && form.EndingValue.Trim().Length > 0)
                Add("endingValue", "Enter a rounding amount such as 0.25.");
            return new PriceEnding { RoundUpTo = value };
        }
        if (value >= 1)
            Add("endingValue", "Enter cents only, such as 0.95.");
        return new PriceEnding { EndWith = value };
    }

    private CompanionRule Companion(CompanionRow row, string path)
    {
        if (row.Category.Trim().Length == 0)
            Add($"{path}.category", "Choose the part category that adds it.");
        if (row.Kind is not (AmountKind.Labor or AmountKind.Part or AmountKind.Fee))
            Add($"{path}.kind", "Choose labor, part or fee.");
        return new CompanionRule
        {
            Code = row.Code.Trim(),
            Label = row.Label.Trim() is { Length: > 0 } label ? label : null,
            Category = row.Category.Trim(),
            Kind = row.Kind,
            AmountPerUnit = Figure(row.AmountPerUnit, $"{path}.amountPerUnit", 4, needed: true),
            HoursPerUnit = row.Kind == AmountKind.Labor ? Figure(row.HoursPerUnit, $"{path}.hoursPerUnit", 2) : 0,
            CostPerUnit = row.Kind == AmountKind.Labor ? 0 : Figure(row.CostPerUnit, $"{path}.costPerUnit", 4),
            Taxable = row.Taxable,
            PassThrough = row.Kind == AmountKind.Fee && row.PassThrough,
        };
    }

    private OrderFee Fee(FeeRow row, string path) =>
        new()
        {
            Code = row.Code.Trim(),
            Amount = Figure(row.Amount, $"{path}.amount", 4, needed: true),
            CostEach = Figure(row.CostEach, $"{path}.costEach", 4),
            Taxable = row.Taxable,
            PassThrough = row.PassThrough,
            Category = row.Category.Trim() is { Length: > 0 } category ? category : null,
        };

    private SuppliesRule Supplies(SuppliesRow row)
    {
        var rule = new SuppliesRule
        {
            Percent = Percent(row.Percent, "supplies.percent"),
            Base = row.Base,
            Minimum = Optional(row.Minimum, "supplies.minimum", 2),
            Maximum = Optional(row.Maximum, "supplies.maximum", 2),
            Taxable = row.Taxable,
            CostPercent = Percent(row.CostPercent, "supplies.costPercent", needed: false),
        };
        if (rule is { Minimum: { } least, Maximum: { } most } && least > most)
            Add("supplies.maximum", Invariant($"The maximum is below the minimum of {least:0.00}."));
        return rule;
    }

    private TaxRule Tax(TaxRow row, string path)
    {
        if (row.On.Count == 0)
            Add($"{path}.on", "Choose at least one item this tax applies to.");
        return new TaxRule(row.Code.Trim(), Percent(row.Percent, $"{path}.percent"), [.. row.On.Distinct().Order()]);
    }

    private OverrunRule? Overrun(OverrunRow row)
    {
        if (string.IsNullOrWhiteSpace(row.Percent) && string.IsNullOrWhiteSpace(row.Amount))
            return null;
        return new OverrunRule
        {
            Percent = string.IsNullOrWhiteSpace(row.Percent) ? null : Percent(row.Percent, "overrun.percent"),
            Amount = Optional(row.Amount, "overrun.amount", 2),
            TakeGreater = row.TakeGreater,
        };
    }

    /// <summary>
    /// What is named has to be there: tables by categories, taxes by exemptions, rates and exemptions by the shop's records.
    /// </summary>
    private void References(PolicyForm form, PolicyUse use)
    {
        var rates = Names(form.LaborRates.Select(r => r.Name));
        if (!rates.Contains("general"))
            Add("laborRates", "Keep a rate named general; labor without its own rate uses it.");
        foreach (var (rate, who) in use.Rates)
        {
            if (!rates.Contains(rate))
                Add("laborRates", $"The rate {rate} is used by {who}; keep it, or change their rate first.");
        }
        var tables = Names(form.MarkupBands.Select(t => t.Name));
        if (!tables.Contains("standard"))
            Add("markupBands", "Keep a markup table named standard; parts without their own markup table use it.");
        for (var c = 0; c < form.Categories.Count; c++)
        {
            if (form.Categories[c].Bands is { Length: > 0 } table && !tables.Contains(table))
                Add($"categories[{c}].bands", $"No markup table is named \"{table}\".");
        }
        var taxes = Names(form.Taxes.Select(t => t.Code));
        for (var e = 0; e < form.Exemptions.Count; e++)
        {
            foreach (var tax in form.Exemptions[e].Taxes.Where(t => !form.Exemptions[e].All && !taxes.Contains(t)))
                Add($"exemptions[{e}]", $"No tax is named \"{tax}\".");
        }
        var exemptions = Names(form.Exemptions.Select(e => e.Name));
        foreach (var (exemption, who) in use.Exemptions)
        {
            if (!exemptions.Contains(exemption))
                Add("exemptions", $"The exemption {exemption} is used by {who}; keep it, or remove it from them first.");
        }
    }

    private static HashSet<string> Names(IEnumerable<string> names) => names.Select(n => n.Trim()).ToHashSet(StringComparer.Ordinal);
}
