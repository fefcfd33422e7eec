using Yardstick.Core.Values;

namespace Yardstick.Core.Customers;

/// <summary>Whether two customers may be one.</summary>
public static class Alike
{
    /// <summary>
    /// Names of one person under two spellings: last names within a slip and first names within a slip or one being the
    /// other's beginning (an initial, a short form); businesses within two slips.
    /// </summary>
    public static bool Names(Customer one, Customer other)
    {
        if (one.BusinessName.Length > 0 && other.BusinessName.Length > 0)
            return Likeness.Distance(Likeness.Plain(one.BusinessName), Likeness.Plain(other.BusinessName)) <= 2;
        var (last, otherLast) = (Likeness.Plain(one.LastName), Likeness.Plain(other.LastName));
        if (last.Length == 0 || otherLast.Length == 0 || Likeness.Distance(last, otherLast) > Likeness.Allowed(Math.Min(last.Length, otherLast.Length))) return false;
        var (first, otherFirst) = (Likeness.Plain(one.FirstName), Likeness.Plain(other.FirstName));
        return first.Length > 0 && otherFirst.Length > 0
            && (first.StartsWith(otherFirst, StringComparison.Ordinal) || otherFirst.StartsWith(first, StringComparison.Ordinal) || Likeness.Distance(first, otherFirst) <= Likeness.Allowed(Math.Min(first.Length, otherFirst.Length)));
    }
}
