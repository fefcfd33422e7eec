using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Text;
using HarfBuzzSharp;

namespace Yardstick.Server.Documents;

/// <summary>
/// Makes the tabular figures of a font its usual ones, so that they stand under each other and a PDF still knows which character each of
/// them is: a glyph that only a feature (<c>tnum</c>) reaches has none. Only the table from characters to glyphs is written anew
/// (OpenType specification, cmap format 12); the font's license allows changing it.
/// </summary>
internal static class TabularFont
{
    private const string Figures = "0123456789";

    /// <summary>The font with tabular figures; as it is where it has none.</summary>
    internal static byte[] Of(byte[] font)
    {
        var handle = GCHandle.Alloc(font, GCHandleType.Pinned);
        try
        {
            using var blob = new Blob(handle.AddrOfPinnedObject(), font.Length, MemoryMode.ReadOnly);
            using var face = new Face(blob, 0);
            using var shaper = new Font(face);
            shaper.SetFunctionsOpenType();
            var glyphs = new SortedDictionary<uint, uint>();
            for (uint letter = 0x20; letter <= 0xFFFF; letter++)
            {
                if (letter is < 0xD800 or > 0xDFFF && shaper.TryGetNominalGlyph(letter, out var glyph) && glyph != 0)
                    glyphs[letter] = glyph;
            }
            using var buffer = new HarfBuzzSharp.Buffer();
            buffer.AddUtf16(Figures);
            buffer.GuessSegmentProperties();
            shaper.Shape(buffer, [new Feature(new Tag('t', 'n', 'u', 'm'), 1)]);
            var tabular = buffer.GlyphInfos;
            if (tabular.Length != Figures.Length)
                return font;
            for (var i = 0; i < Figures.Length; i++)
                glyphs[Figures[i]] = tabular[i].Codepoint;
            return WithTable(font, "cmap", CharacterMap(glyphs));
        }
        finally
        {
            handle.Free();
        }
    }

    /// <summary>A map of format 12: groups of characters whose glyphs follow each other.</summary>
    private static byte[] CharacterMap(SortedDictionary<uint, uint> glyphs)
    {
        var groups = new List<(uint First, uint Last, uint Glyph)>();
        foreach (var (letter, glyph) in glyphs)
        {
            if (groups.Count > 0 && groups[^1] is var last && letter == last.Last + 1 && glyph == last.Glyph + (letter - last.First))
                groups[^1] = last with { Last = letter };
            else
                groups.Add((letter, letter, glyph));
        }
        const int start = 12,
            head = 16;
        var table = new byte[start + head + groups.Count * 12];
        // Version 0, one subtable: platform 3 (Windows), encoding 10 (all of Unicode).
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(2), 1);
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(4), 3);
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(6), 10);
        BinaryPrimitives.WriteUInt32BigEndian(table.AsSpan(8), start);
        BinaryPrimitives.WriteUInt16BigEndian(table.AsSpan(start), 12);
        BinaryPrimitives.WriteUInt32BigEndian(table.AsSpan(start + 4), (uint)(table.Length - start));
        BinaryPrimitives.WriteUInt32BigEndian(table.AsSpan(start + 12), (uint)groups.Count);
        for (var i = 0; i < groups.Count; i++)
        {
            var at = table.AsSpan(start + head + i * 12);
            BinaryPrimitives.WriteUInt32BigEndian(at, groups[i].First);
            BinaryPrimitives.WriteUInt32BigEndian(at[4..], groups[i].Last);
            BinaryPrimitives.WriteUInt32BigEndian(at[8..], groups[i].Glyph);
        }
        return table;
    }

    /// <summary>The font file with one table replaced.</summary>
    private static byte[] WithTable(byte[] font, string tag, byte[] table)
    {
        var count = BinaryPrimitives.ReadUInt16BigEndian(font.AsSpan(4));
        var tables = Enumerable
            .Range(0, count)
            .Select(i =>
            {
                var record = font.AsSpan(12 + i * 16, 16);
                var name = Encoding.ASCII.GetString(record[..4]);
                var (offset, length) = (
                    BinaryPrimitives.ReadUInt32BigEndian(record[8..]),
                    BinaryPrimitives.ReadUInt32BigEndian(record[12..])
                );
                return (Name: name, Bytes: name == tag ? table : font.AsSpan((int)offset, (int)length).ToArray());
            })
            .ToList();
        using var made = new MemoryStream();
        made.Write(font.AsSpan(0, 12));
        Span<byte> number = stackalloc byte[4];
        var at = 12 + count * 16;
        foreach (var (name, bytes) in tables)
        {
            made.Write(Encoding.ASCII.GetBytes(name));
            foreach (var value in new[] { Checksum(bytes), (uint)at, (uint)bytes.Length })
            {
                BinaryPrimitives.WriteUInt32BigEndian(number, value);
                made.Write(number);
            }
            at += (bytes.Length + 3) / 4 * 4;
        }
        foreach (var (_, bytes) in tables)
        {
            made.Write(bytes);
            while (made.Position % 4 != 0)
                made.WriteByte(0);
        }
        return made.ToArray();
    }

    private static uint Checksum(byte[] bytes)
    {
        uint sum = 0;
        for (var i = 0; i < bytes.Length; i += 4)
        {
            uint word = 0;
            for (var j = 0; j < 4; j++)
                word = (word << 8) | (i + j < bytes.Length ? bytes[i + j] : 0u);
            sum += word;
        }
        return sum;
    }
}
