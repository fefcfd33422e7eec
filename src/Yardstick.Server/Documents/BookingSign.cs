using QRCoder;
using SkiaSharp;

namespace Yardstick.Server.Documents;

/// <summary>A sign for the counter or the window: the booking page's address as a code to scan, on a letter page.</summary>
internal static class BookingSign
{
    private const float Width = 612,
        Height = 792,
        Code = 340,
        Edge = 48;

    /// <summary>The PDF.</summary>
    /// <param name="shop">Name of the shop.</param>
    /// <param name="address">Address of the page.</param>
    internal static byte[] Draw(string shop, string address)
    {
        using var stream = new MemoryStream();
        using (var pdf = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = "Book a time", Author = shop }))
        {
            using var page = pdf.BeginPage(Width, Height);
            Centered(page, PdfFace.Condensed, shop, 120, 40);
            Centered(page, PdfFace.Bold, "Book a time", 172, 28);
            DrawCode(page, address, (Width - Code) / 2, 210);
            Centered(page, PdfFace.Regular, "Scan the code, or go to", 610, 18);
            Centered(page, PdfFace.Bold, address, 640, 20);
            pdf.EndPage();
        }
        return stream.ToArray();
    }

    /// <summary>Squares as paths, sharp at any size; the quiet zone is part of the code.</summary>
    private static void DrawCode(SKCanvas page, string address, float left, float top)
    {
        using var code = QRCodeGenerator.GenerateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = false };
        var rows = code.ModuleMatrix;
        var size = Code / rows.Count;
        for (var y = 0; y < rows.Count; y++)
        for (var x = 0; x < rows[y].Length; x++)
            if (rows[y][x])
                page.DrawRect(left + x * size, top + y * size, size, size, ink);
    }

    /// <summary>As large as said, or as fits.</summary>
    private static void Centered(SKCanvas page, PdfFace face, string text, float y, float size)
    {
        var fits = Math.Min(size, size * (Width - 2 * Edge) / Math.Max(1, face.Width(text, size)));
        face.Draw(page, text, (Width - face.Width(text, fits)) / 2, y, fits, SKColors.Black);
    }
}
