using System.Globalization;
using Yardstick.Core.Values;
using static Yardstick.Core.Values.FieldInput;

namespace Yardstick.Core.Customers;

/// <summary>A customer's fields, changed one by one as they are typed.</summary>
public partial class Customer
{
    /// <summary>Changes one field to what was typed; empty clears it.</summary>
    /// <param name="field">Name of the field.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="localNow">Wall time, from which words such as tomorrow count.</param>
    public Result<FieldChange> Set(string field, string? text, LocalDateTime localNow)
    {
        if (Shown(field) is not { } old)
            return new Problem("customer.field", $"A customer has no field \"{field}\".", field);
        var (typed, empty) = ((text ?? "").Trim(), string.IsNullOrWhiteSpace(text));
        if (typed.Length > (field is "notes" or "address" ? 4000 : 200))
            return new Problem(
                "text.long",
                $"At most {(field is "notes" or "address" ? "4,000" : "200")} characters are kept here.",
                field
            );
        var problem = field switch
        {
            "firstName" => Named(field, () => FirstName = Clean(text)),
            "lastName" => Named(field, () => LastName = Clean(text)),
            "businessName" => Named(field, () => (BusinessName, IsBusiness) = (Clean(text), Clean(text).Length > 0)),
            "address" => Kept(() => Address = typed),
            "alert" => Kept(() => Alert = typed),
            "notes" => Kept(() => Notes = typed),
            "doNotServe" => Kept(() => DoNotServe = typed),
            "source" => Kept(() => Source = typed),
            "taxExempt" => Kept(() => TaxExempt = typed),
            "taxCertificate" => Kept(() => TaxCertificate = typed),
            "taxExemptUntil" when empty => Kept(() => TaxExemptUntil = null),
            "taxExemptUntil" => Read(DateTimeInput.Day(text, localNow, field), v => TaxExemptUntil = v),
            "laborRateName" => Kept(() => LaborRateName = typed),
            "partsDiscountPercent" when empty => Kept(() => PartsDiscountPercent = Percent.Zero),
            "partsDiscountPercent" => PartsDiscount(text, field),
            "creditDays" when empty => Kept(() => CreditDays = null),
            "creditDays" => int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var days) && days <= 365
                ? Kept(() => CreditDays = days)
                : new Problem("customer.creditDays", "Enter payment terms from 0 to 365 days.", field),
            "creditLimit" when empty => Kept(() => CreditLimit = null),
            _ => Read(NumberInput.Amount(text, field), v => CreditLimit = Money.Of(v)),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field)!);
    }

    /// <summary>A field as it is shown; null where there is none of that name.</summary>
    public string? Shown(string field) =>
        field switch
        {
            "firstName" => FirstName,
            "lastName" => LastName,
            "businessName" => BusinessName,
            "address" => Address,
            "alert" => Alert,
            "notes" => Notes,
            "doNotServe" => DoNotServe,
            "source" => Source,
            "taxExempt" => TaxExempt,
            "taxCertificate" => TaxCertificate,
            "taxExemptUntil" => TaxExemptUntil?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
            "laborRateName" => LaborRateName,
            "partsDiscountPercent" => PartsDiscountPercent == Percent.Zero ? "" : PartsDiscountPercent.ToString(),
            "creditDays" => CreditDays?.ToString(CultureInfo.InvariantCulture) ?? "",
            "creditLimit" => CreditLimit?.AsTyped ?? "",
            _ => null,
        };

    private Problem? Named(string field, Action set)
    {
        var before = (FirstName, LastName, BusinessName, IsBusiness);
        set();
        if (DisplayName.Length > 0)
            return null;
        (FirstName, LastName, BusinessName, IsBusiness) = before;
        return new Problem("customer.name", "Enter at least a last name or a business name.", field);
    }

    private Problem? PartsDiscount(string? text, string field)
    {
        var percent = Percent.Parse(text, field);
        if (percent.Ok && percent.Value.Value > 100)
            return new Problem("figure.range", "A discount can't be above 100 percent.", field);
        return Read(percent, v => PartsDiscountPercent = v);
    }

    /// <summary>Adds a row to one of the customer's lists, or changes one field of a row.</summary>
    /// <param name="list">phones, emails, contacts, sites or rates.</param>
    /// <param name="id">Key of the row; null adds one with what was typed.</param>
    /// <param name="field">The field that was typed; of a new row its first.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="country">ISO 3166 country of phones without one.</param>
    public Result<FieldChange> SetItem(string list, long? id, string field, string? text, string country)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length > (field == "address" ? 2000 : 254))
            return new Problem("text.long", "This is too long. Shorten it.", field);
        var change = list switch
        {
            "phones" => Item(Phones, id, p => p.Id, () => Number(typed, country), (p, v) => SetPhone(p, field, v, country)),
            "emails" => Item(Emails, id, e => e.Id, () => NewEmail(typed), (e, v) => SetEmail(e, field, v)),
            "contacts" => Item(
                Contacts,
                id,
                c => c.Id,
                () => typed.Length == 0 ? Nameless(field) : new CustomerContact { Name = typed },
                (c, v) => SetContact(c, field, v, country)
            ),
            "sites" => Item(
                Sites,
                id,
                s => s.Id,
                () => typed.Length == 0 ? Nameless(field) : new CustomerSite { Name = typed },
                (s, v) => SetSite(s, field, v)
            ),
            "rates" => Item(Rates, id, r => r.Id, () => NewRate(typed, field), (r, v) => SetRate(r, field, v)),
            _ => new Problem("customer.field", $"A customer has no list \"{list}\".", field),
        };
        if (change.Problem is { } problem)
            return problem;
        Version++;
        return new FieldChange($"{list}.{field}", change.Value.Old, change.Value.New);

        Result<(string Old, string New)> Item<T>(
            List<T> items,
            long? key,
            Func<T, long> keyOf,
            Func<Result<T>> make,
            Func<T, string, Result<string>> set
        )
            where T : class
        {
            if (key is null)
            {
                var made = make();
                if (made.Problem is { } refused)
                    return refused;
                items.Add(made.Value);
                return ("", typed);
            }
            if (items.Find(i => keyOf(i) == key) is not { } item)
                return new Problem("item.gone", "Someone removed this row. Reload the page.");
            var old = set(item, typed);
            return old.Problem is { } wrong ? wrong : (old.Value, typed);
        }
    }

    /// <summary>Takes a row out of one of the customer's lists.</summary>
    /// <returns>What it said, for the record.</returns>
    public Result<FieldChange> RemoveItem(string list, long id)
    {
        string? gone = list switch
        {
            "phones" => Take(Phones, p => p.Id, p => p.Number),
            "emails" => Take(Emails, e => e.Id, e => e.Address),
            "contacts" => Take(Contacts, c => c.Id, c => c.Name),
            "sites" => Take(Sites, s => s.Id, s => s.Name),
            "rates" => Take(Rates, r => r.Id, r => r.Name),
            _ => null,
        };
        if (gone is null)
            return new Problem("item.gone", "This row was already removed.");
        Version++;
        return new FieldChange(list, gone, "");

        string? Take<T>(List<T> items, Func<T, long> keyOf, Func<T, string> words)
            where T : class
        {
            if (items.Find(i => keyOf(i) == id) is not { } item)
                return null;
            items.Remove(item);
            return words(item);
        }
    }

    private static Problem Nameless(string field) => new("text.empty", "Enter a name.", field);

    private Result<CustomerPhone> Number(string typed, string country)
    {
        var number = PhoneNumber.Parse(typed, country, "number");
        if (number.Problem is { } problem)
            return problem;
        if (Phones.Exists(p => p.Number == number.Value.E164))
            return new Problem("phone.twice", "This number is already on this customer's record.", "number");
        return new CustomerPhone { Number = number.Value.E164, Purpose = Phones.Count == 0 ? "mobile" : "" };
    }

    private static Result<string> SetPhone(CustomerPhone phone, string field, string typed, string country)
    {
        string old;
        switch (field)
        {
            case "number":
                var number = PhoneNumber.Parse(typed, country, field);
                if (number.Problem is { } problem)
                    return problem;
                (old, phone.Number) = (phone.Number, number.Value.E164);
                return old;
            case "purpose":
                (old, phone.Purpose) = (phone.Purpose, typed);
                return old;
            case "texts":
                (old, phone.Texts) = (
                    phone.Texts is { } may
                        ? may
                            ? "yes"
                            : "no"
                        : "",
                    typed switch
                    {
                        "yes" => true,
                        "no" => false,
                        _ => null,
                    }
                );
                return old;
            default:
                return new Problem("customer.field", $"A phone has no field \"{field}\".", field);
        }
    }

    private static Result<CustomerEmail> NewEmail(string typed)
    {
        var address = EmailAddress.Parse(typed, "address");
        return address.Problem is { } problem ? problem : new CustomerEmail { Address = address.Value.Text };
    }

    private static Result<string> SetEmail(CustomerEmail email, string field, string typed)
    {
        string old;
        if (field == "purpose")
        {
            (old, email.Purpose) = (email.Purpose, typed);
            return old;
        }
        var address = EmailAddress.Parse(typed, field);
        if (address.Problem is { } problem)
            return problem;
        (old, email.Address) = (email.Address, address.Value.Text);
        return old;
    }

    private static Result<string> SetContact(CustomerContact contact, string field, string typed, string country)
    {
        string old;
        switch (field)
        {
            case "name" when typed.Length == 0:
                return Nameless(field);
            case "name":
                (old, contact.Name) = (contact.Name, typed);
                return old;
            case "role":
                (old, contact.Role) = (contact.Role, typed);
                return old;
            case "copied":
                (old, contact.Copied) = (contact.Copied ? "yes" : "no", typed == "yes");
                return old;
            case "phone":
                var number = typed.Length == 0 ? (Result<PhoneNumber>)new PhoneNumber("") : PhoneNumber.Parse(typed, country, field);
                if (number.Problem is { } noNumber)
                    return noNumber;
                (old, contact.Phone) = (contact.Phone, number.Value.E164);
                return old;
            case "email":
                var address = typed.Length == 0 ? (Result<EmailAddress>)new EmailAddress("") : EmailAddress.Parse(typed, field);
                if (address.Problem is { } noAddress)
                    return noAddress;
                (old, contact.Email) = (contact.Email, address.Value.Text);
                return old;
            default:
                return new Problem("customer.field", $"A contact has no field \"{field}\".", field);
        }
    }

    private static Result<string> SetSite(CustomerSite site, string field, string typed)
    {
        string old;
        if (field == "address")
        {
            (old, site.Address) = (site.Address, typed);
            return old;
        }
        if (typed.Length == 0)
            return Nameless(field);
        (old, site.Name) = (site.Name, typed);
        return old;
    }

    private Result<CustomerRate> NewRate(string typed, string field)
    {
        if (typed.Length == 0)
            return Nameless(field);
        return Rates.Exists(r => r.Name == typed)
            ? new Problem("rate.twice", $"This customer already has a custom rate for {typed}. Change that one.", field)
            : new CustomerRate { Name = typed };
    }

    private static Result<string> SetRate(CustomerRate rate, string field, string typed)
    {
        var old = rate.Rate.ToString();
        if (field != "rate")
            return new Problem("customer.field", "Only the amount can be changed. To rename the rate, remove it and add another.", field);
        var amount = UnitPrice.Parse(typed, field);
        if (amount.Problem is { } problem)
            return problem;
        rate.Rate = amount.Value;
        return old;
    }
}
