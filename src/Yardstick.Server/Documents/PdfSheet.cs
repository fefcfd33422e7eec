using System.Globalization;
using SkiaSharp;

namespace Yardstick.Server.Documents;

/// <summary>
/// Letter pages in the shop's name: masthead, blocks of text, page numbers. What stands on them is drawn by those who derive.
/// </summary>
internal abstract class PdfSheet : IDisposable
{
    protected const float Width = 612,
        Height = 792,
        Left = 48,
        Right = 564,
        Top = 48,
        Bottom = 736;
    private const float LabelWidth = 84;

    private const float LogoWide = 150,
        LogoHigh = 48;
    protected static readonly SKColor Ink = SKColor.Parse("#1E272B"),
        Soft = SKColor.Parse("#5A656A");
    private static readonly SKColor Hair = SKColor.Parse("#DED9CC"),
        Boxwood = SKColor.Parse("#EDC55A");
    private readonly List<SKPicture> pages = [];
    private SKPictureRecorder? recorder;

    /// <summary>Where the next thing is drawn from the top.</summary>
    protected float Y { get; set; }

    /// <summary>The page.</summary>
    protected SKCanvas Canvas { get; private set; } = null!;

    /// <summary>What the document is called, with its number.</summary>
    protected abstract string Name { get; }

    /// <summary>The shop's name, address lines and telephone.</summary>
    protected abstract (string Name, string Address, string Contact) Shop { get; }

    /// <summary>The shop's logo as a picture; null without one.</summary>
    protected abstract byte[]? Logo { get; }

    /// <summary>The document's date, wall time.</summary>
    protected abstract LocalDateTime Date { get; }

    /// <summary>What stands under the date at the right.</summary>
    protected abstract string Under { get; }

    /// <summary>Draws everything between the masthead and the foot.</summary>
    protected abstract void Body();

    /// <inheritdoc />
    public void Dispose() => recorder?.Dispose();

    /// <summary>The PDF.</summary>
    protected byte[] Draw() => Draw([this], Name);

    /// <summary>Several documents in one PDF, each with its own page numbers.</summary>
    /// <param name="sheets">The documents, at least one.</param>
    /// <param name="title">What the whole is called.</param>
    protected static byte[] Draw(IReadOnlyList<PdfSheet> sheets, string title)
    {
        var (shop, date) = (sheets[0].Shop.Name, sheets[0].Date.ToDateTimeUnspecified());
        using var stream = new MemoryStream();
        using (
            var pdf = SKDocument.CreatePdf(
                stream,
                new SKDocumentPdfMetadata
                {
                    Title = title,
                    Author = shop,
                    Creation = date,
                    Modified = date,
                }
            )
        )
        {
            foreach (var sheet in sheets)
                sheet.DrawOnto(pdf);
        }
        return stream.ToArray();
    }

    private void DrawOnto(SKDocument pdf)
    {
        NewPage();
        Masthead();
        Body();
        EndPage();
        for (var p = 0; p < pages.Count; p++)
        {
            var page = pdf.BeginPage(Width, Height);
            page.DrawPicture(pages[p]);
            var foot = $"{Name} · page {p + 1} of {pages.Count}";
            PdfFace.Regular.Draw(page, foot, Right - PdfFace.Regular.Width(foot, 8), Height - 30, 8, Soft);
            PdfFace.Regular.Draw(page, Shop.Name, Left, Height - 30, 8, Soft);
            pdf.EndPage();
        }
        foreach (var page in pages)
            page.Dispose();
    }

    private void NewPage()
    {
        recorder = new SKPictureRecorder();
        Canvas = recorder.BeginRecording(new SKRect(0, 0, Width, Height));
        Y = Top;
    }

    private void EndPage()
    {
        pages.Add(recorder!.EndRecording());
        recorder.Dispose();
    }

    /// <summary>Makes room: what needs more height than is left begins a new page.</summary>
    protected void Room(float height)
    {
        if (Y + height <= Bottom)
            return;
        EndPage();
        NewPage();
        if (Continued.Length == 0)
            return;
        PdfFace.Bold.Draw(Canvas, Fit(PdfFace.Bold, Continued, 9, Right - Left - 70), Left, Y, 9, Soft);
        RightText(PdfFace.Regular, "continued", Right, Y, 9, Soft);
        Y += 5;
        Hairline();
        Y += 13;
    }

    /// <summary>What goes on at the top of the next page, should one begin now; empty for nothing.</summary>
    protected string Continued { get; set; } = "";

    private void Masthead()
    {
        var left = Left + LogoWidth();
        var name = Fit(PdfFace.Bold, Shop.Name, 18, Right - left - PdfFace.Bold.Width(Name, 18) - 20);
        PdfFace.Bold.Draw(Canvas, name, left, Y + 14, 18, Ink);
        RightText(PdfFace.Bold, Name, Right, Y + 14, 18, Ink);
        Y += 28;
        foreach (var line in (Shop.Address + "\n" + Shop.Contact).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            PdfFace.Regular.Draw(Canvas, line, left, Y, 9, Soft);
            Y += 12;
        }
        RightText(PdfFace.Regular, Date.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture), Right, Top + 28, 9, Soft);
        RightText(PdfFace.Regular, Under, Right, Top + 40, 9, Soft);
        Y += 2;
        // The rule: the house's mark, in boxwood with black ticks.
        using var fill = new SKPaint { Color = Boxwood };
        Canvas.DrawRect(Left, Y, Right - Left, 6, fill);
        using var tick = new SKPaint { Color = Ink, StrokeWidth = 0.7f };
        for (var i = 0; i <= 43; i++)
            Canvas.DrawLine(Left + i * 12, Y + 6, Left + i * 12, Y + 6 - (i % 4 == 0 ? 5 : 2.5f), tick);
        Y += 24;
    }

    /// <summary>Draws the logo at the left of the masthead and answers the room that it takes.</summary>
    private float LogoWidth()
    {
        using var image = Logo is { } png ? SKImage.FromEncodedData(png) : null;
        if (image is null)
            return 0;
        var scale = Math.Min(LogoWide / image.Width, LogoHigh / image.Height);
        Canvas.DrawImage(
            image,
            new SKRect(Left, Y, Left + image.Width * scale, Y + image.Height * scale),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
        );
        return image.Width * scale + 12;
    }

    /// <summary>Customer at the left, car at the right.</summary>
    protected void Parties((string Name, string Address) customer, (string Description, string Plate, string Vin, string Odometer) car)
    {
        var top = Y;
        Block(customer.Name, customer.Address.Split('\n', StringSplitOptions.RemoveEmptyEntries), Left);
        var below = Y;
        if (car.Description.Length > 0)
        {
            Y = top;
            Block(
                car.Description,
                new[] { car.Plate.Length > 0 ? $"Plate {car.Plate}" : "", car.Vin.Length > 0 ? $"VIN {car.Vin}" : "", car.Odometer }.Where(
                    l => l.Length > 0
                ),
                314
            );
        }
        Y = Math.Max(below, Y) + 22;
    }

    /// <summary>A name in bold and lines under it, wrapped: nobody's name is cut.</summary>
    private void Block(string name, IEnumerable<string> lines, float left)
    {
        const float width = 250;
        var first = true;
        foreach (var text in PdfFace.Bold.Wrap(name, 11, width))
        {
            if (!first)
                Y += 14;
            PdfFace.Bold.Draw(Canvas, text, left, Y, 11, Ink);
            first = false;
        }
        foreach (var text in lines.SelectMany(l => PdfFace.Regular.Wrap(l, 9, width)))
            PdfFace.Regular.Draw(Canvas, text, left, Y += 13, 9, Soft);
    }

    /// <summary>A label at the left and its text beside it, wrapped.</summary>
    protected void Labelled(string label, string text)
    {
        var first = true;
        foreach (var line in PdfFace.Regular.Wrap(text, 9, Right - Left - LabelWidth))
        {
            Room(13);
            if (first)
                PdfFace.Bold.Draw(Canvas, label, Left, Y, 9, Soft);
            PdfFace.Regular.Draw(Canvas, line, Left + LabelWidth, Y, 9, Ink);
            Y += 13;
            first = false;
        }
    }

    /// <summary>A heading and paragraphs under it.</summary>
    protected void Texts(string title, IReadOnlyList<string> texts)
    {
        if (texts.Count == 0)
            return;
        Room(30);
        PdfFace.Bold.Draw(Canvas, title, Left, Y, 9, Ink);
        Y += 13;
        foreach (var text in texts)
        {
            foreach (var line in PdfFace.Regular.Wrap(text, 9, Right - Left))
            {
                Room(12);
                PdfFace.Regular.Draw(Canvas, line, Left, Y, 9, Soft);
                Y += 12;
            }
        }
        Y += 10;
    }

    /// <summary>A thin line across.</summary>
    protected void Hairline()
    {
        using var paint = new SKPaint { Color = Hair, StrokeWidth = 0.8f };
        Canvas.DrawLine(Left, Y, Right, Y, paint);
    }

    /// <summary>Text that ends at <paramref name="x"/>.</summary>
    protected void RightText(PdfFace face, string text, float x, float at, float size, SKColor color) =>
        face.Draw(Canvas, text, x - face.Width(text, size), at, size, color);

    /// <summary>As much of a text as has room.</summary>
    protected static string Fit(PdfFace face, string text, float size, float width)
    {
        if (face.Width(text, size) <= width)
            return text;
        var length = text.Length;
        while (length > 1 && face.Width(text[..length] + "…", size) > width)
            length--;
        return text[..length].TrimEnd() + "…";
    }
}
