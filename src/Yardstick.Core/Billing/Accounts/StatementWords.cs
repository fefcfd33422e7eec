using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>The email that a statement goes out with.</summary>
/// <param name="Subject">Its subject.</param>
/// <param name="Body">What it says.</param>
public sealed record StatementWords(string Subject, string Body)
{
    /// <summary>
    /// The words of a statement, or of one of three reminders, each firmer than the one before. Refuses with <c>statement.notDue</c> where
    /// nothing is past due.
    /// </summary>
    /// <param name="statement">The statement.</param>
    /// <param name="aging">What is open.</param>
    /// <param name="name">Whom it goes to.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="reminder">1 to 3; 0 for the statement alone.</param>
    public static Result<StatementWords> Of(AccountStatement statement, Aging aging, string name, Shop shop, int reminder)
    {
        if (reminder > 0 && aging.Overdue.Cents <= 0)
            return new Problem("statement.notDue", $"Nothing of {name} is past due, so there is nothing to remind of.");
        var (total, overdue) = (aging.Total.In(shop.Currency), aging.Overdue.In(shop.Currency));
        var month = Invariant($"{statement.From:MMMM yyyy}");
        var (subject, words) = reminder switch
        {
            0 => ($"Statement for {month}", $"your statement for {month} is attached. The balance of your account is {total}."),
            1 => (
                "A reminder of your account",
                $"{overdue} of your account is past due. If your payment is on its way already, thank you; otherwise please send it. Your statement is attached."
            ),
            2 => (
                "Second reminder of your account",
                $"{overdue} of your account is still past due. Please pay it within ten days, or call us so that we can agree on a date. Your statement is attached."
            ),
            _ => (
                "Last reminder of your account",
                $"{overdue} of your account is past due although we reminded you twice. Please pay it now. Until then we can work for you only against payment. Your statement is attached."
            ),
        };
        return new StatementWords($"{subject}, {shop.Name}", $"Hello {name},\n\n{words}\n\n{shop.Name}\n{shop.Contact}");
    }
}
