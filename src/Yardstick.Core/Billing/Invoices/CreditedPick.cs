using Yardstick.Core.Pricing;

namespace Yardstick.Core.Billing;

/// <summary>A line that a credit note credits.</summary>
public class CreditedPick
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The credit note.</summary>
    public long InvoiceId { get; init; }

    /// <summary>Id of the job within the invoice's case.</summary>
    public string Job { get; init; } = "";

    /// <summary>Place of the line within the job, from 0.</summary>
    public int Line { get; init; }

    /// <summary>How much of it: hours of labor as invoiced, else units; null for all that was left.</summary>
    public decimal? Quantity { get; init; }

    /// <summary>Only its core charge; the quantity counts cores.</summary>
    public bool IsCore { get; init; }

    /// <summary>As it is judged.</summary>
    internal CreditPick Pick => new(Job, Line, Quantity, IsCore);
}
