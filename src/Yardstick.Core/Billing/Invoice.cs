using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A posted invoice. Never changes.</summary>
public class Invoice
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number without gaps.</summary>
    public long Number { get; set; }
    /// <summary>Invoice or credit note.</summary>
    public InvoiceKind Kind { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>Who owes it.</summary>
    public long? CustomerId { get; set; }
    /// <summary>When it was posted, UTC.</summary>
    public DateTime PostedAt { get; set; }
    /// <summary>Who posted it.</summary>
    public long PostedById { get; set; }
    /// <summary>Total; negative on a credit note.</summary>
    public Money Total { get; set; }
    /// <summary>Taxes within or on top.</summary>
    public Money Tax { get; set; }
    /// <summary>Profit as the rules give it.</summary>
    public Money Profit { get; set; }
    /// <summary>The policy that priced it.</summary>
    public long PolicyVersionId { get; set; }
    /// <summary>The complete pricing case, as JSON.</summary>
    public required string CaseJson { get; set; }
    /// <summary>Frozen texts and figures, as JSON.</summary>
    public required string DocumentJson { get; set; }
    /// <summary>The invoice that a credit note takes back.</summary>
    public long? CorrectsId { get; set; }
    /// <summary>Why it was taken back.</summary>
    public string Reason { get; set; } = "";
}
