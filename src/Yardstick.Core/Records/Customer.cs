using Yardstick.Core.Values;

namespace Yardstick.Core.Records;

/// <summary>A person or a business whose cars the shop looks after.</summary>
public class Customer
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>True for a business.</summary>
    public bool IsBusiness { get; set; }
    /// <summary>First name; of a business its contact's.</summary>
    public string FirstName { get; set; } = "";
    /// <summary>Last name; of a business its contact's.</summary>
    public string LastName { get; set; } = "";
    /// <summary>Name of a business.</summary>
    public string BusinessName { get; set; } = "";
    /// <summary>Telephone numbers, the usual one first.</summary>
    public List<CustomerPhone> Phones { get; } = [];
    /// <summary>E-mail address.</summary>
    public string Email { get; set; } = "";
    /// <summary>Street, place and code, several lines.</summary>
    public string Address { get; set; } = "";
    /// <summary>What must be seen by whoever deals with the customer.</summary>
    public string Alert { get; set; } = "";
    /// <summary>Name of the policy's exemption that frees the customer of taxes; empty for none.</summary>
    public string TaxExempt { get; set; } = "";
    /// <summary>Name of the account's usual labor rate.</summary>
    public string LaborRateName { get; set; } = "";
    /// <summary>Percent off part prices.</summary>
    public decimal PartsDiscountPercent { get; set; }
    /// <summary>How they heard of the shop.</summary>
    public string Source { get; set; } = "";
    /// <summary>First seen, UTC.</summary>
    public DateTime CreatedAt { get; set; }

    /// <summary>The name by which everybody calls them.</summary>
    public string DisplayName => IsBusiness && BusinessName.Length > 0 ? BusinessName : $"{FirstName} {LastName}".Trim();

    /// <summary>Makes a customer from what was typed.</summary>
    /// <returns>Refused when there is neither a name nor a business, or the phone is none.</returns>
    public static Result<Customer> Create(string? firstName, string? lastName, string? businessName, string? phone, string? email, string country, DateTime now)
    {
        var customer = new Customer
        {
            FirstName = Clean(firstName),
            LastName = Clean(lastName),
            BusinessName = Clean(businessName),
            Email = Clean(email),
            CreatedAt = now,
        };
        customer.IsBusiness = customer.BusinessName.Length > 0;
        if (customer.DisplayName.Length == 0) return new Problem("customer.name", "A customer needs a name; type at least a last name or a business.", "lastName");
        foreach (var (name, field) in new[] { (customer.FirstName, "firstName"), (customer.LastName, "lastName"), (customer.BusinessName, "businessName") })
        {
            if (name.Length > 200) return new Problem("customer.name", "A name can have at most 200 characters.", field);
        }
        if (customer.Email.Length > 0 && !customer.Email.Contains('@', StringComparison.Ordinal))
            return new Problem("customer.email", $"\"{customer.Email}\" is not an e-mail address.", "email");
        if (!string.IsNullOrWhiteSpace(phone))
        {
            var number = PhoneNumber.Parse(phone, country);
            if (number.Problem is { } problem) return problem;
            customer.Phones.Add(new CustomerPhone { Number = number.Value.E164, Purpose = "mobile" });
        }
        return customer;
    }

    private static string Clean(string? text) => string.Join(' ', (text ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}

/// <summary>A customer's telephone number.</summary>
public class CustomerPhone
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The customer.</summary>
    public long CustomerId { get; set; }
    /// <summary>E.164 form.</summary>
    public required string Number { get; set; }
    /// <summary>What it is for: mobile, work, home.</summary>
    public string Purpose { get; set; } = "";
    /// <summary>Whether texts may be sent; null if never asked.</summary>
    public bool? Texts { get; set; }
}
