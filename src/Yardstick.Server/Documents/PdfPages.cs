using System.Globalization;
using Yardstick.Core.Billing;

namespace Yardstick.Server.Documents;

/// <summary>Sets a document of an order on pages: parties, jobs in blocks that do not break badly, totals, consent, terms.</summary>
internal sealed class PdfPages : PdfSheet
{
    private readonly ShopDocument document;

    private PdfPages(ShopDocument document) => this.document = document;

    /// <summary>The PDF of a document.</summary>
    internal static byte[] Draw(ShopDocument document)
    {
        using var pages = new PdfPages(document);
        return pages.Draw();
    }

    protected override string Name => $"{document.Kind switch { DocumentKind.Estimate => "Estimate", DocumentKind.Invoice => "Invoice", DocumentKind.Former => "Former order", _ => "Credit note" }} {document.NumberText ?? document.Number.ToString(CultureInfo.InvariantCulture)}";
    protected override (string Name, string Address, string Phone) Shop => (document.ShopName, document.ShopAddress, document.ShopPhone);
    protected override DateTime Date => document.Date;
    protected override string Under => document.Kind == DocumentKind.Former ? "brought in from a former program" : $"Order {document.OrderNumber} · written by {document.Writer}";

    protected override void Body()
    {
        Parties((document.CustomerName, document.CustomerAddress), (document.Vehicle, document.Plate, document.Vin, document.Odometer));
        Concerns();
        foreach (var job in document.Jobs) Job(job);
        Totals();
        Texts("Not done on this visit", document.NotDone);
        Texts("Record of consent", document.Consent);
        if (document.Reason.Length > 0) Texts("Credit note", [document.Reason]);
        if (document.Terms.Length > 0) Texts("Terms", [document.Terms]);
        if (document.Kind == DocumentKind.Estimate) Texts("Validity", ["This estimate holds for 30 days. Work begins only after you agree to it, and never costs more than you agreed to without asking you again."]);
    }

    private void Concerns()
    {
        foreach (var concern in document.Concerns)
        {
            foreach (var (label, text) in new[] { ("You said", concern.Says), ("We found", concern.Found), ("We did", concern.Corrected) })
            {
                if (text.Length > 0) Labelled(label, text);
            }
            Y += 5;
        }
    }

    private void Job(DocumentJob job)
    {
        // A title never stands at the foot of a page without its first lines.
        Room(20 + Math.Min(3, job.Lines.Count) * 14);
        Y += 6;
        PdfFace.Bold.Draw(Canvas, Fit(PdfFace.Bold, job.Title, 10.5f, 400), Left, Y, 10.5f, Ink);
        RightText(PdfFace.Bold, Amount(job.Amount), Right, Y, 10.5f, Ink);
        Y += 5;
        Hairline();
        Y += 11;
        Aside(job.Text, Left, 460);
        foreach (var line in job.Lines)
        {
            var texts = PdfFace.Regular.Wrap(line.Description, 9, 250).ToList();
            Room(13 * texts.Count);
            PdfFace.Condensed.Draw(Canvas, line.Kind.ToUpperInvariant(), Left, Y, 8, Soft);
            PdfFace.Regular.Draw(Canvas, Fit(PdfFace.Regular, line.Number, 8.5f, 80), 350, Y, 8.5f, Soft);
            RightText(PdfFace.Regular, line.Quantity, 452, Y, 9, Ink);
            if (line.Each is { } each) RightText(PdfFace.Regular, Amount(each), 506, Y, 9, Ink);
            if (line.Amount is { } amount) RightText(PdfFace.Regular, Amount(amount), Right, Y, 9, Ink);
            foreach (var text in texts)
            {
                PdfFace.Regular.Draw(Canvas, text, Left + 48, Y, 9, Ink);
                Y += 13;
            }
            Aside(line.Note, Left + 48, 400);
        }
        Y += 5;
    }

    /// <summary>Words that explain what stands above them.</summary>
    private void Aside(string words, float left, float width)
    {
        if (words.Length == 0) return;
        foreach (var text in PdfFace.Regular.Wrap(words, 8.5f, width))
        {
            Room(12);
            PdfFace.Regular.Draw(Canvas, text, left, Y, 8.5f, Soft);
            Y += 12;
        }
    }

    private void Totals()
    {
        Room(14 * document.Totals.Count + 20);
        Y += 4;
        Hairline();
        Y += 14;
        foreach (var total in document.Totals)
        {
            var last = ReferenceEquals(total, document.Totals[^1]);
            var face = last ? PdfFace.Bold : PdfFace.Regular;
            var size = last ? 13 : 9;
            if (last) Y += 5;
            PdfFace.Bold.Draw(Canvas, last ? $"{total.Label}, {document.Currency}" : total.Label, 380, Y, last ? 11 : 9, last ? Ink : Soft);
            RightText(face, Amount(total.Amount), Right, Y, size, Ink);
            Y += 14;
        }
        Y += 8;
    }

    private static string Amount(decimal amount) => amount.ToString("#,##0.00;−#,##0.00", CultureInfo.InvariantCulture);
}
