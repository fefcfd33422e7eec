using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>Whether two customers may be one.</summary>
public static class DuplicateCheck
{
    /// <summary>
    /// Names of one person under two spellings: last names within a slip and first names within a slip or one being the
    /// other's beginning (an initial, a short form); businesses within two slips.
    /// </summary>
    public static bool Names(Customer one, Customer other)
    {
        if (one.BusinessName.Length > 0 && other.BusinessName.Length > 0)
            return NameSimilarity.Distance(NameSimilarity.Plain(one.BusinessName), NameSimilarity.Plain(other.BusinessName)) <= 2;
        var (last, otherLast) = (NameSimilarity.Plain(one.LastName), NameSimilarity.Plain(other.LastName));
        if (
            last.Length == 0
            || otherLast.Length == 0
            || NameSimilarity.Distance(last, otherLast) > NameSimilarity.Allowed(Math.Min(last.Length, otherLast.Length))
        )
            return false;
        var (first, otherFirst) = (NameSimilarity.Plain(one.FirstName), NameSimilarity.Plain(other.FirstName));
        return first.Length > 0
            && otherFirst.Length > 0
            && (
                first.StartsWith(otherFirst, StringComparison.Ordinal)
                || otherFirst.StartsWith(first, StringComparison.Ordinal)
                || NameSimilarity.Distance(first, otherFirst) <= NameSimilarity.Allowed(Math.Min(first.Length, otherFirst.Length))
            );
    }
}
