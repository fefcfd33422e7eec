namespace Yardstick.Core.Orders;

/// <summary>Words and lengths of the terms to which customers put work off.</summary>
public static class DeferralTerms
{
    /// <summary>Taken where nobody chose.</summary>
    public const DeferralTerm Usual = DeferralTerm.Quarter;

    /// <summary>All of them, the nearest first.</summary>
    public static IReadOnlyList<DeferralTerm> All { get; } = Enum.GetValues<DeferralTerm>();

    /// <summary>What the customer reads.</summary>
    public static string Words(DeferralTerm term) =>
        term switch
        {
            DeferralTerm.Month => "in a month",
            DeferralTerm.HalfYear => "in 6 months",
            _ => "in three months",
        };

    /// <summary>The day to which work is put off.</summary>
    /// <param name="term">The term; null for the usual one.</param>
    /// <param name="today">Today in the shop.</param>
    public static LocalDate After(DeferralTerm? term, LocalDate today) =>
        today.PlusMonths(
            (term ?? Usual) switch
            {
                DeferralTerm.Month => 1,
                DeferralTerm.HalfYear => 6,
                _ => 3,
            }
        );
}
