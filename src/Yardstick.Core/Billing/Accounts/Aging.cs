using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Open balances by days past due (rules, Other computations: aging).</summary>
/// <param name="Current">Not due yet.</param>
/// <param name="To30">1 to 30 days past due.</param>
/// <param name="To60">31 to 60 days.</param>
/// <param name="To90">61 to 90 days.</param>
/// <param name="Older">Over 90 days.</param>
public sealed record Aging(Money Current, Money To30, Money To60, Money To90, Money Older)
{
    /// <summary>All of it.</summary>
    public Money Total => Current + To30 + To60 + To90 + Older;

    /// <summary>What is past due.</summary>
    public Money Overdue => Total - Current;

    /// <summary>Which of the five a day belongs to, from 0.</summary>
    /// <param name="dueOn">When it is due.</param>
    /// <param name="today">Today in the shop.</param>
    public static int BucketOf(LocalDate dueOn, LocalDate today) =>
        Period.DaysBetween(dueOn, today) switch
        {
            <= 0 => 0,
            <= 30 => 1,
            <= 60 => 2,
            <= 90 => 3,
            _ => 4,
        };

    /// <summary>Open balances by age.</summary>
    /// <param name="open">When each is due, and what is owed of it.</param>
    /// <param name="today">Today in the shop.</param>
    public static Aging Of(IEnumerable<(LocalDate DueOn, Money Balance)> open, LocalDate today)
    {
        var cents = new long[5];
        foreach (var (dueOn, balance) in open)
            cents[BucketOf(dueOn, today)] += balance.Cents;
        return new Aging(new(cents[0]), new(cents[1]), new(cents[2]), new(cents[3]), new(cents[4]));
    }
}
