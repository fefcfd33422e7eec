using System.Globalization;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Catalog;

/// <summary>What a part of the catalog is, field by field as it is typed.</summary>
public partial class Part
{
    private const int LongestNumber = 40,
        LongestWord = 60,
        MostEquivalents = 20;
    private static readonly string[] Units = ["", "qt", "gal", "pt", "lb", "L", "kg", "ft", "m"];
    private static readonly string[] Conditions = ["", "new", "used", "rebuilt"];

    /// <summary>Units in which parts are counted; empty for pieces.</summary>
    public static IReadOnlyList<string> AllUnits => Units;

    /// <summary>Conditions of parts; empty where nobody said.</summary>
    public static IReadOnlyList<string> AllConditions => Conditions;

    /// <summary>A new part of the catalog. Refuses with <c>part.numberForm</c>, <c>part.description</c> and <c>part.twice</c>.</summary>
    /// <param name="number">1 to 40 characters.</param>
    /// <param name="description">1 to 200 characters.</param>
    /// <param name="taken">Whether the catalog has the number already.</param>
    public static Result<Part> Create(string? number, string? description, bool taken)
    {
        var part = new Part();
        var problem = part.Write("number", (number ?? "").Trim(), taken, default)
            ?? part.Write("description", (description ?? "").Trim(), false, default);
        return problem is null ? part : problem;
    }

    /// <summary>
    /// Changes one field: number, description, category, unit, brand, condition, bin, equivalents, listPrice, coreEach, unitCost,
    /// lowestLevel, fillLevel, packSize, rating, dateCode or supplierId. What lies on the shelf keeps the cost that it was bought at.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="taken">Whether another part has that number already.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result<FieldChange> Set(string field, string? text, bool taken, Instant utcNow)
    {
        var old = Shown(field);
        if (Write(field, (text ?? "").Trim(), taken, utcNow) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Write(string field, string typed, bool taken, Instant utcNow) =>
        field switch
        {
            "number" => typed.Length is 0 or > LongestNumber
                ? new Problem("part.numberForm", "A part needs a number of at most 40 characters.", field)
            : taken ? new Problem("part.twice", $"There is a part {typed} in the catalog already.", field)
            : Kept(() => Number = typed),
            "description" => typed.Length is 0 or > 200
                ? new Problem("part.description", "Enter a description of up to 200 characters.", field)
                : Kept(() => Description = typed),
            "category" => Text(typed.ToLowerInvariant(), LongestWord, field, v => Category = v),
            "brand" => Text(typed, LongestWord, field, v => Brand = v),
            "bin" => Text(typed, LongestWord, field, v => Bin = v),
            "unit" => OneOf(Units, typed, field, v => Unit = v),
            "condition" => OneOf(Conditions, typed, field, v => Condition = v),
            "equivalents" => SetEquivalents(typed),
            "listPrice" => typed.Length == 0 ? Kept(() => ListPrice = null) : Read(UnitPrice.Parse(typed, field), v => ListPrice = v),
            "coreEach" => Read(UnitPrice.Parse(OrZero(typed), field), v => CoreEach = v),
            "unitCost" => Cost(typed, utcNow),
            "lowestLevel" => Read(Quantity.ParseOrNone(OrZero(typed), field), v => LowestLevel = v),
            "fillLevel" => Read(Quantity.ParseOrNone(OrZero(typed), field), v => FillLevel = v),
            "packSize" => Read(Quantity.Parse(typed.Length == 0 ? "1" : typed, field), v => PackSize = v),
            "rating" => SetRating(typed),
            "dateCode" => SetDateCode(typed, utcNow),
            "supplierId" => Kept(() =>
                SupplierId = long.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null
            ),
            _ => new Problem("part.field", $"\"{field}\" can't be edited.", field),
        };

    private Problem? Cost(string typed, Instant utcNow)
    {
        if (OnHand > Quantity.Zero)
            return new Problem("part.costOfStock", "What is on the shelf keeps the cost at which it was bought.", "unitCost");
        return Read(UnitPrice.Parse(OrZero(typed), "unitCost"), v => (UnitCost, AverageCost, CostAt) = (v, v, utcNow));
    }

    private Problem? SetRating(string typed)
    {
        if (typed.Length > 0 && TireRating.Read(typed) is null)
            return new Problem("part.rating", "Enter load index and speed symbol as on the tire's side, such as 91V.", "rating");
        Rating = typed.Length == 0 ? null : TireRating.Read(typed);
        return null;
    }

    private Problem? SetDateCode(string typed, Instant utcNow)
    {
        if (typed.Length > 0 && TireDate.Read(typed, utcNow.InUtc().Date) is null)
            return new Problem(
                "part.dateCode",
                "Enter the last four digits of the date code, week and year: 3525 for week 35 of 2025.",
                "dateCode"
            );
        DateCode = typed;
        return null;
    }

    private Problem? SetEquivalents(string typed)
    {
        var numbers = typed.Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (numbers.Length > MostEquivalents || numbers.Any(n => n.Length > LongestNumber))
            return new Problem("part.equivalents", "At most 20 numbers with up to 40 characters each are kept.", "equivalents");
        Equivalents = [.. numbers.Distinct(StringComparer.OrdinalIgnoreCase)];
        return null;
    }

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "number" => Number,
            "description" => Description,
            "category" => Category,
            "unit" => Unit,
            "brand" => Brand,
            "condition" => Condition,
            "bin" => Bin,
            "equivalents" => string.Join(", ", Equivalents),
            "listPrice" => ListPrice?.ToString() ?? "",
            "coreEach" => CoreEach > UnitPrice.Zero ? CoreEach.ToString() : "",
            "unitCost" => UnitCost.ToString(),
            "lowestLevel" => LowestLevel.ToString(),
            "fillLevel" => FillLevel.ToString(),
            "packSize" => PackSize.ToString(),
            "rating" => Rating?.ToString() ?? "",
            "dateCode" => DateCode,
            "supplierId" => SupplierId?.ToString(CultureInfo.InvariantCulture) ?? "",
            _ => "",
        };

    /// <summary>Says who usually supplies it.</summary>
    public void UsuallyFrom(long supplierId) => SupplierId = supplierId;

    /// <summary>It joined the catalog by mistake, with its stock: nothing is on the shelf, and it is offered no more.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void NeverCame(Instant utcNow)
    {
        OnHand = Quantity.Zero;
        Withdraw(true, utcNow);
    }

    /// <summary>Withdraws it from the catalog, or offers it again. Lines that have it keep it.</summary>
    /// <param name="off">True withdraws it.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Withdraw(bool off, Instant utcNow)
    {
        WithdrawnAt = off ? utcNow : null;
        Version++;
    }

    private static string OrZero(string typed) => typed.Length == 0 ? "0" : typed;

    private static Problem? OneOf(string[] words, string typed, string field, Action<string> keep) =>
        Array.Find(words, w => string.Equals(w, typed, StringComparison.OrdinalIgnoreCase)) is { } word
            ? Kept(() => keep(word))
            : new Problem("part.choice", "Choose from the list.", field);
}
