using System.Globalization;
using Yardstick.Core.Purchasing;

namespace Yardstick.Server.Documents;

/// <summary>Sets a purchase order on pages: to whom, where it is delivered, what is ordered at which cost.</summary>
internal sealed class PurchaseOrderPages : PdfSheet
{
    private const float DescriptionAt = 150,
        QuantityAt = 420,
        EachAt = 492;
    private readonly PurchaseOrderDocument document;
    private readonly Func<string, byte[]?> contentOf;

    private PurchaseOrderPages(PurchaseOrderDocument document, Func<string, byte[]?> contentOf) =>
        (this.document, this.contentOf) = (document, contentOf);

    /// <summary>The PDF of a purchase order.</summary>
    /// <param name="document">What it says.</param>
    /// <param name="contentOf">Reads a picture by its content hash.</param>
    internal static byte[] Draw(PurchaseOrderDocument document, Func<string, byte[]?> contentOf)
    {
        using var pages = new PurchaseOrderPages(document, contentOf);
        return pages.Draw();
    }

    protected override string Name => $"Purchase order {document.Number}";
    protected override (string Name, string Address, string Contact) Shop =>
        (document.ShopName, document.ShopAddress, document.ShopContact);
    protected override byte[]? Logo => document.LogoHash.Length > 0 ? contentOf(document.LogoHash) : null;
    protected override LocalDateTime Date => document.Date;
    protected override string Under => $"Ordered by {document.OrderedBy}";

    protected override void Body()
    {
        Parties((document.SupplierName, document.SupplierLines), ("", "", "", ""));
        if (document.AccountNumber.Length > 0)
            Labelled("Our account", document.AccountNumber);
        Labelled("Deliver to", document.ShopAddress.Length > 0 ? document.ShopAddress.ReplaceLineEndings(", ") : document.ShopName);
        Y += 12;
        Row(PdfFace.Bold, Soft, ("Part number", "Part", "Qty", "Cost", "Amount"));
        Hairline();
        Y += 13;
        Continued = Name;
        foreach (var line in document.Lines)
            Row(
                PdfFace.Regular,
                Ink,
                (line.PartNumber, line.Description, line.Quantity.ToString(), line.UnitCost.ToString(), line.Amount.ToString())
            );
        Hairline();
        Y += 14;
        Room(20);
        PdfFace.Bold.Draw(Canvas, "Total, before tax and delivery", DescriptionAt, Y, 9.5f, Ink);
        RightText(PdfFace.Bold, document.Total.Amount.ToString("#,##0.00", CultureInfo.InvariantCulture), Right, Y, 9.5f, Ink);
        Y += 24;
    }

    private void Row(PdfFace face, SkiaSharp.SKColor color, (string Number, string Part, string Quantity, string Each, string Amount) row)
    {
        var texts = face.Wrap(row.Part, 9, QuantityAt - DescriptionAt - 50).ToList();
        Room(13 * Math.Max(1, texts.Count));
        face.Draw(Canvas, Fit(face, row.Number, 9, DescriptionAt - Left - 8), Left, Y, 9, color);
        RightText(face, row.Quantity, QuantityAt, Y, 9, color);
        RightText(face, row.Each, EachAt, Y, 9, color);
        RightText(face, row.Amount, Right, Y, 9, color);
        foreach (var text in texts)
        {
            face.Draw(Canvas, text, DescriptionAt, Y, 9, color);
            Y += 13;
        }
    }
}
