using SkiaSharp;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;

namespace Yardstick.Server.Documents;

/// <summary>Sets a signed check-in sheet on pages: car, photos, concerns, what was agreed, terms, signature.</summary>
internal sealed class CheckInPages : PdfSheet
{
    private const float PhotoWidth = 162,
        PhotoHeight = 110;
    private readonly CheckInDocument document;
    private readonly byte[] signature;
    private readonly IReadOnlyList<byte[]> photos;
    private readonly byte[]? logo;

    private CheckInPages(CheckInDocument document, byte[] signature, IReadOnlyList<byte[]> photos, byte[]? logo) =>
        (this.document, this.signature, this.photos, this.logo) = (document, signature, photos, logo);

    /// <summary>The PDF of a check-in sheet.</summary>
    /// <param name="document">What it says.</param>
    /// <param name="signature">The signature as PNG.</param>
    /// <param name="photos">Photos of the car as JPEG.</param>
    /// <param name="logo">The shop's logo; null without one.</param>
    internal static byte[] Draw(CheckInDocument document, byte[] signature, IReadOnlyList<byte[]> photos, byte[]? logo)
    {
        using var pages = new CheckInPages(document, signature, photos, logo);
        return pages.Draw();
    }

    protected override string Name => $"Check-in {document.OrderNumber}";
    protected override (string Name, string Address, string Contact) Shop =>
        (document.ShopName, document.ShopAddress, document.ShopContact);
    protected override byte[]? Logo => logo;
    protected override LocalDateTime Date => document.Date;
    protected override string Under => $"Order {document.OrderNumber} · Service writer: {document.Writer}";

    protected override void Body()
    {
        Parties((document.CustomerName, document.CustomerAddress), (document.Vehicle, document.Plate, document.Vin, document.Odometer));
        Photos();
        foreach (var says in document.Concerns)
            Labelled("Concern", says);
        if (document.Condition.Length > 0)
            Labelled("Existing damage", document.Condition);
        if (document.Promise.Length > 0)
            Labelled("Promised", document.Promise);
        Y += 8;
        Texts("Requests", document.Agreed);
        if (document.Terms.Length > 0)
            Texts("Terms", document.Terms.Split('\n'));
        Sign();
    }

    private void Photos()
    {
        for (var i = 0; i < photos.Count; i++)
        {
            if (i % 3 == 0)
                Room(PhotoHeight + 10);
            using var image = SKImage.FromEncodedData(photos[i]);
            var scale = Math.Min(PhotoWidth / image.Width, PhotoHeight / image.Height);
            var left = Left + i % 3 * (PhotoWidth + 12);
            Canvas.DrawImage(
                image,
                new SKRect(left, Y - 8, left + image.Width * scale, Y - 8 + image.Height * scale),
                new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
            );
            if (i % 3 == 2 || i == photos.Count - 1)
                Y += PhotoHeight + 14;
        }
    }

    private void Sign()
    {
        Room(110);
        using var image = SKImage.FromEncodedData(signature);
        var scale = Math.Min(220f / image.Width, 64f / image.Height);
        Canvas.DrawImage(
            image,
            new SKRect(Left, Y, Left + image.Width * scale, Y + image.Height * scale),
            new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
        );
        Y += 72;
        Hairline();
        Y += 13;
        PdfFace.Bold.Draw(Canvas, document.SignedBy, Left, Y, 9, Ink);
        RightText(PdfFace.Regular, Invariant($"signed on screen, {document.Date:MMMM d, yyyy} {document.Date.Clock()}"), Right, Y, 9, Soft);
        Y += 13;
    }
}
