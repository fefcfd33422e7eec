namespace Yardstick.Core.Orders;

/// <summary>Which fields set a price by hand. All of them ask the same right.</summary>
public static class PriceFields
{
    /// <summary>Whether a field of a line is a price: a part's or labor's each, a price, a fee's amount.</summary>
    /// <param name="kind">Kind of the line.</param>
    /// <param name="field">The field.</param>
    public static bool OfLine(LineKind kind, string field) => field is "unitPrice" or "price" || kind == LineKind.Fee && field == "amount";

    /// <summary>Whether a field of a job is a price.</summary>
    public static bool OfJob(string field) => field == "fixedPrice";

    /// <summary>Whether a field of something that comes along is a price.</summary>
    public static bool OfCompanion(string field) => field == "amountPerUnit";
}
