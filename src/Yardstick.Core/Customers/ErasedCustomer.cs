using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>A customer who asked to be forgotten.</summary>
public partial class Customer
{
    /// <summary>By what an erased customer is called.</summary>
    public const string ErasedName = "Erased customer";

    /// <summary>When they were erased, UTC; null for a customer.</summary>
    public Instant? ErasedAt { get; internal set; }

    /// <summary>Takes everything that says who they are, and how they are dealt with, off the record.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Erase(Instant utcNow)
    {
        ErasedAt ??= utcNow;
        IsBusiness = false;
        (FirstName, LastName, BusinessName) = ("", ErasedName, "");
        (Address, Alert, Notes, DoNotServe, Source, FormerKey) = ("", "", "", "", "", "");
        (TaxExempt, TaxCertificate, TaxExemptUntil) = ("", "", null);
        (CreditDays, CreditLimit, LaborRateName, PartsDiscountPercent) = (null, null, "", Percent.Zero);
        Phones.Clear();
        Emails.Clear();
        Contacts.Clear();
        Sites.Clear();
        Rates.Clear();
        Version++;
    }
}
