using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A canned job as it is typed.</summary>
public sealed record CannedForm
{
    /// <summary>Title.</summary>
    public string Title { get; init; } = "";

    /// <summary>System of the car.</summary>
    public string System { get; init; } = "";

    /// <summary>Further words by which it is found.</summary>
    public string Words { get; init; } = "";

    /// <summary>One price, as typed; empty where it is built up.</summary>
    public string FixedPrice { get; init; } = "";

    /// <summary>What the customer reads besides the title.</summary>
    public string CustomerText { get; init; } = "";

    /// <summary>What the shop promises on the work, as typed; empty for nothing.</summary>
    public string Warranty { get; init; } = "";

    /// <summary>What the technician ticks off, one point a line.</summary>
    public string Checklist { get; init; } = "";

    /// <summary>What it counts; empty where it does not scale.</summary>
    public string CountUnit { get; init; } = "";

    /// <summary>How many it is made for, as typed.</summary>
    public string Count { get; init; } = "";

    /// <summary>A discount that it carries, as typed.</summary>
    public string Discount { get; init; } = "";

    /// <summary>What that discount is taken off.</summary>
    public DiscountBase DiscountOn { get; init; }

    /// <summary>A diagnosis: what of it is credited when its repair is approved, as typed.</summary>
    public string Credit { get; init; } = "";

    /// <summary>Skill that the work needs; empty for any.</summary>
    public string Skill { get; init; } = "";

    /// <summary>What its bay has to have, with commas; empty for any bay.</summary>
    public string Equipment { get; init; } = "";

    /// <summary>Its work is looked over by somebody else.</summary>
    public bool CheckWanted { get; init; }

    /// <summary>The customer may leave lines out.</summary>
    public bool LinesOpen { get; init; }

    /// <summary>One of the favorites.</summary>
    public bool Favorite { get; init; }

    /// <summary>Its lines.</summary>
    public IReadOnlyList<CannedLineForm> Lines { get; init; } = [];

    /// <summary>Keys of the jobs that may take its place.</summary>
    public IReadOnlyList<long> Alternatives { get; init; } = [];

    /// <summary>A canned job as it would be typed.</summary>
    /// <param name="job">The canned job.</param>
    /// <param name="numberOf">Number of a catalog part.</param>
    public static CannedForm Of(CannedJob job, Func<long, string> numberOf) =>
        new()
        {
            Title = job.Title,
            System = job.System,
            Words = job.Words,
            FixedPrice = job.FixedPrice?.AsTyped ?? "",
            CustomerText = job.CustomerText,
            Warranty = job.Warranty?.ToString() ?? "",
            Checklist = string.Join('\n', job.Checklist),
            CountUnit = job.CountUnit,
            Count = job.CountUnit.Length > 0 ? job.Count.ToString() : "",
            Discount = job.Discount,
            DiscountOn = job.DiscountOn,
            Credit = job.Credit,
            Skill = job.Skill,
            Equipment = string.Join(", ", job.Equipment),
            CheckWanted = job.CheckWanted,
            LinesOpen = job.LinesOpen,
            Favorite = job.Favorite,
            Lines =
            [
                .. job
                    .Lines.OrderBy(l => l.IsAddition)
                    .ThenBy(l => l.Position)
                    .ThenBy(l => l.Id)
                    .Select(l => CannedLineForm.Of(l, numberOf)),
            ],
            Alternatives = [.. job.Alternatives.Select(a => a.OtherId)],
        };

    /// <summary>A job on an order as a canned one would be typed; what was told to that customer stays behind.</summary>
    public static CannedForm Of(Job job, string discount, DiscountBase on, Func<long, string> numberOf) =>
        new()
        {
            Title = job.Title,
            FixedPrice = job.FixedPrice?.AsTyped ?? "",
            CustomerText = job.CustomerText,
            Warranty = job.Warranty?.ToString() ?? "",
            Checklist = string.Join('\n', job.Checklist),
            CountUnit = job.CountUnit,
            Count = job.CountUnit.Length > 0 ? job.Count.ToString() : "",
            Discount = discount,
            DiscountOn = on,
            Credit = job.CreditShown,
            Skill = job.Lines.OfType<LaborLine>().Select(l => l.Skill).FirstOrDefault(s => s.Length > 0) ?? "",
            Equipment = string.Join(", ", job.Equipment),
            CheckWanted = job.CheckWanted,
            LinesOpen = job.LinesOpen,
            Lines =
            [
                .. job.OnLines.Select(l => new CannedLineForm
                {
                    Kind = l.Kind,
                    Description = l.Description,
                    Count = l.Count is { } count ? count.ToString("0.####", CultureInfo.InvariantCulture) : "",
                    Amount = l switch
                    {
                        FeeLine fee => fee.UnitAmount.ToString(),
                        PartLine { PartId: null } part => part.UnitCost.ToString(),
                        SubletLine sublet => sublet.UnitCost.ToString(),
                        _ => "",
                    },
                    LaborRate = (l as LaborLine)?.LaborRate?.ToString() ?? "",
                    Number = l switch
                    {
                        PartLine { PartId: { } id } => numberOf(id),
                        PartLine part => part.Number,
                        FeeLine fee => fee.Code,
                        _ => "",
                    },
                    PassThrough = l is FeeLine { PassThrough: true },
                    PerCount = l.PerCount,
                    FactKey = (l as PartLine)?.FactKey ?? "",
                }),
            ],
        };

    /// <summary>Puts what was typed onto a canned job; all of it or, with the first thing that is wrong, nothing.</summary>
    /// <param name="job">The canned job.</param>
    /// <param name="partOf">Finds a catalog part by its number.</param>
    public static Problem? Fill(CannedForm? form, CannedJob job, Func<string, Part?> partOf) =>
        form is null ? new Problem("cannedJob.empty", "Nothing was filled in; load the page again.") : form.Fill(job, partOf);

    /// <summary>Fills a canned job with what was typed, or says which field is not right; nothing is filled then.</summary>
    /// <param name="job">The canned job; its version counts up.</param>
    /// <param name="partOf">The catalog part with a number.</param>
    public Problem? Fill(CannedJob job, Func<string, Part?> partOf)
    {
        if (Title.Trim().Length is 0 or > 200)
            return new Problem("job.title", "A job needs a title of at most 200 characters.", "title");
        if (System.Trim().Length is 0 or > 60)
            return new Problem("cannedJob.system", "Enter a system, such as Brakes.", "system");
        if (CustomerText.Length > 2000 || Checklist.Length > 4000 || Words.Length > 300)
            return new Problem("text.long", "Shorten the customer description, checklist or search words.", "customerText");
        if (Skill.Trim().Length > 40)
            return TextInput.TooLong(40, "skill", "A skill");
        var equipment = Equipment.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (equipment.Any(e => e.Length > 40))
            return TextInput.TooLong(40, "equipment");
        Money? fixedPrice = null;
        if (FixedPrice.Trim().Length > 0)
        {
            var price = NumberInput.Amount(FixedPrice, "fixedPrice");
            if (price.Problem is { } bad)
                return bad;
            fixedPrice = Money.Of(price.Value);
        }
        var count = Quantity.One;
        if (CountUnit.Trim().Length > 0)
        {
            var typed = Quantity.Parse(Count, "count");
            if (typed.Problem is { } bad)
                return bad;
            count = typed.Value;
        }
        var warranty = WarrantyTerm.Parse(Warranty);
        if (warranty.Problem is { } noTerm)
            return noTerm;
        if (Job.Credit(Credit, "credit").Problem is { } credit)
            return credit;
        if (Discount.Trim().Length > 0 && GivenDiscount.Parse(Discount, DiscountOn, "").Problem is { } discount)
            return discount with { Field = "discount" };
        var lines = new List<CannedLine>();
        foreach (var form in Lines)
        {
            var line = form.Line(lines.Count, partOf);
            if (line.Problem is { } bad)
                return bad with { Field = $"lines[{lines.Count}].{bad.Field}" };
            lines.Add(line.Value);
        }
        if (fixedPrice is not null && !lines.Exists(l => !l.IsAddition && l.Kind is LineKind.Labor or LineKind.Part or LineKind.Sublet))
            return new Problem("job.fixedPrice", "Add a labor, part or sublet line before setting a fixed price.", "fixedPrice");
        (job.Title, job.System, job.Words, job.FixedPrice) = (Title.Trim(), System.Trim(), Words.Trim(), fixedPrice);
        (job.CustomerText, job.Checklist) = (
            CustomerText.Trim(),
            Checklist.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        );
        (job.CountUnit, job.Count, job.Discount, job.DiscountOn, job.Favorite) = (
            CountUnit.Trim(),
            count,
            Discount.Trim(),
            DiscountOn,
            Favorite
        );
        (job.Credit, job.LinesOpen, job.Skill) = (Credit.Trim(), LinesOpen, Skill.Trim());
        (job.CheckWanted, job.Warranty) = (CheckWanted, warranty.Value);
        job.Equipment = [.. equipment.Distinct(StringComparer.OrdinalIgnoreCase)];
        job.Version++;
        job.Lines.Clear();
        job.Lines.AddRange(lines);
        job.Alternatives.Clear();
        job.Alternatives.AddRange(Alternatives.Distinct().Where(id => id != job.Id).Select(id => new CannedAlternative { OtherId = id }));
        return null;
    }
}
