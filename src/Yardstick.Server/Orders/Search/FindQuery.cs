using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Data.Customers;

namespace Yardstick.Server.Orders;

/// <summary>
/// The search behind the find field: whole identifiers and names first, then what begins so, and only where these give
/// few, names with a typing slip.
/// </summary>
internal static class FindQuery
{
    private const int FewResults = 5;
    private const int TypoCandidates = 150;

    // Key tags go round: those of closed orders would only be in the way.
    internal const string OrdersSql = """
        SELECT s.rowid AS Value FROM SearchOrders s JOIN Orders o ON o.Id = s.rowid
        WHERE SearchOrders MATCH $query AND (o.State = 0 OR substr(o.Number, 1, length($text)) = $text)
        ORDER BY o.State, s.rowid DESC LIMIT $most
        """;
    internal const string PeopleSql = "SELECT rowid AS Value FROM SearchPeople WHERE SearchPeople MATCH $query ORDER BY rank LIMIT $most";
    internal const string NewestPeopleSql =
        "SELECT rowid AS Value FROM SearchPeople WHERE SearchPeople MATCH $query ORDER BY rowid DESC LIMIT $most";
    internal const string CarsSql = "SELECT rowid AS Value FROM SearchCars WHERE SearchCars MATCH $query ORDER BY rowid DESC LIMIT $most";
    internal const string FormerSql =
        "SELECT rowid AS Value FROM SearchFormer WHERE SearchFormer MATCH $query ORDER BY rowid DESC LIMIT $most";
    internal const string TyposSql = "SELECT rowid AS Row, Words FROM SearchNames WHERE SearchNames MATCH $query ORDER BY rank LIMIT $most";

    /// <summary>Hits for what was typed, best first; none where nothing can be searched.</summary>
    internal static async Task<List<Hit>> RunAsync(ShopDb db, string text, int most)
    {
        var words = WordsOf(text);
        if (words.Length == 0)
            return [];
        var found = new List<Hit>();
        // Whole words first; of a name or identifier that is typed to its end there may be longer ones too.
        await AddAsync(db, found, Exact(words), words, most, shortText: false);
        if (found.Count < most)
            await AddAsync(db, found, Prefix(words), words, most, shortText: string.Concat(words).Length < 3);
        if (found.Count < FewResults)
            await AddTyposAsync(db, found, words, most);
        return found.Count > most ? found[..most] : found;
    }

    private static async Task AddAsync(ShopDb db, List<Hit> found, string query, string[] words, int most, bool shortText)
    {
        var text = string.Concat(words);
        var digits = text.All(char.IsAsciiDigit);
        var orders = await RowsAsync(db, OrdersSql, $"Ids : ({query})", most, text);
        var cars = await RowsAsync(db, CarsSql, query, most);
        var people = await PeopleAsync(db, await RowsAsync(db, shortText ? NewestPeopleSql : PeopleSql, query, most));
        // Digits are mostly numbers of orders and phones, letters names; plates have both.
        if (digits)
            Add(found, orders.Select(o => new Hit(FoundKind.Order, o)), most);
        if (!digits && text.Any(char.IsAsciiDigit))
            Add(found, cars.Select(c => new Hit(FoundKind.Vehicle, c)), most);
        Add(found, people, most);
        Add(found, cars.Select(c => new Hit(FoundKind.Vehicle, c)), most);
        if (!digits)
            Add(found, orders.Select(o => new Hit(FoundKind.Order, o)), most);
        // What a former program wrote comes after everything of one's own.
        if (found.Count < most)
            Add(found, (await RowsAsync(db, FormerSql, query, most)).Select(o => new Hit(FoundKind.FormerOrder, o)), most);
    }

    private static void Add(List<Hit> found, IEnumerable<Hit> more, int most)
    {
        // No kind may fill the list alone while others have something to show.
        foreach (var hit in more.Take(Math.Max(1, most * 2 / 3)))
        {
            if (!found.Exists(f => f.Kind == hit.Kind && f.Id == hit.Id))
                found.Add(hit);
        }
    }

    /// <summary>Customers of rows of the index of people, in their order.</summary>
    internal static async Task<List<Hit>> PeopleAsync(ShopDb db, IReadOnlyList<long> rows)
    {
        List<long> Keys(int kind) => rows.Where(r => r % 4 == kind).Select(r => r / 4).ToList();
        var (phoneIds, emailIds, contactIds) = (Keys(SearchIndex.Phone), Keys(SearchIndex.Email), Keys(SearchIndex.Contact));
        var phones =
            phoneIds.Count == 0
                ? []
                : await db
                    .CustomerPhones.Where(p => phoneIds.Contains(p.Id))
                    .Select(p => new { p.Id, p.CustomerId })
                    .ToDictionaryAsync(p => p.Id, p => p.CustomerId);
        var emails =
            emailIds.Count == 0
                ? []
                : await db
                    .CustomerEmails.Where(p => emailIds.Contains(p.Id))
                    .Select(p => new { p.Id, p.CustomerId })
                    .ToDictionaryAsync(p => p.Id, p => p.CustomerId);
        var contacts =
            contactIds.Count == 0
                ? []
                : await db
                    .CustomerContacts.Where(p => contactIds.Contains(p.Id))
                    .Select(p => new { p.Id, p.CustomerId })
                    .ToDictionaryAsync(p => p.Id, p => p.CustomerId);
        var hits = new List<Hit>();
        foreach (var row in rows)
        {
            var (kind, key) = ((int)(row % 4), row / 4);
            var customer = kind switch
            {
                SearchIndex.Customer => key,
                SearchIndex.Phone => phones.GetValueOrDefault(key),
                SearchIndex.Email => emails.GetValueOrDefault(key),
                _ => contacts.GetValueOrDefault(key),
            };
            if (customer != 0 && !hits.Exists(h => h.Id == customer))
                hits.Add(new Hit(FoundKind.Customer, customer, kind == SearchIndex.Contact ? key : null));
        }
        return hits;
    }

    private static async Task AddTyposAsync(ShopDb db, List<Hit> found, string[] words, int most)
    {
        if (Trigrams(words) is not { } query)
            return;
        var text = string.Join(' ', words);
        var candidates = await db
            .Database.SqlQueryRaw<NameRow>(TyposSql, new SqliteParameter("$query", query), new SqliteParameter("$most", TypoCandidates))
            .ToListAsync();
        var alike = candidates
            .Select(c => (c.Row, Slips: NameSimilarity.Slips(text, c.Words)))
            .Where(c => c.Slips is not null)
            .OrderBy(c => c.Slips)
            .ThenByDescending(c => c.Row)
            .Take(most)
            .Select(c => c.Row)
            .ToList();
        Add(found, await PeopleAsync(db, alike), most);
    }

    /// <summary>Cars on file with a plate, however it is spelled there.</summary>
    internal static async Task<List<Vehicle>> WithPlateAsync(ShopDb db, string normal)
    {
        var rows = await RowsAsync(db, CarsSql, Exact([normal]), 20);
        var cars = await db.Vehicles.Where(v => rows.Contains(v.Id) && v.MergedIntoId == null).ToListAsync();
        return cars.FindAll(c => c.Plate.Searched == normal);
    }

    /// <summary>Customers whose name shares letters with this one; whoever asks looks at each more closely.</summary>
    internal static async Task<IEnumerable<long>> NearAsync(ShopDb db, string name)
    {
        if (Trigrams(WordsOf(NameSimilarity.Plain(name))) is not { } query)
            return [];
        var candidates = await db
            .Database.SqlQueryRaw<NameRow>(TyposSql, new SqliteParameter("$query", query), new SqliteParameter("$most", TypoCandidates))
            .ToListAsync();
        return candidates.Where(c => c.Row % 4 == SearchIndex.Customer).Select(c => c.Row / 4);
    }

    private sealed record NameRow(long Row, string Words);

    private static Task<List<long>> RowsAsync(ShopDb db, string sql, string query, int most, string? text = null)
    {
        var parameters = new List<SqliteParameter> { new("$query", query), new("$most", most) };
        if (text is not null)
            parameters.Add(new SqliteParameter("$text", text));
        return db.Database.SqlQueryRaw<long>(sql, [.. parameters]).ToListAsync();
    }

    /// <summary>Words of letters and digits.</summary>
    internal static string[] WordsOf(string text)
    {
        if (text.Length > 100)
            text = text[..100];
        return new string([.. text.Select(c => char.IsLetterOrDigit(c) ? c : ' ')]).Split(' ', StringSplitOptions.RemoveEmptyEntries);
    }

    private static bool IsNumber(string[] words) =>
        words.Length > 1 && string.Concat(words) is { Length: >= 5 } joined && joined.All(char.IsAsciiDigit);

    /// <summary>Every word is there whole, or all of them together are one (plates and phones in any spelling).</summary>
    internal static string Exact(string[] words)
    {
        var together = $"\"{string.Concat(words)}\"";
        return words.Length == 1 || IsNumber(words) ? together : $"(({string.Join(" AND ", words.Select(w => $"\"{w}\""))}) OR {together})";
    }

    /// <summary>Every word begins a word, or all of them together begin one.</summary>
    internal static string Prefix(string[] words)
    {
        var together = $"\"{string.Concat(words)}\"*";
        return words.Length == 1 || IsNumber(words)
            ? together
            : $"(({string.Join(" AND ", words.Select(w => $"\"{w}\"*"))}) OR {together})";
    }

    /// <summary>Any three letters in a row of a word long enough to hold a slip; null where there is none.</summary>
    internal static string? Trigrams(string[] words)
    {
        var parts = words
            .Where(w => NameSimilarity.Allowed(w.Length) > 0 && w.Any(char.IsLetter))
            .SelectMany(w => Enumerable.Range(0, Math.Min(w.Length - 2, 12)).Select(i => $"\"{w.Substring(i, 3)}\""))
            .Distinct()
            .ToList();
        return parts.Count == 0 ? null : string.Join(" OR ", parts);
    }
}
