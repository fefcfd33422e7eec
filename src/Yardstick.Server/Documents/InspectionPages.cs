using SkiaSharp;

namespace Yardstick.Server.Documents;

/// <summary>
/// Sets one inspection or checklist on pages: done, it is the proof of what was checked; not done, it is filled in by hand and typed in
/// later.
/// </summary>
internal sealed class InspectionPages : PdfSheet
{
    private const float Box = 8,
        ResultAt = 330,
        Between = 64;

    private readonly InspectionPaper paper;
    private readonly Func<string, byte[]?> contentOf;

    private InspectionPages(InspectionPaper paper, Func<string, byte[]?> contentOf) => (this.paper, this.contentOf) = (paper, contentOf);

    /// <summary>The PDF of an inspection.</summary>
    /// <param name="paper">What it says.</param>
    /// <param name="contentOf">Reads a picture by its content hash.</param>
    internal static byte[] Draw(InspectionPaper paper, Func<string, byte[]?> contentOf)
    {
        using var pages = new InspectionPages(paper, contentOf);
        return pages.Draw();
    }

    protected override string Name => paper.Name;
    protected override (string Name, string Address, string Contact) Shop => (paper.ShopName, paper.ShopAddress, paper.ShopContact);
    protected override byte[]? Logo => paper.LogoHash.Length > 0 ? contentOf(paper.LogoHash) : null;
    protected override LocalDateTime Date => paper.Date;
    protected override string Under => $"Repair order {paper.OrderNumber}";

    protected override void Body()
    {
        Parties((paper.Customer, ""), (paper.Vehicle, paper.Plate, paper.Vin, paper.Odometer));
        Labelled("Done by", paper.DoneBy.Length > 0 ? paper.DoneBy : "________________________    Date ______________");
        Y += 10;
        foreach (var group in paper.Points.GroupBy(p => p.Group))
        {
            Room(40);
            Continued = group.Key;
            PdfFace.Bold.Draw(Canvas, group.Key, Left, Y, 10.5f, Ink);
            Y += 5;
            Hairline();
            Y += 13;
            foreach (var point in group)
                Point(point);
            Continued = "";
            Y += 6;
        }
    }

    private void Point(InspectionPaperPoint point)
    {
        var title = PdfFace.Regular.Wrap(point.Title, 9, ResultAt - Left - 24).ToList();
        var result = PdfFace.Bold.Wrap(point.Result, 9, Right - ResultAt).ToList();
        Room(14 * Math.Max(title.Count, result.Count));
        Mark(point.Done);
        var top = Y;
        foreach (var text in title)
        {
            PdfFace.Regular.Draw(Canvas, text, Left + 16, Y, 9, Ink);
            Y += 13;
        }
        var under = Y;
        Y = top;
        if (point.Result.Length > 0)
            foreach (var text in result)
            {
                PdfFace.Bold.Draw(Canvas, text, ResultAt, Y, 9, Ink);
                Y += 13;
            }
        else
            foreach (var (choice, i) in point.Choices.Select((choice, i) => (choice, i)))
                PdfFace.Regular.Draw(Canvas, choice, ResultAt + i * Between, Y, 9, Soft);
        Y = Math.Max(under, Y) + 1;
        if (point.Note.Length == 0)
            return;
        foreach (var text in PdfFace.Regular.Wrap(point.Note, 8.5f, Right - Left - 16))
        {
            Room(12);
            PdfFace.Regular.Draw(Canvas, text, Left + 16, Y, 8.5f, Soft);
            Y += 12;
        }
    }

    private void Mark(bool done)
    {
        using var frame = new SKPaint
        {
            Color = Ink,
            IsStroke = true,
            StrokeWidth = 0.8f,
            IsAntialias = true,
        };
        Canvas.DrawRect(Left, Y - 7.5f, Box, Box, frame);
        if (!done)
            return;
        frame.StrokeWidth = 1.4f;
        Canvas.DrawLine(Left + 1.5f, Y - 3.5f, Left + 3.5f, Y - 1.2f, frame);
        Canvas.DrawLine(Left + 3.5f, Y - 1.2f, Left + 7, Y - 6.5f, frame);
    }
}
