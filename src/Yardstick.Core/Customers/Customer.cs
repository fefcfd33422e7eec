using Yardstick.Core.Messaging;
using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>A person or a business whose cars the shop looks after.</summary>
public partial class Customer
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>True for a business.</summary>
    public bool IsBusiness { get; internal set; }

    /// <summary>First name; of a business its contact's.</summary>
    public string FirstName { get; internal set; } = "";

    /// <summary>Last name; of a business its contact's.</summary>
    public string LastName { get; internal set; } = "";

    /// <summary>Name of a business.</summary>
    public string BusinessName { get; internal set; } = "";

    /// <summary>Telephone numbers, the usual one first.</summary>
    public List<CustomerPhone> Phones { get; } = [];

    /// <summary>Email addresses, the usual one first.</summary>
    public List<CustomerEmail> Emails { get; } = [];

    /// <summary>People of a business, or of a household.</summary>
    public List<CustomerContact> Contacts { get; } = [];

    /// <summary>Further places of a business.</summary>
    public List<CustomerSite> Sites { get; } = [];

    /// <summary>The account's own numbers for named labor rates.</summary>
    public List<CustomerRate> Rates { get; } = [];

    /// <summary>Street, place and code, several lines.</summary>
    public string Address { get; internal set; } = "";

    /// <summary>What must be seen by whoever deals with the customer.</summary>
    public string Alert { get; internal set; } = "";

    /// <summary>Name of the policy's exemption that frees the customer of taxes; empty for none.</summary>
    public string TaxExempt { get; internal set; } = "";

    /// <summary>Number of the exemption's certificate.</summary>
    public string TaxCertificate { get; internal set; } = "";

    /// <summary>Last day on which the certificate holds; null where it does not end.</summary>
    public LocalDate? TaxExemptUntil { get; internal set; }

    /// <summary>Why nothing is done for them any more; empty where they are served.</summary>
    public string DoNotServe { get; internal set; } = "";

    /// <summary>Notes for the shop.</summary>
    public string Notes { get; internal set; } = "";

    /// <summary>Days until an invoice is due; null pays at once.</summary>
    public int? CreditDays { get; internal set; }

    /// <summary>The most that may be owed; null for no limit.</summary>
    public Money? CreditLimit { get; internal set; }

    /// <summary>Name of the account's usual labor rate.</summary>
    public string LaborRateName { get; internal set; } = "";

    /// <summary>Percent off part prices.</summary>
    public Percent PartsDiscountPercent { get; internal set; }

    /// <summary>How they heard of the shop.</summary>
    public string Source { get; internal set; } = "";

    /// <summary>Its number in the file that brought it in; empty where nobody wrote one.</summary>
    public string FormerKey { get; internal set; } = "";

    /// <summary>First seen, UTC.</summary>
    public Instant CreatedAt { get; init; }

    /// <summary>The record that took this one over; null while it stands by itself.</summary>
    public long? MergedIntoId { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Whether the exemption holds on a day: it ends with its certificate.</summary>
    public bool IsExemptOn(LocalDate day) => TaxExempt.Length > 0 && (TaxExemptUntil is not { } until || day <= until);

    /// <summary>What everybody must see before anything is done for them.</summary>
    public string ToBeSeen =>
        string.Join(" · ", new[] { DoNotServe.Length > 0 ? $"Do not serve: {DoNotServe}" : "", Alert }.Where(t => t.Length > 0));

    /// <summary>The number that texts go to; null for none.</summary>
    public string? TextNumber => WrittenTo(new HashSet<string>()) is (MessageChannel.Text, var number) ? number : null;

    /// <summary>By what and where they are best written to: a text where one may go, else an email; null where neither may.</summary>
    /// <param name="refused">Numbers and addresses whose owners do not want to be written to.</param>
    public (MessageChannel Channel, string Address)? WrittenTo(IReadOnlySet<string> refused)
    {
        var number = Phones
            .Where(p => p.Texts != false && !refused.Contains(p.Number))
            .OrderBy(p => p.Texts != true)
            .ThenBy(p => p.Id)
            .FirstOrDefault();
        if (number is not null)
            return (MessageChannel.Text, number.Number);
        var email = Emails.Where(e => !refused.Contains(e.Address)).OrderBy(e => e.Id).FirstOrDefault();
        return email is null ? null : (MessageChannel.Email, email.Address);
    }

    /// <summary>The name by which everybody calls them.</summary>
    public string DisplayName => IsBusiness && BusinessName.Length > 0 ? BusinessName : $"{FirstName} {LastName}".Trim();

    /// <summary>Makes a customer from what was typed.</summary>
    /// <returns>Refused when there is neither a name nor a business, or the phone is none.</returns>
    public static Result<Customer> Create(
        string? firstName,
        string? lastName,
        string? businessName,
        string? phone,
        string? email,
        string country,
        Instant utcNow,
        string? address = null,
        string? source = null
    )
    {
        var customer = new Customer
        {
            FirstName = Clean(firstName),
            LastName = Clean(lastName),
            BusinessName = Clean(businessName),
            CreatedAt = utcNow,
        };
        customer.IsBusiness = customer.BusinessName.Length > 0;
        if (customer.DisplayName.Length == 0)
            return new Problem("customer.name", "Enter at least a last name or a business name.", "lastName");
        foreach (
            var (name, field) in new[]
            {
                (customer.FirstName, "firstName"),
                (customer.LastName, "lastName"),
                (customer.BusinessName, "businessName"),
            }
        )
        {
            if (name.Length > 200)
                return new Problem("customer.name", "A name can have at most 200 characters.", field);
        }
        if (Clean(email).Length > 0)
        {
            var reached = EmailAddress.Parse(email);
            if (reached.Problem is { } noAddress)
                return noAddress;
            customer.Emails.Add(new CustomerEmail { Address = reached.Value.Text });
        }
        if (!string.IsNullOrWhiteSpace(phone))
        {
            var number = PhoneNumber.Parse(phone, country);
            if (number.Problem is { } problem)
                return problem;
            customer.Phones.Add(new CustomerPhone { Number = number.Value.E164, Purpose = "mobile" });
        }
        if (!string.IsNullOrWhiteSpace(address) && customer.Set("address", address, default).Problem is { } badAddress)
            return badAddress;
        if (!string.IsNullOrWhiteSpace(source) && customer.Set("source", source, default).Problem is { } badSource)
            return badSource;
        customer.Version = 1;
        return customer;
    }

    private static string Clean(string? text) => string.Join(' ', (text ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    /// <summary>A telephone or an email address from which they wrote; one that is on file stays as it is.</summary>
    /// <param name="channel">Text for a telephone, email for an address.</param>
    /// <param name="address">The number as E.164, or the address.</param>
    public void IsReachedAt(MessageChannel channel, string address)
    {
        if (channel == MessageChannel.Text && !Phones.Exists(p => p.Number == address))
            Phones.Add(new CustomerPhone { Number = address });
        if (channel == MessageChannel.Email && !Emails.Exists(e => e.Address == address))
            Emails.Add(new CustomerEmail { Address = address });
        Version++;
    }

    /// <summary>Somebody by name only, to be compared with those on file.</summary>
    /// <param name="id">Key; 0 for one that is being typed.</param>
    /// <param name="firstName">First name.</param>
    /// <param name="lastName">Last name.</param>
    /// <param name="businessName">Name of the business.</param>
    /// <param name="formerKey">Number in the shop's former program.</param>
    public static Customer Named(long id, string? firstName, string? lastName, string? businessName, string formerKey = "") =>
        new()
        {
            Id = id,
            FirstName = firstName?.Trim() ?? "",
            LastName = lastName?.Trim() ?? "",
            BusinessName = businessName?.Trim() ?? "",
            FormerKey = formerKey,
        };

    /// <summary>This record goes into another, which is kept.</summary>
    public void MergeInto(Customer kept)
    {
        MergedIntoId = kept.Id;
        kept.Version++;
    }

    /// <summary>Takes this record out of another again.</summary>
    public void TakeOutOf(Customer kept)
    {
        MergedIntoId = null;
        kept.Version++;
    }

    /// <summary>
    /// Why an exemption or a labor rate can't be theirs: nobody knows it by that name. Refuses with <c>customer.taxExempt</c> and
    /// <c>customer.laborRateName</c>.
    /// </summary>
    /// <param name="field">taxExempt or laborRateName.</param>
    /// <param name="name">The name.</param>
    /// <param name="exemptions">Names of the policy's exemptions.</param>
    /// <param name="rates">Names of the policy's labor rates; those agreed with the customer count too.</param>
    public Problem? Unknown(string field, string name, IEnumerable<string> exemptions, IEnumerable<string> rates) =>
        field == "taxExempt"
            ? exemptions.Contains(name)
                ? null
                : new Problem("customer.taxExempt", $"The policy has no exemption named {name}; add it in Setup, Pricing first.", field)
            : rates.Contains(name) || Rates.Exists(r => r.Name == name)
                ? null
                : new Problem("customer.laborRateName", $"No labor rate is named {name}; add it in Setup, Pricing first.", field);
}
