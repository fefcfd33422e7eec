using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>A line of a job.</summary>
public partial class Line
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The job.</summary>
    public long JobId { get; set; }
    /// <summary>What it is.</summary>
    public LineKind Kind { get; set; }
    /// <summary>Place within the job.</summary>
    public int Position { get; set; }
    /// <summary>What is done or delivered.</summary>
    public string Description { get; set; } = "";
    /// <summary>Switched off within its job.</summary>
    public bool IsExcluded { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Labor: hours.</summary>
    public decimal Hours { get; set; }
    /// <summary>Labor: its rate, a name of the policy or a number; empty for the usual one.</summary>
    public string RateName { get; set; } = "";
    /// <summary>Labor: a rate by hand. Sublet: none. Part: the writer's price, each.</summary>
    public decimal? UnitPrice { get; set; }
    /// <summary>Labor or sublet: an amount that stands by itself.</summary>
    public decimal? Price { get; set; }
    /// <summary>Part: the catalog part.</summary>
    public long? PartId { get; set; }
    /// <summary>Part: its number. Fee: its code.</summary>
    public string Number { get; set; } = "";
    /// <summary>Part: category.</summary>
    public string Category { get; set; } = "";
    /// <summary>Part or fee: units.</summary>
    public decimal Quantity { get; set; } = 1;
    /// <summary>Part: the cost that prices it, each. Sublet: its cost. Fee: what it costs the shop, each.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>Part: the cost in the books, if another.</summary>
    public decimal? BookCost { get; set; }
    /// <summary>Part: list price.</summary>
    public decimal? ListPrice { get; set; }
    /// <summary>Part: core deposit, each.</summary>
    public decimal CoreDeposit { get; set; }
    /// <summary>Part: cores handed back.</summary>
    public decimal CoresReturned { get; set; }
    /// <summary>Sublet: markup percent.</summary>
    public decimal? MarkupPercent { get; set; }
    /// <summary>Fee: amount, each.</summary>
    public decimal UnitAmount { get; set; }
    /// <summary>Fee: held for somebody else.</summary>
    public bool PassThrough { get; set; }
    /// <summary>A part's unit price or labor's rate that the customer was told.</summary>
    public decimal? QuotedPrice { get; set; }
    /// <summary>Part: kept for this line from stock.</summary>
    public decimal ReservedQuantity { get; set; }
    /// <summary>Part: received for this line.</summary>
    public decimal ReceivedQuantity { get; set; }
    /// <summary>Taken off, UTC; kept so that it can come back.</summary>
    public DateTime? RemovedAt { get; set; }
    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; } = 1;

    /// <summary>True while it is on the order.</summary>
    public bool IsOn => RemovedAt is null;

    /// <summary>A part that nobody has put aside or ordered and that is not here.</summary>
    public bool IsPartOpen => Kind == LineKind.Part && IsOn && !IsExcluded && ReservedQuantity + ReceivedQuantity < Quantity;

    /// <summary>Changes one field to what was typed.</summary>
    /// <returns>The old and the new value as they are shown, or why it was refused.</returns>
    public Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        if (old is null) return new Problem("line.field", $"A {Kind.ToString().ToLowerInvariant()} line has no field \"{field}\".", field);
        var problem = field switch
        {
            "description" => Words(text, field, v => Description = v),
            "number" => Words(text, field, v => Number = v, empty: true),
            "hours" => Figure(NumberInput.Hours(text, field), v => Hours = v),
            "quantity" => Figure(NumberInput.Quantity(text, field), v => Quantity = v),
            "unitCost" => Figure(NumberInput.Amount(text, field, 4), v => (UnitCost, BookCost) = (v, null)),
            "coresReturned" => Cores(text, field),
            "amount" => Figure(NumberInput.Amount(text, field, 4), v => UnitAmount = v),
            "unitPrice" when string.IsNullOrWhiteSpace(text) => Clear(() => (UnitPrice, QuotedPrice, OverrideReason) = (null, null, "")),
            "unitPrice" => Override(text, field, v => UnitPrice = v),
            "price" when string.IsNullOrWhiteSpace(text) => Clear(() => (Price, OverrideReason) = (null, "")),
            "price" => Override(text, field, v => Price = v),
            "isExcluded" => Clear(() => IsExcluded = text == "true"),
            "keepsTime" => Clear(() => KeepsTime = text == "true"),
            "rateName" => RateOf(text, field),
            "technicianId" => Clear(() => TechnicianId = long.TryParse(text, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var id) ? id : null),
            "noteInside" => Note(text, field, v => NoteInside = v),
            "noteForCustomer" => Note(text, field, v => (NoteForCustomer, NoteVisibility) = (v, CustomerVisibility.ToBeDecided)),
            "overrideReason" => Words(text, field, v => OverrideReason = v, empty: true),
            _ => new Problem("line.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null) return problem;
        Version++;
        return new FieldChange(field, old, Shown(field)!);
    }

    private string? Shown(string field) => (field, Kind) switch
    {
        ("description", _) => Description,
        ("isExcluded", not LineKind.Text) => IsExcluded ? "true" : "false",
        ("noteInside", _) => NoteInside,
        ("noteForCustomer", _) => NoteForCustomer,
        ("overrideReason", _) => OverrideReason,
        ("technicianId", LineKind.Labor) => TechnicianId?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "",
        ("rateName", LineKind.Labor) => RateName,
        ("keepsTime", LineKind.Labor) => KeepsTime ? "true" : "false",
        ("number", LineKind.Part or LineKind.Fee) => Number,
        ("hours", LineKind.Labor) => Plain(Hours),
        ("quantity", LineKind.Part or LineKind.Fee) => Plain(Quantity),
        ("unitCost", LineKind.Part or LineKind.Sublet) => Plain(UnitCost),
        ("coresReturned", LineKind.Part) when CoreDeposit > 0 => Plain(CoresReturned),
        ("amount", LineKind.Fee) => Plain(UnitAmount),
        ("unitPrice", LineKind.Part or LineKind.Labor) => UnitPrice is { } price ? Plain(price) : "",
        ("price", LineKind.Labor or LineKind.Sublet) => Price is { } price ? Plain(price) : "",
        _ => null,
    };

    private static string Plain(decimal value) => value.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);

    private static Problem? Words(string? text, string field, Action<string> set, bool empty = false)
    {
        var words = (text ?? "").Trim();
        if (words.Length == 0 && !empty) return new Problem("text.empty", "It can't be empty; take the line off instead.", field);
        if (words.Length > 500) return new Problem("text.long", "At most 500 characters are kept here.", field);
        set(words);
        return null;
    }

    private static Problem? Figure(Result<decimal> figure, Action<decimal> set)
    {
        if (figure.Ok) set(figure.Value);
        return figure.Problem;
    }

    /// <summary>Old parts handed in; those that the customer or the shop keeps are charged.</summary>
    private Problem? Cores(string? text, string field)
    {
        var figure = NumberInput.QuantityOrNone(text, field);
        if (figure.Problem is { } problem) return problem;
        if (figure.Value > Quantity) return new Problem("core.many", "No more cores come back than parts go in.", field);
        CoresReturned = figure.Value;
        return null;
    }

    private static Problem? Clear(Action clear)
    {
        clear();
        return null;
    }
}
