using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Yardstick.Core.Documents;

/// <summary>A document for a customer, with every text and figure that it shows. Frozen with an invoice.</summary>
public sealed record ShopDocument
{
    /// <summary>Kind.</summary>
    public required DocumentKind Kind { get; init; }

    /// <summary>Its number: of the order for an estimate, else of the invoice.</summary>
    public required long Number { get; init; }

    /// <summary>Its number where it is more than a figure.</summary>
    public string? NumberText { get; init; }

    /// <summary>The order's number.</summary>
    public required long OrderNumber { get; init; }

    /// <summary>Date, wall time.</summary>
    public required LocalDateTime Date { get; init; }

    /// <summary>The shop's name.</summary>
    public required string ShopName { get; init; }

    /// <summary>Address lines.</summary>
    public required string ShopAddress { get; init; }

    /// <summary>How the shop is reached; on what is paid its tax number in a second line.</summary>
    public required string ShopContact { get; init; }

    /// <summary>Content hash of the shop's logo at that time; empty without one.</summary>
    public string LogoHash { get; init; } = "";

    /// <summary>Currency.</summary>
    public required string Currency { get; init; }

    /// <summary>Customer's name.</summary>
    public required string CustomerName { get; init; }

    /// <summary>Customer's address and phone.</summary>
    public required string CustomerAddress { get; init; }

    /// <summary>The car in words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>Plate.</summary>
    public required string Plate { get; init; }

    /// <summary>VIN.</summary>
    public required string Vin { get; init; }

    /// <summary>Odometer in words.</summary>
    public required string Odometer { get; init; }

    /// <summary>Writer.</summary>
    public required string Writer { get; init; }

    /// <summary>Concerns, causes, corrections.</summary>
    public required IReadOnlyList<DocumentConcern> Concerns { get; init; }

    /// <summary>Jobs.</summary>
    public required IReadOnlyList<DocumentJob> Jobs { get; init; }

    /// <summary>Work that was declined or put off, in words.</summary>
    public required IReadOnlyList<string> NotDone { get; init; }

    /// <summary>What comes next for the vehicle, on an invoice: advice without a price and services to come, in words.</summary>
    public IReadOnlyList<string> NextWork { get; init; } = [];

    /// <summary>Totals: label and amount, the last is the total.</summary>
    public required IReadOnlyList<DocumentAmount> Totals { get; init; }

    /// <summary>Record of consent, in words.</summary>
    public required IReadOnlyList<string> Consent { get; init; }

    /// <summary>Terms.</summary>
    public required string Terms { get; init; }

    /// <summary>How long an estimate holds, in words; empty on other documents.</summary>
    public string Validity { get; init; } = "";

    /// <summary>What was found, where the document says it.</summary>
    public IReadOnlyList<DocumentFinding> Findings { get; init; } = [];

    /// <summary>Signatures under declined unsafe work and other acknowledgements, in words.</summary>
    public IReadOnlyList<string> Acknowledged { get; init; } = [];

    /// <summary>What must be at hand for the work: key tag, promise, where the car is.</summary>
    public IReadOnlyList<string> Handling { get; init; } = [];

    /// <summary>Why a credit note was made.</summary>
    public string Reason { get; init; } = "";

    /// <summary>What it is called, with its number.</summary>
    [JsonIgnore]
    public string Title =>
        $"{Kind switch { DocumentKind.Estimate => "Estimate", DocumentKind.Invoice => "Invoice", DocumentKind.Former => "Imported order", DocumentKind.WorkOrder => "Technician's copy", DocumentKind.Inspection => "Inspection", DocumentKind.ReleaseSlip => "Vehicle release", DocumentKind.Receipt => "Receipt", _ => "Credit memo" }} {NumberText ?? Number.ToString(CultureInfo.InvariantCulture)}";

    /// <summary>The credit note that takes all of it back.</summary>
    public ShopDocument AsCreditNote(long number, LocalDateTime date, string reason) =>
        this with
        {
            Kind = DocumentKind.CreditNote,
            Number = number,
            Date = date,
            NextWork = [],
            Reason = $"Reverses invoice {Number}: {reason}",
            Jobs = Jobs.Select(j => j with { Amount = -j.Amount, Lines = j.Lines.Select(l => l with { Amount = -l.Amount }).ToList() })
                .ToList(),
            Totals = Totals.Select(t => t with { Amount = -t.Amount }).ToList(),
        };

    /// <summary>The same without what says whose it was; work, amounts and taxes stay.</summary>
    public ShopDocument WithoutPerson() =>
        this with
        {
            CustomerName = Customers.Customer.ErasedName,
            CustomerAddress = "",
            Plate = "",
            Vin = "",
            Concerns = [],
            Consent = [],
            Acknowledged = [],
            Findings = [],
            Handling = [],
        };

    /// <summary>A frozen document without what says whose it was.</summary>
    public static string WithoutPerson(string json) =>
        JsonSerializer.Serialize(JsonSerializer.Deserialize<ShopDocument>(json, DocumentMaker.Json)!.WithoutPerson(), DocumentMaker.Json);
}
