using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Catalog;

/// <summary>Something that comes along with one part of the catalog.</summary>
public class PartCompanion
{
    private const int LongestLabel = 80,
        LongestCode = 24;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The part.</summary>
    public long PartId { get; init; }

    /// <summary>
    /// Short name, made of its first label, by which a job waives it. Parts that name the same code share it: on a job it comes once, for
    /// the units of all of them.
    /// </summary>
    public required string Code { get; init; }

    /// <summary>What the customer reads, 1 to 80 characters.</summary>
    public string Label { get; internal set; } = "";

    /// <summary>Labor, part or fee.</summary>
    public AmountKind Kind { get; internal set; }

    /// <summary>Price for each unit.</summary>
    public UnitPrice AmountPerUnit { get; internal set; }

    /// <summary>Hours for each unit, of labor.</summary>
    public LaborHours HoursPerUnit { get; internal set; }

    /// <summary>Cost of each unit, of a part or fee.</summary>
    public UnitPrice CostPerUnit { get; internal set; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; internal set; } = true;

    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>
    /// A new one of a part, as labor until somebody says otherwise. Refuses with <c>addOn.label</c> and <c>addOn.twice</c>.
    /// </summary>
    /// <param name="part">The part that it comes with.</param>
    /// <param name="label">1 to 80 characters.</param>
    public static Result<PartCompanion> Create(Part part, string? label)
    {
        var typed = (label ?? "").Trim();
        var made = new PartCompanion { Code = CodeOf(typed), Kind = AmountKind.Labor };
        if (made.SetLabel(typed) is { } problem)
            return problem;
        if (part.Companions.Exists(c => c.Code == made.Code))
            return new Problem("addOn.twice", $"{part.Number} already has an add-on \"{typed}\".", "label");
        part.Companions.Add(made);
        return made;
    }

    /// <summary>Changes one field: label, kind, amountPerUnit, hoursPerUnit, costPerUnit, taxable or passThrough.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed; <c>true</c> or <c>false</c> for the last two.</param>
    public Result<FieldChange> Set(string field, string? text)
    {
        var (old, typed) = (Shown(field), (text ?? "").Trim());
        var problem = field switch
        {
            "label" => SetLabel(typed),
            "kind" => SetKind(typed),
            "amountPerUnit" => Read(UnitPrice.Parse(OrZero(typed), field), v => AmountPerUnit = v),
            "hoursPerUnit" => Read(LaborHours.Parse(OrZero(typed), field), v => HoursPerUnit = v),
            "costPerUnit" => Read(UnitPrice.Parse(OrZero(typed), field), v => CostPerUnit = v),
            "taxable" => Kept(() => Taxable = typed == "true"),
            "passThrough" => Kept(() => PassThrough = typed == "true"),
            _ => new Problem("addOn.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? SetLabel(string typed)
    {
        if (typed.Length is 0 or > LongestLabel || CodeOf(typed).Length == 0)
            return new Problem("addOn.label", "Enter what the customer reads, at most 80 characters.", "label");
        Label = typed;
        return null;
    }

    private Problem? SetKind(string typed)
    {
        if (!Enum.TryParse<AmountKind>(typed, out var kind) || kind is not (AmountKind.Labor or AmountKind.Part or AmountKind.Fee))
            return new Problem("addOn.kind", "An add-on is labor, a part or a fee.", "kind");
        Kind = kind;
        // What its kind does not have is not kept behind the screen.
        if (kind == AmountKind.Labor)
            CostPerUnit = default;
        else
            HoursPerUnit = default;
        PassThrough &= kind == AmountKind.Fee;
        return null;
    }

    private static string OrZero(string typed) => typed.Length == 0 ? "0" : typed;

    private static string CodeOf(string label)
    {
        var words = label
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Select(w => string.Concat(w.Where(char.IsLetterOrDigit)).ToUpperInvariant())
            .Where(w => w.Length > 0);
        var code = string.Join('-', words);
        return code.Length > LongestCode ? code[..LongestCode].TrimEnd('-') : code;
    }

    private string Shown(string field) =>
        field switch
        {
            "label" => Label,
            "kind" => Kind.ToString(),
            "amountPerUnit" => AmountPerUnit.ToString(),
            "hoursPerUnit" => HoursPerUnit.ToString(),
            "costPerUnit" => CostPerUnit.ToString(),
            "taxable" => Taxable ? "true" : "false",
            "passThrough" => PassThrough ? "true" : "false",
            _ => "",
        };

    /// <summary>As pricing takes it.</summary>
    /// <param name="partNumber">The part that it comes with.</param>
    public CompanionRule Rule(string partNumber) =>
        new()
        {
            Code = Code,
            Label = Label,
            Category = partNumber,
            Kind = Kind,
            AmountPerUnit = AmountPerUnit.Value,
            HoursPerUnit = HoursPerUnit.Value,
            CostPerUnit = CostPerUnit.Value,
            Taxable = Taxable,
            PassThrough = PassThrough,
        };
}
