using System.Globalization;

namespace Yardstick.Core.Billing;

/// <summary>The chart of accounts: the default one, and what the shop made of it.</summary>
/// <param name="Named">Accounts that the shop named itself.</param>
public sealed record LedgerChart(IReadOnlyCollection<LedgerName> Named)
{
    private static readonly Dictionary<LedgerAccount, string> Default = new()
    {
        [LedgerAccount.CashDrawer] = "Cash drawer",
        [LedgerAccount.CardClearing] = "Cards in clearing",
        [LedgerAccount.Checks] = "Checks",
        [LedgerAccount.Bank] = "Bank",
        [LedgerAccount.Receivable] = "Accounts receivable",
        [LedgerAccount.PartsStock] = "Parts stock",
        [LedgerAccount.SupplierCores] = "Cores at suppliers",
        [LedgerAccount.Payable] = "Accounts payable",
        [LedgerAccount.ReceivedNotBilled] = "Received, not billed",
        [LedgerAccount.SalesTax] = "Sales tax",
        [LedgerAccount.FeesHeld] = "Fees held for others",
        [LedgerAccount.Deposits] = "Customer deposits",
        [LedgerAccount.CustomerCores] = "Customer cores",
        [LedgerAccount.Tips] = "Tips",
        [LedgerAccount.LaborSales] = "Labor sales",
        [LedgerAccount.PartsSales] = "Parts sales",
        [LedgerAccount.SubletSales] = "Sublet sales",
        [LedgerAccount.FeeSales] = "Fees",
        [LedgerAccount.SuppliesSales] = "Shop supplies",
        [LedgerAccount.Interest] = "Interest",
        [LedgerAccount.CostOfParts] = "Cost of parts",
        [LedgerAccount.CostOfSublet] = "Cost of sublet",
        [LedgerAccount.FreightAndTax] = "Freight and tax on bills",
        [LedgerAccount.WarrantyAndGoodwill] = "Warranty and goodwill",
        [LedgerAccount.WrittenOff] = "Written off",
        [LedgerAccount.CashOverShort] = "Cash over and short",
        [LedgerAccount.StockDifferences] = "Stock differences",
    };

    /// <summary>All accounts in their order.</summary>
    public static IReadOnlyList<LedgerAccount> Accounts { get; } = [.. Default.Keys.Order()];

    /// <summary>Whether parts of an account, taxes and fees by code, have numbers of their own.</summary>
    public static bool HasCodes(LedgerAccount account) => account is LedgerAccount.SalesTax or LedgerAccount.FeesHeld;

    /// <summary>Number of an account: the code's own, else the account's with the code, as <c>2100 STATE</c>.</summary>
    /// <param name="account">The account.</param>
    /// <param name="code">A tax or fee; empty for the account itself.</param>
    public string NumberOf(LedgerAccount account, string code = "")
    {
        if (Find(account, code) is { } own)
            return own.Number;
        var number = Find(account, "")?.Number ?? ((int)account).ToString(CultureInfo.InvariantCulture);
        return code.Length > 0 && HasCodes(account) ? $"{number} {code}" : number;
    }

    /// <summary>Name of an account.</summary>
    /// <param name="account">The account.</param>
    /// <param name="code">A tax or fee; empty for the account itself.</param>
    public string NameOf(LedgerAccount account, string code = "")
    {
        if (Find(account, code) is { } own)
            return own.Name;
        var name = Find(account, "")?.Name ?? Default[account];
        return code.Length > 0 && HasCodes(account) ? $"{name}, {code}" : name;
    }

    private LedgerName? Find(LedgerAccount account, string code) => Named.FirstOrDefault(n => n.Account == account && n.Code == code);
}
