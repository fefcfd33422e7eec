namespace Yardstick.Core.Orders;

/// <summary>Who can be named on an order.</summary>
/// <param name="Staff">Keys of staff who are active.</param>
/// <param name="Contacts">Keys of the customer's contacts.</param>
/// <param name="Sites">Keys of the customer's sites.</param>
public sealed record OrderPeople(IReadOnlySet<long> Staff, IReadOnlySet<long> Contacts, IReadOnlySet<long> Sites)
{
    /// <summary>Why the contact and the site of a new order can't be; null where they can.</summary>
    public Problem? Refuses(OrderStart start) => Contact(start.ContactId, this) ?? Site(start.SiteId, this);

    internal static Problem? Contact(long? id, OrderPeople? people) =>
        id is not { } contact || people?.Contacts.Contains(contact) == true
            ? null
            : new Problem("order.contact", "This contact is not on this customer's record. Choose another.", "contactId");

    internal static Problem? Site(long? id, OrderPeople? people) =>
        id is not { } site || people?.Sites.Contains(site) == true
            ? null
            : new Problem("order.site", "This site is not on this customer's record. Choose another.", "siteId");
}
