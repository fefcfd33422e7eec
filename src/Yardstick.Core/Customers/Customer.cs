using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>A person or a business whose cars the shop looks after.</summary>
public partial class Customer
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
    /// <summary>E-mail addresses, the usual one first.</summary>
    public List<CustomerEmail> Emails { get; } = [];
    /// <summary>People of a business, or of a household.</summary>
    public List<CustomerContact> Contacts { get; } = [];
    /// <summary>Further places of a business.</summary>
    public List<CustomerSite> Sites { get; } = [];
    /// <summary>The account's own numbers for named labor rates.</summary>
    public List<CustomerRate> Rates { get; } = [];
    /// <summary>Street, place and code, several lines.</summary>
    public string Address { get; set; } = "";
    /// <summary>What must be seen by whoever deals with the customer.</summary>
    public string Alert { get; set; } = "";
    /// <summary>Name of the policy's exemption that frees the customer of taxes; empty for none.</summary>
    public string TaxExempt { get; set; } = "";
    /// <summary>Number of the exemption's certificate.</summary>
    public string TaxCertificate { get; set; } = "";
    /// <summary>Last day on which the certificate holds; null where it does not end.</summary>
    public DateOnly? TaxExemptUntil { get; set; }
    /// <summary>Why nothing is done for them any more; empty where they are served.</summary>
    public string DoNotServe { get; set; } = "";
    /// <summary>Notes for the shop.</summary>
    public string Notes { get; set; } = "";
    /// <summary>Days until an invoice is due; null pays at once.</summary>
    public int? CreditDays { get; set; }
    /// <summary>The most that may be owed; null for no limit.</summary>
    public decimal? CreditLimit { get; set; }
    /// <summary>Name of the account's usual labor rate.</summary>
    public string LaborRateName { get; set; } = "";
    /// <summary>Percent off part prices.</summary>
    public decimal PartsDiscountPercent { get; set; }
    /// <summary>How they heard of the shop.</summary>
    public string Source { get; set; } = "";
    /// <summary>Its number in the file that brought it in; empty where nobody wrote one.</summary>
    public string FormerKey { get; set; } = "";
    /// <summary>First seen, UTC.</summary>
    public DateTime CreatedAt { get; set; }
    /// <summary>The record that took this one over; null while it stands by itself.</summary>
    public long? MergedIntoId { get; set; }
    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; } = 1;

    /// <summary>Whether the exemption holds on a day: it ends with its certificate.</summary>
    public bool IsExemptOn(DateOnly day) => TaxExempt.Length > 0 && (TaxExemptUntil is not { } until || day <= until);

    /// <summary>What everybody must see before anything is done for them.</summary>
    public string ToBeSeen => string.Join(" · ", new[] { DoNotServe.Length > 0 ? $"Do not serve: {DoNotServe}" : "", Alert }.Where(t => t.Length > 0));

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
            CreatedAt = now,
        };
        customer.IsBusiness = customer.BusinessName.Length > 0;
        if (customer.DisplayName.Length == 0) return new Problem("customer.name", "A customer needs a name; type at least a last name or a business.", "lastName");
        foreach (var (name, field) in new[] { (customer.FirstName, "firstName"), (customer.LastName, "lastName"), (customer.BusinessName, "businessName") })
        {
            if (name.Length > 200) return new Problem("customer.name", "A name can have at most 200 characters.", field);
        }
        if (Clean(email).Length > 0)
        {
            var address = EmailAddress.Parse(email);
            if (address.Problem is { } noAddress) return noAddress;
            customer.Emails.Add(new CustomerEmail { Address = address.Value.Text });
        }
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
