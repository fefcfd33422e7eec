namespace Yardstick.Core.Documents;

/// <summary>What a document is.</summary>
public enum DocumentKind
{
    /// <summary>An estimate.</summary>
    Estimate,

    /// <summary>An invoice.</summary>
    Invoice,

    /// <summary>A credit note.</summary>
    CreditNote,

    /// <summary>An order of a former program, with its figures as they were.</summary>
    Former,

    /// <summary>What a technician works by: no prices.</summary>
    WorkOrder,

    /// <summary>What was found, with photos.</summary>
    Inspection,

    /// <summary>What is signed when the car goes.</summary>
    ReleaseSlip,

    /// <summary>What was paid.</summary>
    Receipt,
}
