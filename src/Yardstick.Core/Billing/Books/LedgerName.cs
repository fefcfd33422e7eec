namespace Yardstick.Core.Billing;

/// <summary>What the shop calls an account of its books, and the number that its bookkeeper uses.</summary>
public class LedgerName
{
    private const int LongestNumber = 20,
        LongestName = 80;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The account.</summary>
    public LedgerAccount Account { get; init; }

    /// <summary>A tax or fee within it; empty for the account itself.</summary>
    public string Code { get; init; } = "";

    /// <summary>The shop's number for it.</summary>
    public string Number { get; internal set; } = "";

    /// <summary>The shop's name for it.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Names it. Refuses with <c>ledger.number</c> and <c>ledger.name</c>.</summary>
    /// <param name="number">1 to 20 characters, as typed.</param>
    /// <param name="name">1 to 80 characters, as typed.</param>
    public Result Set(string? number, string? name)
    {
        if ((number ?? "").Trim() is not { Length: > 0 and <= LongestNumber } typedNumber)
            return new Problem("ledger.number", "Enter the account's number, up to 20 characters.", "number");
        if ((name ?? "").Trim() is not { Length: > 0 and <= LongestName } typedName)
            return new Problem("ledger.name", "Enter the account's name, up to 80 characters.", "name");
        (Number, Name) = (typedNumber, typedName);
        return Result.Done;
    }
}
