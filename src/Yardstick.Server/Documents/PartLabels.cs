using SkiaSharp;
using Yardstick.Core.Purchasing;

namespace Yardstick.Server.Documents;

/// <summary>Labels for parts that came, for a label printer: one for each line, 62 × 29 mm, with plate, order and bin.</summary>
internal static class PartLabels
{
    private const float Millimeter = 72 / 25.4f,
        Width = 62 * Millimeter,
        Height = 29 * Millimeter,
        Edge = 7;

    /// <summary>The PDF, a page for each label.</summary>
    internal static byte[] Draw(IReadOnlyList<PartLabel> labels)
    {
        using var stream = new MemoryStream();
        using (var pdf = SKDocument.CreatePdf(stream))
        {
            foreach (var label in labels)
            {
                using var page = pdf.BeginPage(Width, Height);
                Draw(page, label);
                pdf.EndPage();
            }
        }
        return stream.ToArray();
    }

    private static void Draw(SKCanvas page, PartLabel label)
    {
        PdfFace.Condensed.Draw(page, Fit(PdfFace.Condensed, label.For, 22, Width - 2 * Edge - 46), Edge, 23, 22, SKColors.Black);
        Right(page, PdfFace.Bold, label.Order, 20, 10);
        PdfFace.Bold.Draw(page, Fit(PdfFace.Bold, label.Description, 10, Width - 2 * Edge), Edge, 41, 10, SKColors.Black);
        PdfFace.Regular.Draw(page, Fit(PdfFace.Regular, label.Number, 9, Width - 2 * Edge - 40), Edge, 54, 9, SKColors.Black);
        Right(page, PdfFace.Bold, label.Quantity, 54, 10);
        PdfFace.Regular.Draw(page, Fit(PdfFace.Regular, label.Foot, 8, Width - 2 * Edge - 50), Edge, 71, 8, SKColors.Black);
        Right(page, PdfFace.Bold, label.Bin, 71, 10);
    }

    private static void Right(SKCanvas page, PdfFace face, string text, float y, float size) =>
        face.Draw(page, text, Width - Edge - face.Width(text, size), y, size, SKColors.Black);

    private static string Fit(PdfFace face, string text, float size, float width)
    {
        if (face.Width(text, size) <= width)
            return text;
        var shorter = text;
        while (shorter.Length > 1 && face.Width($"{shorter}…", size) > width)
            shorter = shorter[..^1];
        return $"{shorter}…";
    }
}
