using System.Globalization;
using SkiaSharp;
using Yardstick.Core.Billing;

namespace Yardstick.Server.Documents;

/// <summary>Sets a document on letter pages: masthead, parties, jobs in blocks that do not break badly, totals, consent, terms, page numbers.</summary>
internal sealed class PdfPages : IDisposable
{
    private const float Width = 612, Height = 792, Left = 48, Right = 564, Top = 48, Bottom = 736;
    private static readonly SKColor Ink = SKColor.Parse("#1E272B"), Soft = SKColor.Parse("#5A656A"), Hair = SKColor.Parse("#DED9CC"), Boxwood = SKColor.Parse("#EDC55A");
    private readonly ShopDocument document;
    private readonly List<SKPicture> pages = [];
    private SKPictureRecorder? recorder;
    private SKCanvas canvas = null!;
    private float y;

    private PdfPages(ShopDocument document) => this.document = document;

    /// <summary>The PDF of a document.</summary>
    internal static byte[] Draw(ShopDocument document)
    {
        using var pages = new PdfPages(document);
        return pages.Draw();
    }

    /// <inheritdoc />
    public void Dispose() => recorder?.Dispose();

    private byte[] Draw()
    {
        NewPage();
        Masthead();
        Parties();
        Concerns();
        foreach (var job in document.Jobs) Job(job);
        Totals();
        Texts("Not done on this visit", document.NotDone);
        Texts("Record of consent", document.Consent);
        if (document.Reason.Length > 0) Texts("Credit note", [document.Reason]);
        if (document.Terms.Length > 0) Texts("Terms", [document.Terms]);
        if (document.Kind == DocumentKind.Estimate) Texts("Validity", ["This estimate holds for 30 days. Work begins only after you agree to it, and never costs more than you agreed to without asking you again."]);
        EndPage();
        return Assemble();
    }

    private byte[] Assemble()
    {
        using var stream = new MemoryStream();
        using (var pdf = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = $"{Name} {document.Number}", Author = document.ShopName, Creation = document.Date, Modified = document.Date }))
        {
            for (var p = 0; p < pages.Count; p++)
            {
                var page = pdf.BeginPage(Width, Height);
                page.DrawPicture(pages[p]);
                var foot = $"{Name} {document.Number} · page {p + 1} of {pages.Count}";
                PdfFace.Regular.Draw(page, foot, Right - PdfFace.Regular.Width(foot, 8), Height - 30, 8, Soft);
                PdfFace.Regular.Draw(page, document.ShopName, Left, Height - 30, 8, Soft);
                pdf.EndPage();
            }
        }
        foreach (var page in pages) page.Dispose();
        return stream.ToArray();
    }

    private string Name => document.Kind switch { DocumentKind.Estimate => "Estimate", DocumentKind.Invoice => "Invoice", _ => "Credit note" };

    private void NewPage()
    {
        recorder = new SKPictureRecorder();
        canvas = recorder.BeginRecording(new SKRect(0, 0, Width, Height));
        y = Top;
    }

    private void EndPage()
    {
        pages.Add(recorder!.EndRecording());
        recorder.Dispose();
    }

    /// <summary>Makes room: what needs more height than is left begins a new page.</summary>
    private void Room(float height)
    {
        if (y + height <= Bottom) return;
        EndPage();
        NewPage();
    }

    private void Masthead()
    {
        PdfFace.Bold.Draw(canvas, document.ShopName, Left, y + 14, 18, Ink);
        RightText(PdfFace.Bold, $"{Name} {document.Number}", Right, y + 14, 18, Ink);
        y += 28;
        foreach (var line in (document.ShopAddress + "\n" + document.ShopPhone).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            PdfFace.Regular.Draw(canvas, line, Left, y, 9, Soft);
            y += 12;
        }
        RightText(PdfFace.Regular, document.Date.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture), Right, Top + 28, 9, Soft);
        RightText(PdfFace.Regular, $"Order {document.OrderNumber} · written by {document.Writer}", Right, Top + 40, 9, Soft);
        y += 2;
        // The rule: the house's mark, in boxwood with black ticks.
        using var fill = new SKPaint { Color = Boxwood };
        canvas.DrawRect(Left, y, Right - Left, 6, fill);
        using var tick = new SKPaint { Color = Ink, StrokeWidth = 0.7f };
        for (var i = 0; i <= 43; i++) canvas.DrawLine(Left + i * 12, y + 6, Left + i * 12, y + 6 - (i % 4 == 0 ? 5 : 2.5f), tick);
        y += 24;
    }

    private void Parties()
    {
        var top = y;
        PdfFace.Bold.Draw(canvas, Fit(PdfFace.Bold, document.CustomerName, 11, 240), Left, y, 11, Ink);
        foreach (var line in document.CustomerAddress.Split('\n', StringSplitOptions.RemoveEmptyEntries)) PdfFace.Regular.Draw(canvas, Fit(PdfFace.Regular, line, 9, 240), Left, y += 13, 9, Soft);
        var below = y;
        if (document.Vehicle.Length > 0)
        {
            y = top;
            PdfFace.Bold.Draw(canvas, Fit(PdfFace.Bold, document.Vehicle, 11, 250), 314, y, 11, Ink);
            var plate = document.Plate.Length > 0 ? $"Plate {document.Plate}" : "";
            foreach (var line in new[] { plate, document.Vin.Length > 0 ? $"VIN {document.Vin}" : "", document.Odometer }.Where(l => l.Length > 0)) PdfFace.Regular.Draw(canvas, line, 314, y += 13, 9, Soft);
        }
        y = Math.Max(below, y) + 22;
    }

    private void Concerns()
    {
        foreach (var concern in document.Concerns)
        {
            foreach (var (label, text) in new[] { ("You said", concern.Says), ("We found", concern.Found), ("We did", concern.Corrected) })
            {
                if (text.Length == 0) continue;
                var first = true;
                foreach (var line in PdfFace.Regular.Wrap(text, 9, Right - Left - 60))
                {
                    Room(13);
                    if (first) PdfFace.Bold.Draw(canvas, label, Left, y, 9, Soft);
                    PdfFace.Regular.Draw(canvas, line, Left + 60, y, 9, Ink);
                    y += 13;
                    first = false;
                }
            }
            y += 5;
        }
    }

    private void Job(DocumentJob job)
    {
        // A title never stands at the foot of a page without its first lines.
        Room(20 + Math.Min(3, job.Lines.Count) * 14);
        y += 6;
        PdfFace.Bold.Draw(canvas, Fit(PdfFace.Bold, job.Title, 10.5f, 400), Left, y, 10.5f, Ink);
        RightText(PdfFace.Bold, Amount(job.Amount), Right, y, 10.5f, Ink);
        y += 5;
        Hairline();
        y += 11;
        foreach (var line in job.Lines)
        {
            var texts = PdfFace.Regular.Wrap(line.Description, 9, 250).ToList();
            Room(13 * texts.Count);
            PdfFace.Condensed.Draw(canvas, line.Kind.ToUpperInvariant(), Left, y, 8, Soft);
            PdfFace.Regular.Draw(canvas, Fit(PdfFace.Regular, line.Number, 8.5f, 80), 350, y, 8.5f, Soft);
            RightText(PdfFace.Regular, line.Quantity, 452, y, 9, Ink);
            if (line.Each is { } each) RightText(PdfFace.Regular, Amount(each), 506, y, 9, Ink);
            if (line.Amount is { } amount) RightText(PdfFace.Regular, Amount(amount), Right, y, 9, Ink);
            foreach (var text in texts)
            {
                PdfFace.Regular.Draw(canvas, text, Left + 48, y, 9, Ink);
                y += 13;
            }
        }
        y += 5;
    }

    private void Totals()
    {
        Room(14 * document.Totals.Count + 20);
        y += 4;
        Hairline();
        y += 14;
        foreach (var total in document.Totals)
        {
            var last = ReferenceEquals(total, document.Totals[^1]);
            var face = last ? PdfFace.Bold : PdfFace.Regular;
            var size = last ? 13 : 9;
            if (last) y += 5;
            PdfFace.Bold.Draw(canvas, last ? $"{total.Label}, {document.Currency}" : total.Label, 380, y, last ? 11 : 9, last ? Ink : Soft);
            RightText(face, Amount(total.Amount), Right, y, size, Ink);
            y += 14;
        }
        y += 8;
    }

    private void Texts(string title, IReadOnlyList<string> texts)
    {
        if (texts.Count == 0) return;
        Room(30);
        PdfFace.Bold.Draw(canvas, title, Left, y, 9, Ink);
        y += 13;
        foreach (var text in texts)
        {
            foreach (var line in PdfFace.Regular.Wrap(text, 9, Right - Left))
            {
                Room(12);
                PdfFace.Regular.Draw(canvas, line, Left, y, 9, Soft);
                y += 12;
            }
        }
        y += 10;
    }

    private void Hairline()
    {
        using var paint = new SKPaint { Color = Hair, StrokeWidth = 0.8f };
        canvas.DrawLine(Left, y, Right, y, paint);
    }

    private void RightText(PdfFace face, string text, float x, float at, float size, SKColor color) => face.Draw(canvas, text, x - face.Width(text, size), at, size, color);

    private static string Fit(PdfFace face, string text, float size, float width)
    {
        if (face.Width(text, size) <= width) return text;
        var length = text.Length;
        while (length > 1 && face.Width(text[..length] + "…", size) > width) length--;
        return text[..length].TrimEnd() + "…";
    }

    private static string Amount(decimal amount) => amount.ToString("#,##0.00;−#,##0.00", CultureInfo.InvariantCulture);
}
