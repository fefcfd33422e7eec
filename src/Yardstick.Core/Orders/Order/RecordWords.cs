namespace Yardstick.Core.Orders;

/// <summary>Fields of an order's record as people call them.</summary>
public static class RecordWords
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["promisedAt"] = "promise",
        ["arrivesAt"] = "arrival",
        ["keyTag"] = "key tag",
        ["keysAt"] = "where the keys are",
        ["carAt"] = "where the car is",
        ["odometerIn"] = "odometer in",
        ["odometerOut"] = "odometer out",
        ["customerWaits"] = "customer waits",
        ["hasPriority"] = "comes before others",
        ["oldPartsBack"] = "old parts back",
        ["washingWanted"] = "washing",
        ["leadId"] = "lead",
        ["writerId"] = "writer",
        ["contactId"] = "contact",
        ["siteId"] = "site",
        ["complaint"] = "what the customer says",
        ["account"] = "total by the account",
        ["unitCost"] = "unit cost",
        ["unitPrice"] = "price each",
        ["overrideReason"] = "reason of the price",
        ["isExcluded"] = "left out",
        ["noteInside"] = "note inside",
        ["noteForCustomer"] = "note for the customer",
        ["technicianId"] = "technician",
        ["laborRate"] = "labor rate",
        ["keepsTime"] = "keeps its full time",
        ["customerText"] = "what the customer reads",
        ["rateName"] = "labor rate",
        ["fixedPrice"] = "one price",
        ["isUnsafe"] = "not safe to leave undone",
        ["linesOpen"] = "lines may be left out",
        ["payer"] = "paid by",
        ["payerName"] = "payer",
        ["credit"] = "credited with its repair",
        ["creditFor"] = "its repair",
        ["release"] = "goes out",
        ["ceiling"] = "past the ceiling",
        ["estimate"] = "estimate sent",
    };

    /// <summary>What a field is called; the others are called as they are.</summary>
    public static string Of(string field) => Words.GetValueOrDefault(field, field);
}
