using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>How long what is known of customers is kept.</summary>
public class RetentionPlan
{
    /// <summary>Key: there is one.</summary>
    public const int Only = 1;

    private const int LeastInvoiceYears = 1,
        MostInvoiceYears = 30,
        MostMonths = 360;

    /// <summary>Always <see cref="Only"/>.</summary>
    public int Id { get; init; } = Only;

    /// <summary>Years for which an invoice stays as it was sent, counted from the end of the year in which it was posted.</summary>
    public int InvoiceYears { get; internal set; } = 7;

    /// <summary>Months after which messages go; null keeps them.</summary>
    public int? MessageMonths { get; internal set; }

    /// <summary>Months after which requests from outside that were handled go; null keeps them.</summary>
    public int? RequestMonths { get; internal set; }

    /// <summary>Months after which it is forgotten who looked at whom.</summary>
    public int LookMonths { get; internal set; } = 24;

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Changes one field: invoiceYears, messageMonths, requestMonths, lookMonths. Refuses with <c>retention.count</c>.</summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    public Result<FieldChange> Set(string field, string? text)
    {
        var old = Shown(field);
        var typed = (text ?? "").Trim();
        var problem = field switch
        {
            "invoiceYears" => Count(typed, field, LeastInvoiceYears, MostInvoiceYears, v => InvoiceYears = v),
            "messageMonths" when typed.Length == 0 => Forever(() => MessageMonths = null),
            "messageMonths" => Count(typed, field, 1, MostMonths, v => MessageMonths = v),
            "requestMonths" when typed.Length == 0 => Forever(() => RequestMonths = null),
            "requestMonths" => Count(typed, field, 1, MostMonths, v => RequestMonths = v),
            "lookMonths" => Count(typed, field, 1, MostMonths, v => LookMonths = v),
            _ => new Problem("retention.field", $"\"{field}\" can't be edited.", field),
        };
        if (problem is not null)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "invoiceYears" => Text(InvoiceYears),
            "messageMonths" => Text(MessageMonths),
            "requestMonths" => Text(RequestMonths),
            "lookMonths" => Text(LookMonths),
            _ => "",
        };

    /// <summary>First day on which an invoice need not be kept any more: years count from the end of the year it is of.</summary>
    /// <param name="posted">The day on which it was posted, in the shop.</param>
    public LocalDate InvoiceEnds(LocalDate posted) => new(posted.Year + InvoiceYears + 1, 1, 1);

    /// <summary>The day before which invoices were posted that need not be kept any more.</summary>
    /// <param name="today">Today in the shop.</param>
    public LocalDate InvoicesEndedBefore(LocalDate today) => new(today.Year - InvoiceYears, 1, 1);

    private static string Text(int? count) => count?.ToString(CultureInfo.InvariantCulture) ?? "";

    private static Problem? Forever(Action keep)
    {
        keep();
        return null;
    }

    private static Problem? Count(string typed, string field, int least, int most, Action<int> keep)
    {
        if (!int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var count) || count < least || count > most)
            return new Problem("retention.count", Invariant($"Enter a number from {least} to {most}."), field);
        keep(count);
        return null;
    }
}
