using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>The email that a statement goes out with: by the shop's template, of the statement alone or of one of three reminders.</summary>
public static class StatementWords
{
    /// <summary>Fields that its templates may name, with what they say.</summary>
    public static readonly IReadOnlyList<(string Name, string Says)> Fields =
    [
        ("account.balance", "balance of the account"),
        ("account.overdue", "what of it is past due"),
        ("account.month", "month of the statement"),
    ];

    /// <summary>Whether an account knows a field of orders too.</summary>
    public static bool Knows(string field) =>
        field.StartsWith("customer.", StringComparison.Ordinal) || field.StartsWith("shop.", StringComparison.Ordinal);

    /// <summary>Moment of the template that it is written by.</summary>
    /// <param name="reminder">1 to 3, each firmer than the one before; 0 for the statement alone.</param>
    public static string UseOf(int reminder) => MessageTemplate.AccountUses[Math.Clamp(reminder, 0, MessageTemplate.AccountUses.Count - 1)];

    /// <summary>Whether it may be written: a reminder is refused with <c>statement.notDue</c> where nothing is past due.</summary>
    /// <param name="aging">What is open.</param>
    /// <param name="name">Whom it goes to.</param>
    /// <param name="reminder">1 to 3; 0 for the statement alone.</param>
    public static Result May(Aging aging, string name, int reminder) =>
        reminder > 0 && aging.Overdue.Cents <= 0
            ? new Problem("statement.notDue", $"Nothing of {name} is past due, so there is nothing to remind of.")
            : Result.Done;

    /// <summary>What the fields say.</summary>
    /// <param name="statement">The statement.</param>
    /// <param name="aging">What is open.</param>
    /// <param name="name">Whom it goes to.</param>
    /// <param name="shop">The shop.</param>
    public static IReadOnlyDictionary<string, string> Values(AccountStatement statement, Aging aging, string name, Shop shop) =>
        Values(aging.Total, aging.Overdue, statement.From, name, shop);

    /// <summary>What they would say of a made-up account, for trying a template out.</summary>
    /// <param name="shop">The shop.</param>
    public static IReadOnlyDictionary<string, string> Example(Shop shop) =>
        Values(new Money(124_000), new Money(31_050), new LocalDate(2026, 5, 1), "Harbor Deliveries", shop);

    private static Dictionary<string, string> Values(Money balance, Money overdue, LocalDate month, string name, Shop shop) =>
        new()
        {
            ["customer.name"] = name,
            ["customer.firstName"] = name,
            ["account.balance"] = balance.In(shop.Currency),
            ["account.overdue"] = overdue.In(shop.Currency),
            ["account.month"] = Invariant($"{month:MMMM yyyy}"),
            ["shop.name"] = shop.Name,
            ["shop.phone"] = shop.Phone,
        };

    /// <summary>Templates that a shop begins with, and those that stand in where it took one off.</summary>
    public static IReadOnlyList<MessageTemplate> Starting() =>
        [
            Template(
                0,
                "Statement",
                "Statement for {{ account.month }}, {{ shop.name }}",
                "your statement for {{ account.month }} is attached. The balance of your account is {{ account.balance }}."
            ),
            Template(
                1,
                "Account, first reminder",
                "A reminder of your account, {{ shop.name }}",
                "{{ account.overdue }} of your account is past due. If your payment is on its way already, thank you; otherwise please send it. Your statement is attached."
            ),
            Template(
                2,
                "Account, second reminder",
                "Second reminder of your account, {{ shop.name }}",
                "{{ account.overdue }} of your account is still past due. Please pay it within ten days, or call us so that we can agree on a date. Your statement is attached."
            ),
            Template(
                3,
                "Account, last reminder",
                "Last reminder of your account, {{ shop.name }}",
                "{{ account.overdue }} of your account is past due although we reminded you twice. Please pay it now. Until then we can work for you only against payment. Your statement is attached."
            ),
        ];

    private static MessageTemplate Template(int reminder, string name, string subject, string words)
    {
        var template = new MessageTemplate();
        template.Set(
            name,
            MessageChannel.Email,
            subject,
            $"Hello {{{{ customer.name }}}},\n\n{words}\n\n{{{{ shop.name }}}}\n{{{{ shop.phone }}}}",
            UseOf(reminder)
        );
        return template;
    }
}
