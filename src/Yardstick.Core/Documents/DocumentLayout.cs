using Yardstick.Core.Setup;

namespace Yardstick.Core.Documents;

/// <summary>How much of the work a customer's document shows on paper; what is kept of it is always the whole.</summary>
/// <param name="Lines">Lines under each job, and photos of findings; else jobs with their amounts, and findings in words.</param>
/// <param name="PartNumbers">Numbers of parts.</param>
/// <param name="LaborHours">Hours of labor.</param>
public sealed record DocumentLayout(bool Lines, bool PartNumbers, bool LaborHours)
{
    /// <summary>Everything.</summary>
    public static readonly DocumentLayout Full = new(true, true, true);

    /// <summary>How a shop prints what customers get.</summary>
    public static DocumentLayout By(Shop shop) => new(shop.PrintsLines, shop.PrintsPartNumbers, shop.PrintsLaborHours);

    /// <summary>A document as it is printed. What is no paper for a customer with prices stays as it is.</summary>
    /// <param name="document">The document.</param>
    public ShopDocument Of(ShopDocument document) =>
        document.Kind is DocumentKind.Estimate or DocumentKind.Invoice or DocumentKind.CreditNote
            ? document with
            {
                Jobs = [.. document.Jobs.Select(j => j with { Lines = Lines ? [.. j.Lines.Select(Of)] : [] })],
                Findings = Lines ? document.Findings : [.. document.Findings.Select(f => f with { PhotoHash = null })],
            }
            : document;

    private DocumentLine Of(DocumentLine line) =>
        line with
        {
            Number = PartNumbers ? line.Number : "",
            Quantity = LaborHours || line.Kind != DocumentLineKind.Labor ? line.Quantity : "",
        };
}
