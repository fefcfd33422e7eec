using System.Globalization;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Purchasing;

/// <summary>Somebody who sells parts to the shop.</summary>
public class Supplier
{
    private const int LongestName = 80,
        LongestText = 120,
        UsualCoreDays = 30,
        MostCoreDays = 999;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Name, 1 to 80 characters.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>How orders reach them.</summary>
    public SupplierOrderWay Way { get; internal set; }

    /// <summary>Short name under which their service is reached; empty where they have none.</summary>
    public string Code { get; internal set; } = "";

    /// <summary>Telephone.</summary>
    public string Phone { get; internal set; } = "";

    /// <summary>Email.</summary>
    public string Email { get; internal set; } = "";

    /// <summary>Whom to ask for.</summary>
    public string Contact { get; internal set; } = "";

    /// <summary>The shop's account with them.</summary>
    public string AccountNumber { get; internal set; } = "";

    /// <summary>When they deliver, in words: weekdays at 10 and 2.</summary>
    public string DeliveryTimes { get; internal set; } = "";

    /// <summary>Days within which they take a core back, 1 to 999.</summary>
    public int CoreDays { get; internal set; } = UsualCoreDays;

    /// <summary>The customer record on which they pay for work under their warranty; null until they first do.</summary>
    public long? PayerId { get; internal set; }

    /// <summary>Places from which their parts come; none where there is one only.</summary>
    public List<SupplierBranch> Branches { get; } = [];

    /// <summary>Not ordered from any more, UTC; null while they are.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>
    /// A new one, who is called until somebody says how else. Refuses with <c>supplier.name</c> and <c>supplier.twice</c>.
    /// </summary>
    /// <param name="name">1 to 80 characters.</param>
    /// <param name="taken">Whether another has the name already.</param>
    public static Result<Supplier> Create(string? name, bool taken)
    {
        var made = new Supplier { Way = SupplierOrderWay.Phone };
        return made.Rename(name, taken) is { } problem ? problem : made;
    }

    /// <summary>Makes the customer record on which they pay. A telephone or email that reads as none is left out.</summary>
    /// <param name="country">Country of telephone numbers without one.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result<Customer> OpenAccount(string country, Instant utcNow)
    {
        var phone = PhoneNumber.Parse(Phone, country).Ok ? Phone : null;
        var email = EmailAddress.Parse(Email).Ok ? Email : null;
        return Customer.Create(null, null, Name, phone, email, country, utcNow);
    }

    /// <summary>They pay on that record from now on.</summary>
    /// <param name="customerId">The record.</param>
    public void PaysOn(long customerId) => PayerId = customerId;

    /// <summary>Changes one field: name, way, code, phone, email, contact, accountNumber, deliveryTimes or coreDays.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="country">Country of telephone numbers without one.</param>
    /// <param name="taken">Whether another has that name or code already.</param>
    public Result<FieldChange> Set(string field, string? text, string country, bool taken)
    {
        var old = Shown(field);
        if (Write(field, (text ?? "").Trim(), country, taken) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    private Problem? Write(string field, string typed, string country, bool taken) =>
        field switch
        {
            "name" => Rename(typed, taken),
            "code" => SetService(typed, taken),
            "way" => SetWay(typed),
            "phone" => typed.Length == 0
                ? Kept(() => Phone = "")
                : Read(PhoneNumber.Parse(typed, country, field), v => Phone = v.Shown(country)),
            "email" => SetEmail(typed),
            "contact" => Text(typed, LongestText, field, v => Contact = v),
            "accountNumber" => Text(typed, LongestText, field, v => AccountNumber = v),
            "deliveryTimes" => Text(typed, LongestText, field, v => DeliveryTimes = v),
            "coreDays" => SetCoreDays(typed),
            _ => new Problem("supplier.field", $"\"{field}\" can't be edited.", field),
        };

    private Problem? SetService(string typed, bool taken)
    {
        if (typed.Length > 40 || !typed.All(c => char.IsAsciiLetterOrDigit(c) || c == '-'))
            return new Problem("supplier.code", "The name of a service has letters, digits and dashes only.", "code");
        if (taken && typed.Length > 0)
            return new Problem("supplier.codeTwice", $"Another supplier has the service {typed} already.", "code");
        if (typed.Length == 0 && Way == SupplierOrderWay.Electronic)
            return NoService;
        Code = typed;
        return null;
    }

    private Problem? SetWay(string typed)
    {
        if (!Enum.TryParse<SupplierOrderWay>(typed, out var way) || !Enum.IsDefined(way))
            return new Problem("supplier.way", "Orders go out electronically, by email or by phone.", "way");
        if (way == SupplierOrderWay.Electronic && Code.Length == 0)
            return NoService;
        if (way == SupplierOrderWay.Email && Email.Length == 0)
            return NoEmail;
        Way = way;
        return null;
    }

    private Problem? SetCoreDays(string typed)
    {
        if (!int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var days) || days is < 1 or > MostCoreDays)
            return new Problem("supplier.coreDays", $"Enter the days within which they take a core back, 1 to {MostCoreDays}.", "coreDays");
        CoreDays = days;
        return null;
    }

    private Problem? SetEmail(string typed)
    {
        if (typed.Length > 0)
            return Read(EmailAddress.Parse(typed, "email"), v => Email = v.Text);
        return Way == SupplierOrderWay.Email ? NoEmail : Kept(() => Email = "");
    }

    private Problem? Rename(string? name, bool taken)
    {
        var typed = (name ?? "").Trim();
        if (typed.Length is 0 or > LongestName)
            return new Problem("supplier.name", "Enter a supplier name of up to 80 characters.", "name");
        if (taken)
            return new Problem("supplier.twice", $"There is a supplier {typed} already.", "name");
        Name = typed;
        return null;
    }

    private string Shown(string field) =>
        field switch
        {
            "name" => Name,
            "code" => Code,
            "way" => Way.ToString(),
            "phone" => Phone,
            "email" => Email,
            "contact" => Contact,
            "accountNumber" => AccountNumber,
            "deliveryTimes" => DeliveryTimes,
            "coreDays" => CoreDays.ToString(CultureInfo.InvariantCulture),
            _ => "",
        };

    /// <summary>Nothing more is ordered from them, or something again; what was ordered stays theirs.</summary>
    /// <param name="off">True ends it.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow)
    {
        RetiredAt = off ? utcNow : null;
        Version++;
    }

    private static readonly Problem NoEmail = new(
        "supplier.noEmail",
        "Enter their email address first; purchase orders go there.",
        "email"
    );

    private static readonly Problem NoService = new(
        "supplier.noService",
        "Enter the name of their service first. Without one, orders go out by phone or email.",
        "code"
    );
}
