using System.Globalization;
using Yardstick.Core.Documents;
using Yardstick.Core.Values;

namespace Yardstick.Server.Documents;

/// <summary>Sets a document of an order on pages: parties, jobs in blocks that do not break badly, totals, consent, terms.</summary>
internal sealed class PdfPages : PdfSheet
{
    private const float PhotoWidth = 150,
        PhotoHeight = 104;
    private readonly ShopDocument document;
    private readonly Func<string, byte[]?> contentOf;

    private PdfPages(ShopDocument document, Func<string, byte[]?> contentOf) => (this.document, this.contentOf) = (document, contentOf);

    /// <summary>The PDF of a document.</summary>
    /// <param name="document">What it says.</param>
    /// <param name="contentOf">Finds a photo or the logo by its hash; null where there is none.</param>
    internal static byte[] Draw(ShopDocument document, Func<string, byte[]?>? contentOf = null)
    {
        using var pages = new PdfPages(document, contentOf ?? (_ => null));
        return pages.Draw();
    }

    /// <summary>Several documents in one PDF.</summary>
    /// <param name="documents">What they say, at least one.</param>
    /// <param name="title">What the whole is called.</param>
    /// <param name="contentOf">Finds a photo or the logo by its hash; null where there is none.</param>
    internal static byte[] Draw(IEnumerable<ShopDocument> documents, string title, Func<string, byte[]?> contentOf)
    {
        var sheets = documents.Select(d => new PdfPages(d, contentOf)).ToList();
        try
        {
            return Draw(sheets, title);
        }
        finally
        {
            sheets.ForEach(s => s.Dispose());
        }
    }

    private bool Priced => document.Kind is not (DocumentKind.WorkOrder or DocumentKind.Inspection or DocumentKind.ReleaseSlip);

    protected override string Name => document.Title;
    protected override byte[]? Logo => document.LogoHash.Length > 0 ? contentOf(document.LogoHash) : null;
    protected override (string Name, string Address, string Contact) Shop =>
        (document.ShopName, document.ShopAddress, document.ShopContact);
    protected override LocalDateTime Date => document.Date;
    protected override string Under =>
        document.Kind == DocumentKind.Former
            ? "imported from previous software"
            : $"Order {document.OrderNumber} · Service writer: {document.Writer}";

    protected override void Body()
    {
        Parties((document.CustomerName, document.CustomerAddress), (document.Vehicle, document.Plate, document.Vin, document.Odometer));
        Texts("Handling", document.Handling);
        Concerns();
        foreach (var job in document.Jobs)
            Job(job);
        if (Priced)
            Totals();
        Findings();
        Texts("Declined or deferred", document.NotDone);
        Texts("Coming up", document.NextWork);
        Texts("Safety items declined", document.Acknowledged);
        Texts("Authorization record", document.Consent);
        if (document.Reason.Length > 0)
            Texts("Credit memo", [document.Reason]);
        if (document.Terms.Length > 0)
            Texts("Terms", [document.Terms]);
        if (document.Validity.Length > 0)
            Texts("Validity", [document.Validity]);
        if (document.Kind == DocumentKind.ReleaseSlip)
            SignHere();
    }

    /// <summary>Lines to sign on, by hand, when the car goes.</summary>
    private void SignHere()
    {
        Room(130);
        PdfFace.Regular.Draw(Canvas, "I received my vehicle and keys.", Left, Y, 10, Ink);
        Y += 46;
        using var line = new SkiaSharp.SKPaint { Color = Ink, StrokeWidth = 0.8f };
        foreach (var (label, from, to) in new[] { ("Signature", Left, 300f), ("Name", 316f, 470f), ("Date and time", 486f, Right) })
        {
            Canvas.DrawLine(from, Y, to, Y, line);
            PdfFace.Regular.Draw(Canvas, label, from, Y + 12, 8.5f, Soft);
        }
        Y += 30;
    }

    private void Findings()
    {
        if (document.Findings.Count == 0)
            return;
        Room(48);
        Y += 8;
        PdfFace.Bold.Draw(Canvas, "Findings", Left, Y, 10.5f, Ink);
        Y += 5;
        Hairline();
        Y += 13;
        foreach (var finding in document.Findings)
        {
            var photo = finding.PhotoHash is { } hash ? contentOf(hash) : null;
            var left = photo is null ? Left : Left + PhotoWidth + 12;
            var texts = PdfFace.Regular.Wrap(finding.Text, 9, Right - left).ToList();
            Room(photo is null ? 26 : PhotoHeight + 8);
            var top = Y;
            if (photo is not null)
                Photo(photo, top - 9);
            var told = new[] { finding.Rating, finding.Measured, finding.Unpriced ? "no price yet" : "" }.Where(t => t.Length > 0);
            PdfFace.Bold.Draw(Canvas, string.Join(", ", told), left, Y, 9, Ink);
            Y += 13;
            foreach (var text in texts)
            {
                Room(13);
                PdfFace.Regular.Draw(Canvas, text, left, Y, 9, Ink);
                Y += 13;
            }
            if (photo is not null)
                Y = Math.Max(Y, top + PhotoHeight + 4);
            Y += 5;
        }
        Y += 5;
    }

    private void Photo(byte[] jpeg, float top)
    {
        using var image = SkiaSharp.SKImage.FromEncodedData(jpeg);
        if (image is null)
            return;
        var scale = Math.Min(PhotoWidth / image.Width, PhotoHeight / image.Height);
        Canvas.DrawImage(
            image,
            new SkiaSharp.SKRect(Left, top, Left + image.Width * scale, top + image.Height * scale),
            new SkiaSharp.SKSamplingOptions(SkiaSharp.SKFilterMode.Linear, SkiaSharp.SKMipmapMode.Linear)
        );
    }

    private void Concerns()
    {
        foreach (var concern in document.Concerns)
        {
            foreach (
                var (label, text) in new[] { ("Concern", concern.Complaint), ("Cause", concern.Cause), ("Correction", concern.Correction) }
            )
            {
                if (text.Length > 0)
                    Labelled(label, text);
            }
            Y += 5;
        }
    }

    private void Job(DocumentJob job)
    {
        // A title never stands at the foot of a page without its first lines.
        var title = PdfFace.Bold.Wrap(job.Title, 10.5f, 400).ToList();
        Room(20 + title.Count * 13 + Math.Min(3, job.Lines.Count) * 14);
        Continued = job.Title;
        Y += 6;
        if (Priced)
            RightText(PdfFace.Bold, Amount(job.Amount), Right, Y, 10.5f, Ink);
        foreach (var text in title)
        {
            PdfFace.Bold.Draw(Canvas, text, Left, Y, 10.5f, Ink);
            Y += 13;
        }
        Y -= 8;
        Hairline();
        Y += 11;
        Aside(job.Text, Left, 460);
        foreach (var line in job.Lines)
        {
            var texts = PdfFace.Regular.Wrap(line.Description, 9, 250).ToList();
            Room(13 * texts.Count);
            PdfFace.Condensed.Draw(Canvas, line.Kind.ToString().ToUpperInvariant(), Left, Y, 8, Soft);
            PdfFace.Regular.Draw(Canvas, Fit(PdfFace.Regular, line.Number, 8.5f, 80), 350, Y, 8.5f, Soft);
            RightText(PdfFace.Regular, line.Quantity, 452, Y, 9, Ink);
            if (line.Each is { } each)
                RightText(PdfFace.Regular, Amount(each), 506, Y, 9, Ink);
            if (line.Amount is { } amount)
                RightText(PdfFace.Regular, Amount(amount), Right, Y, 9, Ink);
            foreach (var text in texts)
            {
                PdfFace.Regular.Draw(Canvas, text, Left + 48, Y, 9, Ink);
                Y += 13;
            }
            Aside(line.Note, Left + 48, 400);
        }
        foreach (var point in job.Checklist)
            Tick(point);
        Continued = "";
        Y += 5;
    }

    /// <summary>A point to be ticked off by hand.</summary>
    private void Tick(string point)
    {
        Room(15);
        using var frame = new SkiaSharp.SKPaint
        {
            Color = Ink,
            IsStroke = true,
            StrokeWidth = 0.8f,
        };
        Canvas.DrawRect(Left + 48, Y - 7.5f, 8, 8, frame);
        var first = true;
        foreach (var text in PdfFace.Regular.Wrap(point, 9, 380))
        {
            if (!first)
                Room(13);
            PdfFace.Regular.Draw(Canvas, text, Left + 63, Y, 9, Ink);
            Y += 13;
            first = false;
        }
        Y += 2;
    }

    /// <summary>Words that explain what stands above them.</summary>
    private void Aside(string words, float left, float width)
    {
        if (words.Length == 0)
            return;
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
            if (last)
                Y += 5;
            PdfFace.Bold.Draw(Canvas, total.Label, 380, Y, last ? 11 : 9, last ? Ink : Soft);
            RightText(face, last ? Money.Of(total.Amount).In(document.Currency) : Amount(total.Amount), Right, Y, size, Ink);
            Y += 14;
        }
        Y += 8;
    }

    private static string Amount(decimal amount) => amount.ToString("#,##0.00;−#,##0.00", CultureInfo.InvariantCulture);
}
