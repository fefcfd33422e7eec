namespace Yardstick.Core.Billing;

/// <summary>
/// Accounts of the books (rules, Money after the invoice). The value is the number of the default chart; a shop may give its own.
/// </summary>
public enum LedgerAccount
{
    /// <summary>Cash in the drawer.</summary>
    CashDrawer = 1000,

    /// <summary>Card payments that the bank has not paid out.</summary>
    CardClearing = 1010,

    /// <summary>Checks that are not at the bank.</summary>
    Checks = 1020,

    /// <summary>The bank.</summary>
    Bank = 1030,

    /// <summary>What customers and payers owe, by customer.</summary>
    Receivable = 1100,

    /// <summary>Parts in stock, and those that came for open orders.</summary>
    PartsStock = 1200,

    /// <summary>Core charges paid to suppliers that come back with the old parts.</summary>
    SupplierCores = 1250,

    /// <summary>Suppliers' bills.</summary>
    Payable = 2000,

    /// <summary>Received and not billed.</summary>
    ReceivedNotBilled = 2050,

    /// <summary>Sales tax by authority.</summary>
    SalesTax = 2100,

    /// <summary>Fees held for others, by code.</summary>
    FeesHeld = 2150,

    /// <summary>Deposits of customers.</summary>
    Deposits = 2200,

    /// <summary>Core charges of customers.</summary>
    CustomerCores = 2250,

    /// <summary>Tips for the people who did the work.</summary>
    Tips = 2300,

    /// <summary>Labor sold.</summary>
    LaborSales = 4000,

    /// <summary>Parts sold.</summary>
    PartsSales = 4100,

    /// <summary>Sublet sold.</summary>
    SubletSales = 4200,

    /// <summary>Fees that the shop keeps.</summary>
    FeeSales = 4300,

    /// <summary>Shop supplies.</summary>
    SuppliesSales = 4400,

    /// <summary>Interest on what was not paid when it was due.</summary>
    Interest = 4500,

    /// <summary>Cost of parts sold.</summary>
    CostOfParts = 5000,

    /// <summary>Cost of sublet.</summary>
    CostOfSublet = 5100,

    /// <summary>Freight and tax on suppliers' bills.</summary>
    FreightAndTax = 5200,

    /// <summary>Warranty and goodwill: what the shop itself pays.</summary>
    WarrantyAndGoodwill = 6100,

    /// <summary>Written off.</summary>
    WrittenOff = 6200,

    /// <summary>Cash over and short.</summary>
    CashOverShort = 6300,

    /// <summary>Stock differences.</summary>
    StockDifferences = 6400,
}
