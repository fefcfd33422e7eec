using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Purchasing;

/// <summary>A place of a supplier from which parts come.</summary>
public class SupplierBranch
{
    private const int LongestName = 80,
        LongestText = 120;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The supplier.</summary>
    public long SupplierId { get; init; }

    /// <summary>Name, 1 to 80 characters; no two of one supplier are called the same.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Telephone; empty where it is the supplier's.</summary>
    public string Phone { get; internal set; } = "";

    /// <summary>Street and city.</summary>
    public string Address { get; internal set; } = "";

    /// <summary>When it delivers, in words; empty where it is as the supplier's.</summary>
    public string DeliveryTimes { get; internal set; } = "";

    /// <summary>Not ordered from any more, UTC; null while it is.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>A new one. Refuses with <c>branch.name</c> and <c>branch.twice</c>.</summary>
    /// <param name="supplier">Whose it is.</param>
    /// <param name="name">1 to 80 characters.</param>
    public static Result<SupplierBranch> Create(Supplier supplier, string? name)
    {
        var made = new SupplierBranch { SupplierId = supplier.Id };
        if (made.Rename((name ?? "").Trim(), supplier) is { } problem)
            return problem;
        supplier.Branches.Add(made);
        return made;
    }

    /// <summary>Changes one field: name, phone, address or deliveryTimes.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="supplier">Whose it is, with its other branches.</param>
    /// <param name="country">Country of telephone numbers without one.</param>
    public Result<FieldChange> Set(string field, string? text, Supplier supplier, string country)
    {
        var (old, typed) = (Shown(field), (text ?? "").Trim());
        var problem = field switch
        {
            "name" => Rename(typed, supplier),
            "phone" => typed.Length == 0
                ? Kept(() => Phone = "")
                : Read(PhoneNumber.Parse(typed, country, field), v => Phone = v.Shown(country)),
            "address" => Text(typed, LongestText, field, v => Address = v),
            "deliveryTimes" => Text(typed, LongestText, field, v => DeliveryTimes = v),
            _ => new Problem("branch.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Rename(string typed, Supplier supplier)
    {
        if (typed.Length is 0 or > LongestName)
            return new Problem("branch.name", "Enter a branch name of up to 80 characters.", "name");
        return supplier.Branches.Exists(b => b != this && string.Equals(b.Name, typed, StringComparison.OrdinalIgnoreCase))
            ? new Problem("branch.twice", $"{supplier.Name} already has a branch {typed}.", "name")
            : Kept(() => Name = typed);
    }

    private string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "phone" => Phone,
            "address" => Address,
            "deliveryTimes" => DeliveryTimes,
            _ => "",
        };

    /// <summary>Nothing more is ordered from it, or something again.</summary>
    /// <param name="off">True ends it.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public FieldChange Retire(bool off, Instant utcNow)
    {
        var old = RetiredAt is null ? "in use" : "retired";
        RetiredAt = off ? RetiredAt ?? utcNow : null;
        Version++;
        return new FieldChange("retired", old, off ? "retired" : "in use");
    }
}
