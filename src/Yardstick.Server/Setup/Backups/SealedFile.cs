using System.Buffers.Binary;
using System.Security.Cryptography;
using Yardstick.Data;

namespace Yardstick.Server.Setup.Backups;

/// <summary>
/// A file sealed with a passphrase: <c>YSSEAL1\n</c>, 16 bytes of salt, rounds of PBKDF2 with SHA-256 (4 bytes, big endian), then pieces of
/// at most a mebibyte: 4 bytes length (highest bit set in the last), AES-256-GCM of it with its number as nonce and the length as what is
/// authenticated besides, 16 bytes tag. A piece that was cut off, changed or moved opens with nothing.
/// </summary>
internal static class SealedFile
{
    private const int PieceBytes = 1024 * 1024,
        SaltBytes = 16,
        TagBytes = 16,
        Rounds = 600_000;
    private const uint Last = 0x8000_0000;

    private static ReadOnlySpan<byte> Head => "YSSEAL1\n"u8;

    /// <summary>Whether a file is sealed.</summary>
    internal static bool IsSealed(string path)
    {
        using var file = File.OpenRead(path);
        Span<byte> head = stackalloc byte[Head.Length];
        return file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) == head.Length && head.SequenceEqual(Head);
    }

    /// <summary>Seals a file.</summary>
    internal static void Seal(string plain, string target, string passphrase)
    {
        using var source = File.OpenRead(plain);
        using var output = new FileStream(target, FileMode.Create, FileAccess.Write);
        ShopFile.PrivateFile(target);
        var salt = RandomNumberGenerator.GetBytes(SaltBytes);
        output.Write(Head);
        output.Write(salt);
        Span<byte> number = stackalloc byte[sizeof(uint)];
        BinaryPrimitives.WriteUInt32BigEndian(number, Rounds);
        output.Write(number);
        using var cipher = Cipher(passphrase, salt, Rounds);
        var (piece, next, hidden, tag) = (new byte[PieceBytes], new byte[PieceBytes], new byte[PieceBytes], new byte[TagBytes]);
        var read = source.ReadAtLeast(piece, PieceBytes, throwOnEndOfStream: false);
        for (ulong index = 0; ; index++)
        {
            var after = source.ReadAtLeast(next, PieceBytes, throwOnEndOfStream: false);
            BinaryPrimitives.WriteUInt32BigEndian(number, (uint)read | (after == 0 ? Last : 0));
            cipher.Encrypt(Nonce(index), piece.AsSpan(0, read), hidden.AsSpan(0, read), tag, number);
            output.Write(number);
            output.Write(hidden, 0, read);
            output.Write(tag);
            if (after == 0)
                break;
            (piece, next, read) = (next, piece, after);
        }
        output.Flush(flushToDisk: true);
    }

    /// <summary>Opens a sealed file.</summary>
    /// <exception cref="ShopFileException">The passphrase is another, or the file is damaged.</exception>
    internal static void Open(string path, string target, string passphrase)
    {
        using var source = File.OpenRead(path);
        try
        {
            var head = Take(source, Head.Length + SaltBytes + sizeof(uint));
            var salt = head.AsSpan(Head.Length, SaltBytes).ToArray();
            var rounds = BinaryPrimitives.ReadUInt32BigEndian(head.AsSpan(Head.Length + SaltBytes));
            if (rounds is 0 or > 10_000_000)
                throw Damaged(path);
            using var cipher = Cipher(passphrase, salt, (int)rounds);
            using var output = new FileStream(target, FileMode.Create, FileAccess.Write);
            ShopFile.PrivateFile(target);
            for (ulong index = 0; ; index++)
            {
                var number = Take(source, sizeof(uint));
                var length = BinaryPrimitives.ReadUInt32BigEndian(number);
                var size = (int)(length & ~Last);
                if (size > PieceBytes)
                    throw Damaged(path);
                var (hidden, tag, plain) = (Take(source, size), Take(source, TagBytes), new byte[size]);
                cipher.Decrypt(Nonce(index), hidden, tag, plain, number);
                output.Write(plain);
                if ((length & Last) != 0)
                    break;
            }
            if (source.ReadByte() >= 0)
                throw Damaged(path);
        }
        catch (Exception problem) when (problem is EndOfStreamException or AuthenticationTagMismatchException)
        {
            File.Delete(target);
            throw Damaged(path);
        }
    }

    private static ShopFileException Damaged(string path) =>
        new($"{Path.GetFileName(path)} can't be opened: the passphrase is another, or the file is damaged.");

    private static AesGcm Cipher(string passphrase, byte[] salt, int rounds) =>
        new(Rfc2898DeriveBytes.Pbkdf2(passphrase, salt, rounds, HashAlgorithmName.SHA256, 32), TagBytes);

    /// <summary>Its number: never twice under one key, for each file has a salt of its own.</summary>
    private static byte[] Nonce(ulong index)
    {
        var nonce = new byte[12];
        BinaryPrimitives.WriteUInt64BigEndian(nonce.AsSpan(4), index);
        return nonce;
    }

    private static byte[] Take(Stream source, int count)
    {
        var bytes = new byte[count];
        source.ReadExactly(bytes);
        return bytes;
    }
}
