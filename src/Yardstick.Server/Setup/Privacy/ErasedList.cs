using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Setup.Privacy;

/// <summary>
/// Which customers were erased, in a file beside the database: a backup that is put back is of a time when they were still there, and they
/// are taken out of it again. It names nobody.
/// </summary>
internal static class ErasedList
{
    /// <summary>Its name in the shop's folder.</summary>
    internal const string FileName = "erased.jsonl";

    /// <summary>One of them.</summary>
    /// <param name="CustomerId">The customer's key.</param>
    /// <param name="Request">How it was asked.</param>
    /// <param name="AtTicks">When it was done, ticks since 1970, UTC.</param>
    /// <param name="ById">Who did it.</param>
    /// <param name="CreatedTicks">
    /// When the customer's record was made, ticks since 1970, UTC: keys are given anew after a restore, and another shop's backup has its
    /// own, so that the key alone would take somebody who never asked.
    /// </param>
    internal sealed record Entry(long CustomerId, string Request, long AtTicks, long ById, long CreatedTicks)
    {
        /// <summary>When the customer's record was made, UTC.</summary>
        internal Instant CreatedAt => Instant.FromUnixTimeTicks(CreatedTicks);
    }

    /// <summary>Adds an erasure; on the disk when it returns.</summary>
    internal static async Task AddAsync(ShopDb db, string folder, Erasure erasure)
    {
        var created = await db.Customers.Where(c => c.Id == erasure.CustomerId).Select(c => c.CreatedAt).SingleAsync();
        await AddAsync(
            folder,
            new Entry(erasure.CustomerId, erasure.Request, erasure.At.ToUnixTimeTicks(), erasure.ById, created.ToUnixTimeTicks())
        );
    }

    /// <summary>Adds one; on the disk when it returns.</summary>
    internal static async Task AddAsync(string folder, Entry entry)
    {
        var path = Path.Combine(folder, FileName);
        await using (var stream = new FileStream(path, FileMode.Append, FileAccess.Write))
        {
            await JsonSerializer.SerializeAsync(stream, entry);
            stream.WriteByte((byte)'\n');
            stream.Flush(flushToDisk: true);
        }
        ShopFile.PrivateFile(path);
    }

    /// <summary>All; a line that a fault cut off is none.</summary>
    internal static async Task<IReadOnlyList<Entry>> ReadAsync(string folder)
    {
        var path = Path.Combine(folder, FileName);
        if (!File.Exists(path))
            return [];
        var entries = new List<Entry>();
        foreach (var line in await File.ReadAllLinesAsync(path))
        {
            try
            {
                if (JsonSerializer.Deserialize<Entry>(line) is { } entry)
                    entries.Add(entry);
            }
            catch (JsonException)
            {
                // The next one stands on its own line.
            }
        }
        return entries;
    }

    /// <summary>Takes it along to the folder that takes another's place.</summary>
    internal static void Carry(string from, string to)
    {
        if (File.Exists(Path.Combine(from, FileName)))
            File.Copy(Path.Combine(from, FileName), Path.Combine(to, FileName), overwrite: true);
    }
}
