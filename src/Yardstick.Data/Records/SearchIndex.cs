namespace Yardstick.Data.Records;

/// <summary>
/// The index behind the find field: one FTS5 row for each customer, phone, vehicle and order, kept by triggers, so that
/// no writer can forget it. Row ids are key × 4 + kind, which finds a row again without a scan.
/// </summary>
public static class SearchIndex
{
    /// <summary>Kinds of rows.</summary>
    public const int Customer = 0, Phone = 1, Vehicle = 2, Order = 3;

    private const string CustomerWords = "NEW.FirstName || ' ' || NEW.LastName || ' ' || NEW.BusinessName || ' ' || NEW.Email";
    // Numbers are found by their end as well: without country, without area, the last four.
    private const string PhoneWords = "substr(NEW.Number, 2) || ' ' || substr(NEW.Number, -10) || ' ' || substr(NEW.Number, -7) || ' ' || substr(NEW.Number, -4)";
    private const string VehicleWords = "replace(replace(NEW.Plate, ' ', ''), '-', '') || ' ' || NEW.Vin || ' ' || substr(NEW.Vin, -8) || ' ' || substr(NEW.Vin, -6) || ' ' || NEW.UnitNumber || ' ' || NEW.Year || ' ' || NEW.Make || ' ' || NEW.Model";
    private const string OrderWords = "NEW.Number || ' ' || NEW.KeyTag || ' ' || NEW.Title";

    /// <summary>Makes the index, its triggers, and fills it from what is there.</summary>
    public static IEnumerable<string> Create =>
    [
        "CREATE VIRTUAL TABLE Search USING fts5(Words, tokenize = \"unicode61 remove_diacritics 2\", prefix = '1 2 3 4');",
        .. Triggers("Customers", Customer, CustomerWords),
        .. Triggers("CustomerPhones", Phone, PhoneWords),
        .. Triggers("Vehicles", Vehicle, VehicleWords),
        .. Triggers("Orders", Order, OrderWords),
    ];

    private static IEnumerable<string> Triggers(string table, int kind, string words)
    {
        var row = $"NEW.Id * 4 + {kind}";
        yield return $"CREATE TRIGGER {table}_search_insert AFTER INSERT ON {table} BEGIN INSERT INTO Search(rowid, Words) VALUES ({row}, {words}); END;";
        yield return $"CREATE TRIGGER {table}_search_update AFTER UPDATE ON {table} WHEN {words.Replace("NEW.", "OLD.", StringComparison.Ordinal)} IS NOT {words} BEGIN UPDATE Search SET Words = {words} WHERE rowid = {row}; END;";
        yield return $"CREATE TRIGGER {table}_search_delete AFTER DELETE ON {table} BEGIN DELETE FROM Search WHERE rowid = OLD.Id * 4 + {kind}; END;";
        yield return $"INSERT INTO Search(rowid, Words) SELECT {row.Replace("NEW.", "", StringComparison.Ordinal)}, {words.Replace("NEW.", "", StringComparison.Ordinal)} FROM {table};";
    }
}
