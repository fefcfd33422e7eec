namespace Yardstick.Server.Documents;

/// <summary>Sets a list on pages.</summary>
internal sealed class ListPages : PdfSheet
{
    private const float Gap = 8;

    private readonly ListPaper paper;
    private readonly Func<string, byte[]?> contentOf;

    private ListPages(ListPaper paper, Func<string, byte[]?> contentOf) => (this.paper, this.contentOf) = (paper, contentOf);

    /// <summary>The PDF of a list.</summary>
    /// <param name="paper">What it says.</param>
    /// <param name="contentOf">Reads a picture by its content hash.</param>
    internal static byte[] Draw(ListPaper paper, Func<string, byte[]?> contentOf)
    {
        using var pages = new ListPages(paper, contentOf);
        return pages.Draw();
    }

    protected override string Name => paper.Name;
    protected override (string Name, string Address, string Contact) Shop => paper.Shop;
    protected override byte[]? Logo => paper.LogoHash.Length > 0 ? contentOf(paper.LogoHash) : null;
    protected override LocalDateTime Date => paper.Date;
    protected override string Under => paper.Under;

    protected override void Body()
    {
        if (paper.Groups.Count == 0)
        {
            PdfFace.Regular.Draw(Canvas, paper.None, Left, Y, 10, Soft);
            return;
        }
        foreach (var (head, at) in paper.Columns)
            PdfFace.Bold.Draw(Canvas, head, Left + at, Y, 8.5f, Soft);
        Y += 16;
        foreach (var group in paper.Groups)
        {
            Room(34);
            Continued = group.Head;
            PdfFace.Bold.Draw(Canvas, group.Head, Left, Y, 10.5f, Ink);
            Y += 5;
            Hairline();
            Y += 13;
            foreach (var row in group.Rows)
                Row(row);
            Continued = "";
            Y += 8;
        }
    }

    private void Row(IReadOnlyList<string> cells)
    {
        var wrapped = cells.Select((text, i) => PdfFace.Regular.Wrap(text, 9, WidthOf(i)).ToList()).ToList();
        var lines = Math.Max(1, wrapped.Max(w => w.Count));
        Room(12 * lines + 3);
        for (var i = 0; i < wrapped.Count; i++)
        for (var l = 0; l < wrapped[i].Count; l++)
            PdfFace.Regular.Draw(Canvas, wrapped[i][l], Left + paper.Columns[i].At, Y + 12 * l, 9, Ink);
        Y += 12 * lines + 3;
    }

    private float WidthOf(int column) =>
        (column + 1 < paper.Columns.Count ? paper.Columns[column + 1].At : Right - Left) - paper.Columns[column].At - Gap;
}
