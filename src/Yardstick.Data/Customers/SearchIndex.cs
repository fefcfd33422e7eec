namespace Yardstick.Data.Customers;

/// <summary>
/// The indexes behind the find field, kept by triggers, so that no writer can forget them. People (customers, their
/// phones, email addresses and contacts) have rows of key × 4 + kind, which finds a row again without a scan; cars and
/// orders have their keys. A record that was merged into another is not found any more.
/// </summary>
public static class SearchIndex
{
    /// <summary>Kinds of people's rows.</summary>
    public const int Customer = 0,
        Phone = 1,
        Email = 2,
        Contact = 3;

    /// <summary>By what the list of customers is sorted, as EF writes it.</summary>
    public const string NameToSort =
        """lower(CASE WHEN "BusinessName" <> '' THEN "BusinessName" ELSE "LastName" || ' ' || "FirstName" END)""";

    private const string Tokens = "tokenize = \"unicode61 remove_diacritics 2\", prefix = '1 2 3 4'";

    /// <param name="Table">The table whose rows are found.</param>
    /// <param name="Index">The index.</param>
    /// <param name="Row">Row in the index.</param>
    /// <param name="Columns">Columns of the index and what they hold.</param>
    private sealed record Source(string Table, string Index, string Row, params (string Column, string Words)[] Columns);

    private static readonly Source[] Sources =
    [
        new(
            "Customers",
            "SearchPeople",
            "NEW.Id * 4",
            ("Words", Standing("NEW.FirstName || ' ' || NEW.LastName || ' ' || NEW.BusinessName"))
        ),
        new(
            "Customers",
            "SearchNames",
            "NEW.Id * 4",
            ("Words", Standing("NEW.FirstName || ' ' || NEW.LastName || ' ' || NEW.BusinessName"))
        ),
        // Numbers are found by their end as well: without country, without area, the last four.
        new("CustomerPhones", "SearchPeople", "NEW.Id * 4 + 1", ("Words", Numbers("NEW.Number"))),
        new("CustomerEmails", "SearchPeople", "NEW.Id * 4 + 2", ("Words", "NEW.Address")),
        new(
            "CustomerContacts",
            "SearchPeople",
            "NEW.Id * 4 + 3",
            ("Words", $"NEW.Name || ' ' || NEW.Email || ' ' || {Numbers("NEW.Phone")}")
        ),
        new("CustomerContacts", "SearchNames", "NEW.Id * 4 + 3", ("Words", "NEW.Name")),
        new(
            "Vehicles",
            "SearchCars",
            "NEW.Id",
            (
                "Words",
                Standing(
                    "replace(replace(NEW.Plate, ' ', ''), '-', '') || ' ' || NEW.Vin || ' ' || substr(NEW.Vin, -8) || ' ' || substr(NEW.Vin, -6) || ' ' || NEW.UnitNumber || ' ' || NEW.Year || ' ' || NEW.Make || ' ' || NEW.Model"
                )
            )
        ),
        new("Orders", "SearchOrders", "NEW.Id", ("Ids", "NEW.Number || ' ' || NEW.KeyTag"), ("Title", "NEW.Title")),
    ];

    /// <summary>The table came after the others; its index is made with it.</summary>
    private static readonly Source Former = new(
        "FormerOrders",
        "SearchFormer",
        "NEW.Id",
        ("Number", "NEW.Number"),
        ("Words", "NEW.Title || ' ' || NEW.Words")
    );

    private static readonly Source Concerns = new(
        "Concerns",
        "SearchConcerns",
        "NEW.Id",
        ("Words", "NEW.Complaint || ' ' || NEW.Cause || ' ' || NEW.Correction")
    );

    /// <summary>
    /// Makes the indexes of what was done and of what customers said. A job is found by its title and by its lines together, so that
    /// words of both find it; its row is made anew when a line of it changes what it says.
    /// </summary>
    public static IEnumerable<string> CreateWork =>
        [
            $"CREATE VIRTUAL TABLE SearchConcerns USING fts5(Words, {Tokens});",
            .. Triggers(Concerns),
            "CREATE VIRTUAL TABLE SearchJobs USING fts5(Words, tokenize = \"unicode61 remove_diacritics 2\", prefix = '2 3');",
            $"CREATE TRIGGER Jobs_SearchJobs_insert AFTER INSERT ON Jobs BEGIN INSERT INTO SearchJobs(rowid, Words) VALUES (NEW.Id, NEW.Title); END;",
            $"CREATE TRIGGER Jobs_SearchJobs_update AFTER UPDATE OF Title ON Jobs WHEN OLD.Title IS NOT NEW.Title BEGIN {WorkAnew("NEW.Id")} END;",
            "CREATE TRIGGER Jobs_SearchJobs_delete AFTER DELETE ON Jobs BEGIN DELETE FROM SearchJobs WHERE rowid = OLD.Id; END;",
            $"CREATE TRIGGER Lines_SearchJobs_insert AFTER INSERT ON Lines BEGIN {WorkAnew("NEW.JobId")} END;",
            $"""
                CREATE TRIGGER Lines_SearchJobs_update AFTER UPDATE OF Description, Number, RemovedAt, JobId ON Lines
                WHEN OLD.Description IS NOT NEW.Description OR OLD.Number IS NOT NEW.Number
                OR (OLD.RemovedAt IS NULL) <> (NEW.RemovedAt IS NULL)
                OR OLD.JobId <> NEW.JobId
                BEGIN {WorkAnew("NEW.JobId")} {WorkAnew("OLD.JobId")} END;
                """,
            $"CREATE TRIGGER Lines_SearchJobs_delete AFTER DELETE ON Lines BEGIN {WorkAnew("OLD.JobId")} END;",
            FillWork,
        ];

    /// <summary>Fills the index of work from what is there; for whoever writes many jobs at once without it.</summary>
    public static string FillWork => $"INSERT INTO SearchJobs(rowid, Words) SELECT j.Id, {WordsOfJob} FROM Jobs j;";

    private const string WordsOfJob =
        "j.Title || ' ' || coalesce((SELECT group_concat(l.Description || ' ' || coalesce(l.Number, ''), ' ') FROM Lines l WHERE l.JobId = j.Id AND l.RemovedAt IS NULL), '')";

    private static string WorkAnew(string job) =>
        $"UPDATE SearchJobs SET Words = (SELECT {WordsOfJob} FROM Jobs j WHERE j.Id = {job}) WHERE rowid = {job};";

    /// <summary>Makes the index of former orders.</summary>
    public static IEnumerable<string> CreateFormer =>
        [$"CREATE VIRTUAL TABLE SearchFormer USING fts5(Number, Words, {Tokens});", .. Triggers(Former)];

    private static string Standing(string words) => $"CASE WHEN NEW.MergedIntoId IS NULL THEN {words} ELSE '' END";

    private static string Numbers(string column) =>
        $"substr({column}, 2) || ' ' || substr({column}, -10) || ' ' || substr({column}, -7) || ' ' || substr({column}, -4)";

    /// <summary>Makes the indexes, their triggers, and fills them from what is there.</summary>
    public static IEnumerable<string> Create =>
        [
            $"CREATE VIRTUAL TABLE SearchPeople USING fts5(Words, {Tokens});",
            "CREATE VIRTUAL TABLE SearchNames USING fts5(Words, tokenize = \"trigram remove_diacritics 1\");",
            $"CREATE VIRTUAL TABLE SearchCars USING fts5(Words, {Tokens});",
            $"CREATE VIRTUAL TABLE SearchOrders USING fts5(Ids, Title, {Tokens});",
            .. Sources.SelectMany(Triggers),
        ];

    private static IEnumerable<string> Triggers(Source source)
    {
        var (table, index, row) = (source.Table, source.Index, source.Row);
        var names = string.Join(", ", source.Columns.Select(c => c.Column));
        var words = string.Join(", ", source.Columns.Select(c => c.Words));
        var changed = string.Join(" OR ", source.Columns.Select(c => $"{Old(c.Words)} IS NOT {c.Words}"));
        var set = string.Join(", ", source.Columns.Select(c => $"{c.Column} = {c.Words}"));
        yield return $"CREATE TRIGGER {table}_{index}_insert AFTER INSERT ON {table} BEGIN INSERT INTO {index}(rowid, {names}) VALUES ({row}, {words}); END;";
        yield return $"CREATE TRIGGER {table}_{index}_update AFTER UPDATE ON {table} WHEN {changed} BEGIN UPDATE {index} SET {set} WHERE rowid = {row}; END;";
        yield return $"CREATE TRIGGER {table}_{index}_delete AFTER DELETE ON {table} BEGIN DELETE FROM {index} WHERE rowid = {Old(row)}; END;";
        yield return $"INSERT INTO {index}(rowid, {names}) SELECT {Own(row)}, {Own(words)} FROM {table};";
    }

    private static string Old(string text) => text.Replace("NEW.", "OLD.", StringComparison.Ordinal);

    private static string Own(string text) => text.Replace("NEW.", "", StringComparison.Ordinal);
}
