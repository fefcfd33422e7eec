using System.Security.Cryptography;

namespace Yardstick.Data.Demo;

/// <summary>The demo's drawn pictures, kept beside the database by their hashes as photos and files are.</summary>
internal static class DemoPictures
{
    internal static readonly string Logo = HashOf(Read("logo.png")),
        Housing = HashOf(Read("housing.jpg")),
        Pad = HashOf(Read("pad.jpg")),
        Shop = HashOf(Read("shop.jpg"));

    internal static int SizeOf(string name) => Read(name).Length;

    /// <summary>Puts them into a data folder.</summary>
    internal static void Put(string folder)
    {
        Directory.CreateDirectory(Path.Combine(folder, "photos"));
        Directory.CreateDirectory(Path.Combine(folder, "files"));
        File.WriteAllBytes(Path.Combine(folder, "files", Logo), Read("logo.png"));
        File.WriteAllBytes(Path.Combine(folder, "photos", Housing + ".jpg"), Read("housing.jpg"));
        File.WriteAllBytes(Path.Combine(folder, "photos", Pad + ".jpg"), Read("pad.jpg"));
        File.WriteAllBytes(Path.Combine(folder, "photos", Shop + ".jpg"), Read("shop.jpg"));
    }

    private static byte[] Read(string name)
    {
        using var stream = typeof(DemoPictures).Assembly.GetManifestResourceStream(name)!;
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return memory.ToArray();
    }

    private static string HashOf(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));
}
