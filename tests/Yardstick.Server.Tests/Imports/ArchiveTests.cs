using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Data.Imports;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Imports;

/// <summary>A shop goes out as an archive and comes in equal; what is damaged or unknown is refused with nothing half done.</summary>
public sealed class ArchiveTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private static readonly string[] Left =
    [
        "AccessTokens",
        "AspNetUserClaims",
        "AspNetUserLogins",
        "AspNetUserTokens",
        "BackupPlans",
        "BackupRecords",
        "CalendarFeeds",
        "Commands",
        "Erasing",
        "Invitations",
        "Sessions",
        "TerminalPeople",
        "Terminals",
        "WebhookMessages",
        "Webhooks",
    ];

    private readonly string place = Directory.CreateTempSubdirectory("archive").FullName;

    public void Dispose() => Directory.Delete(place, recursive: true);

    private async Task<string> WrittenAsync()
    {
        var target = Path.Combine(place, "shop.zip");
        await ArchiveWriter.WriteAsync(shop.Folder, target, Instant.FromUtc(2026, 11, 29, 12, 0), _ => { });
        return target;
    }

    private async Task<string> RefusedAsync(string archive, bool ignoreUnknown = false)
    {
        var into = Path.Combine(place, $"refused-{Guid.NewGuid():N}");
        var refused = await Assert.ThrowsAsync<ShopFileException>(() => ArchiveLoader.LoadAsync(archive, into, ignoreUnknown, _ => { }));
        Assert.False(Directory.Exists(into));
        Assert.False(Directory.Exists(into + ".loading"));
        return refused.Message;
    }

    /// <summary>The archive with one of its entries changed.</summary>
    private async Task<string> ChangedAsync(string archive, string entry, Func<string, string> change)
    {
        var copy = Path.Combine(place, $"changed-{Guid.NewGuid():N}.zip");
        File.Copy(archive, copy);
        await using var zip = await ZipFile.OpenAsync(copy, ZipArchiveMode.Update);
        string text;
        using (var reader = new StreamReader(await zip.GetEntry(entry)!.OpenAsync()))
            text = await reader.ReadToEndAsync();
        zip.GetEntry(entry)!.Delete();
        await using var writer = new StreamWriter(await zip.CreateEntry(entry).OpenAsync());
        await writer.WriteAsync(change(text));
        return copy;
    }

    private static async Task<Dictionary<string, string>> HashesAsync(string database)
    {
        await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        await connection.OpenAsync();
        var tables = new List<string>();
        await using (var names = connection.CreateCommand())
        {
            names.CommandText =
                "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\' AND name NOT LIKE 'Search%'";
            await using var reader = await names.ExecuteReaderAsync();
            while (await reader.ReadAsync())
                tables.Add(reader.GetString(0));
        }
        var hashes = new Dictionary<string, string>();
        foreach (var table in tables.Except(Left))
        {
            await using var rows = connection.CreateCommand();
            var columns = table == "AspNetUsers" ? "Id, UserName, NormalizedUserName, LockoutEnabled" : "*";
            rows.CommandText = $"SELECT {columns} FROM \"{table}\" ORDER BY rowid";
            await using var reader = await rows.ExecuteReaderAsync();
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            while (await reader.ReadAsync())
                for (var c = 0; c < reader.FieldCount; c++)
                    hash.AppendData(Encoding.UTF8.GetBytes($"{reader.GetName(c)}={reader.GetValue(c)};"));
            hashes[table] = Convert.ToHexString(hash.GetHashAndReset());
        }
        return hashes;
    }

    [Fact]
    public async Task It_comes_in_equal_with_its_books_its_files_and_its_search()
    {
        using var mina = await shop.SignInAsync("mina");
        await mina.WriteUpAsync("Archived");
        // What begins with the server may still write for a moment: the shop has to be the same before and after.
        var (source, archive) = (Path.Combine(shop.Folder, ShopFile.FileName), "");
        Dictionary<string, string> before;
        do
        {
            before = await HashesAsync(source);
            archive = await WrittenAsync();
        } while (!before.OrderBy(t => t.Key).SequenceEqual((await HashesAsync(source)).OrderBy(t => t.Key)));
        var into = Path.Combine(place, "loaded");
        await ArchiveLoader.LoadAsync(archive, into, ignoreUnknown: false, _ => { });
        var database = Path.Combine(into, ShopFile.FileName);
        Assert.Equal(before, await HashesAsync(database));
        foreach (var folder in new[] { "photos", "files" })
        {
            var mine = Directory.Exists(Path.Combine(shop.Folder, folder)) ? Directory.GetFiles(Path.Combine(shop.Folder, folder)) : [];
            foreach (var file in mine)
                Assert.Equal(
                    await File.ReadAllBytesAsync(file),
                    await File.ReadAllBytesAsync(Path.Combine(into, folder, Path.GetFileName(file)))
                );
        }
        await using (var db = new ShopDb(ShopFile.Options(database)))
        {
            Assert.Empty(await new Data.Billing.BooksCheck(db).RunAsync());
            Assert.All(await db.Users.ToListAsync(), user => Assert.Equal((null, null), (user.PasswordHash, user.PinHash)));
            // What is searched was built anew.
            Assert.Equal(await CountAsync(shop.OpenDb()), await CountAsync(new ShopDb(ShopFile.Options(database))));
        }
        SqliteConnection.ClearAllPools();
        // A folder with a shop is never written over.
        var refused = await Assert.ThrowsAsync<ShopFileException>(() => ArchiveLoader.LoadAsync(archive, into, false, _ => { }));
        Assert.Contains("not empty", refused.Message, StringComparison.Ordinal);

        static async Task<int> CountAsync(ShopDb db)
        {
            await using (db)
                return await db
                    .Database.SqlQuery<int>($"SELECT COUNT(*) AS Value FROM SearchConcerns WHERE SearchConcerns MATCH 'clunk'")
                    .SingleAsync();
        }
    }

    [Fact]
    public async Task Every_line_is_as_its_schema_says_and_no_secret_is_in_it()
    {
        var archive = await WrittenAsync();
        await using var zip = await ZipFile.OpenReadAsync(archive);
        foreach (var entry in zip.Entries.Where(e => e.FullName.StartsWith("tables/", StringComparison.Ordinal)))
        {
            var table = Path.GetFileNameWithoutExtension(entry.FullName);
            Assert.DoesNotContain(table, Left);
            JsonNode schema;
            await using (var content = await zip.GetEntry($"schema/{table}.json")!.OpenAsync())
                schema = (await JsonNode.ParseAsync(content))!;
            var fields = schema["properties"]!.AsObject().Select(p => p.Key).ToHashSet();
            using var lines = new StreamReader(await entry.OpenAsync());
            if (await lines.ReadLineAsync() is { } first)
                Assert.Equal(fields, JsonNode.Parse(first)!.AsObject().Select(p => p.Key).ToHashSet());
            Assert.DoesNotContain("PasswordHash", fields);
            Assert.DoesNotContain("PinHash", fields);
        }
    }

    [Fact]
    public async Task What_is_damaged_newer_or_unknown_is_refused_in_words()
    {
        var archive = await WrittenAsync();
        Assert.Contains(
            "newer Yardstick",
            await RefusedAsync(
                await ChangedAsync(archive, "manifest.json", m => m.Replace("\"format\": 1", "\"format\": 2", StringComparison.Ordinal))
            ),
            StringComparison.Ordinal
        );
        var altered = await ChangedAsync(archive, "tables/Bays.jsonl", t =>
            t.Replace("\"Version\":1", "\"Version\":2", StringComparison.Ordinal)
        );
        Assert.Contains("Bays is not as it was written", await RefusedAsync(altered), StringComparison.Ordinal);
        var fewer = await ChangedAsync(archive, "tables/Bays.jsonl", t => t[(t.IndexOf('\n', StringComparison.Ordinal) + 1)..]);
        Assert.Contains("rows instead of", await RefusedAsync(fewer), StringComparison.Ordinal);
        var unknown = await ChangedAsync(archive, "tables/Bays.jsonl", t =>
            t.Replace("{\"Id\"", "{\"Lift\":true,\"Id\"", StringComparison.Ordinal)
        );
        Assert.Contains("Bays.Lift", await RefusedAsync(unknown), StringComparison.Ordinal);
        var broken = await ChangedAsync(archive, "tables/Bays.jsonl", t => t + "{\n");
        Assert.Contains("can't be read at row", await RefusedAsync(broken), StringComparison.Ordinal);
        var none = Path.Combine(place, "none.zip");
        await File.WriteAllTextAsync(none, "no archive");
        Assert.Contains("not a Yardstick archive", await RefusedAsync(none), StringComparison.Ordinal);
        var cut = Path.Combine(place, "cut.zip");
        await File.WriteAllBytesAsync(cut, (await File.ReadAllBytesAsync(archive))[..^2000]);
        Assert.Contains("damaged", await RefusedAsync(cut), StringComparison.Ordinal);
    }
}
