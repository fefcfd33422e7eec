namespace Yardstick.Data.Setup.Privacy;

/// <summary>A table that says something of customers, which rows are theirs, and what becomes of those when one is erased.</summary>
/// <param name="Name">The table.</param>
/// <param name="What">Its rows in words, for the record.</param>
/// <param name="Belongs">Condition in SQL on a row that is theirs; <c>OfCustomers</c>, <c>OfVehicles</c> and <c>OfOrders</c> hold their keys.</param>
/// <param name="Erase">What becomes of it.</param>
internal sealed record PersonalTable(string Name, string What, string Belongs, ErasedBy Erase)
{
    /// <summary>Columns that are blanked, each with the SQL that takes its place.</summary>
    internal IReadOnlyDictionary<string, string> Blank { get; init; } = new Dictionary<string, string>();

    /// <summary>It stays for as long as an invoice of its order has to.</summary>
    internal bool WithOrder { get; init; }

    /// <summary>Condition on the rows that are erased, where that is not all that belongs.</summary>
    internal string? Erased { get; init; }

    /// <summary>It is how the shop works, and nothing to hand out to a customer.</summary>
    internal bool IsInside { get; init; }

    /// <summary>Column with the content hash of a photo or file.</summary>
    internal string HashColumn { get; init; } = "";
}
