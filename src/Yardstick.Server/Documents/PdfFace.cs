using HarfBuzzSharp;
using SkiaSharp;

namespace Yardstick.Server.Documents;

/// <summary>
/// A face in which documents are set. No ligatures: they have no characters of their own in a PDF, and nobody could search for or copy
/// a word with one. Its figures are the tabular ones, made the face's own (<see cref="TabularFont"/>) for the same reason.
/// </summary>
[System.Diagnostics.CodeAnalysis.SuppressMessage("Design", "CA1001", Justification = "Faces live as long as the process.")]
internal sealed class PdfFace
{
    private readonly Font shaper;
    private readonly int unitsPerEm;
    private readonly SKFont letters;
    private static readonly Feature[] Plain = [new Feature(new Tag('l', 'i', 'g', 'a'), 0)];

    internal static readonly PdfFace Regular = new("Barlow_400Regular.ttf");
    internal static readonly PdfFace Bold = new("Barlow_600SemiBold.ttf");
    internal static readonly PdfFace Condensed = new("BarlowCondensed_600SemiBold.ttf");

    /// <summary>Serves letters that Barlow lacks: Greek, Cyrillic, arrows.</summary>
    private static readonly PdfFace Fallback = new("NotoSans_400Regular.ttf");

    private PdfFace(string resource)
    {
        using var stream = typeof(PdfFace).Assembly.GetManifestResourceStream(resource)
            ?? throw new InvalidOperationException($"The font {resource} is missing from the build.");
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        var bytes = TabularFont.Of(memory.ToArray());
        Typeface = SKTypeface.FromData(SKData.CreateCopy(bytes));
        letters = new SKFont(Typeface);
        var handle = System.Runtime.InteropServices.GCHandle.Alloc(bytes, System.Runtime.InteropServices.GCHandleType.Pinned);
        var blob = new Blob(handle.AddrOfPinnedObject(), bytes.Length, MemoryMode.ReadOnly);
        var face = new Face(blob, 0);
        unitsPerEm = face.UnitsPerEm;
        shaper = new Font(face);
        shaper.SetScale(unitsPerEm, unitsPerEm);
        shaper.SetFunctionsOpenType();
    }

    internal SKTypeface Typeface { get; }

    private bool Has(System.Text.Rune letter) => letters.ContainsGlyph(letter.Value);

    /// <summary>A stretch of text in one face, shaped.</summary>
    private readonly record struct Run(PdfFace Face, ushort[] Glyphs, SKPoint[] Positions, float Width);

    private List<Run> Shape(string text, float size)
    {
        var runs = new List<Run>();
        var start = 0;
        PdfFace? current = null;
        var at = 0;
        foreach (var letter in text.EnumerateRunes())
        {
            var face = Has(letter) || !Fallback.Has(letter) ? this : Fallback;
            if (current is not null && face != current)
            {
                runs.Add(current.ShapeRun(text[start..at], size));
                start = at;
            }
            current = face;
            at += letter.Utf16SequenceLength;
        }
        if (current is not null)
            runs.Add(current.ShapeRun(text[start..], size));
        return runs;
    }

    private Run ShapeRun(string text, float size)
    {
        using var buffer = new HarfBuzzSharp.Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        lock (shaper)
            shaper.Shape(buffer, Plain);
        var infos = buffer.GlyphInfos;
        var positions = buffer.GlyphPositions;
        var glyphs = new ushort[infos.Length];
        var points = new SKPoint[infos.Length];
        var scale = size / unitsPerEm;
        float x = 0;
        for (var i = 0; i < glyphs.Length; i++)
        {
            glyphs[i] = (ushort)infos[i].Codepoint;
            points[i] = new SKPoint(x + positions[i].XOffset * scale, -positions[i].YOffset * scale);
            x += positions[i].XAdvance * scale;
        }
        return new Run(this, glyphs, points, x);
    }

    internal float Width(string text, float size) => Shape(text, size).Sum(r => r.Width);

    internal void Draw(SKCanvas canvas, string text, float x, float y, float size, SKColor color)
    {
        using var paint = new SKPaint { Color = color, IsAntialias = true };
        foreach (var run in Shape(text, size))
        {
            using var font = new SKFont(run.Face.Typeface, size);
            using var builder = new SKTextBlobBuilder();
            builder.AddPositionedRun(run.Glyphs, font, run.Positions);
            using var blob = builder.Build();
            if (blob is not null)
                canvas.DrawText(blob, x, y, paint);
            x += run.Width;
        }
    }

    /// <summary>Breaks text into lines; a word longer than a line is broken within.</summary>
    internal IEnumerable<string> Wrap(string text, float size, float width)
    {
        foreach (var paragraph in text.ReplaceLineEndings("\n").Split('\n'))
        {
            var line = "";
            foreach (var word in paragraph.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                var longer = line.Length == 0 ? word : $"{line} {word}";
                if (Width(longer, size) <= width)
                {
                    line = longer;
                    continue;
                }
                if (line.Length > 0)
                    yield return line;
                line = word;
                while (Width(line, size) > width)
                {
                    var fits = Fitting(line, size, width);
                    yield return line[..fits];
                    line = line[fits..];
                }
            }
            yield return line;
        }
    }

    private int Fitting(string word, float size, float width)
    {
        var (low, high) = (1, word.Length);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            if (Width(word[..middle], size) <= width)
                low = middle;
            else
                high = middle - 1;
        }
        return low > 1 && char.IsHighSurrogate(word[low - 1]) ? low - 1 : low;
    }
}
