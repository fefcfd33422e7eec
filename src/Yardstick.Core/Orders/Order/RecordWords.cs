namespace Yardstick.Core.Orders;

/// <summary>Fields of an order's record as people call them.</summary>
public static class RecordWords
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["promisedAt"] = "promise",
        ["arrivesAt"] = "arrival",
        ["keyTag"] = "key tag",
        ["keysAt"] = "key location",
        ["carAt"] = "parked at",
        ["odometerIn"] = "odometer in",
        ["odometerOut"] = "odometer out",
        ["customerWaits"] = "customer waits",
        ["hasPriority"] = "priority",
        ["oldPartsBack"] = "return old parts",
        ["washingWanted"] = "washing",
        ["leadId"] = "lead",
        ["writerId"] = "writer",
        ["contactId"] = "contact",
        ["siteId"] = "site",
        ["complaint"] = "what the customer says",
        ["account"] = "total by the account",
        ["unitCost"] = "unit cost",
        ["unitPrice"] = "price each",
        ["overrideReason"] = "price reason",
        ["isExcluded"] = "left out",
        ["noteInside"] = "note inside",
        ["noteForCustomer"] = "customer note",
        ["technicianId"] = "technician",
        ["laborRate"] = "labor rate",
        ["keepsTime"] = "full time, no overlap",
        ["customerText"] = "customer description",
        ["rateName"] = "labor rate",
        ["fixedPrice"] = "one price",
        ["isUnsafe"] = "safety item",
        ["linesOpen"] = "lines can be declined one by one",
        ["payer"] = "paid by",
        ["payerName"] = "payer",
        ["credit"] = "credited with its repair",
        ["creditFor"] = "its repair",
        ["release"] = "goes out",
        ["ceiling"] = "limit override",
        ["estimate"] = "estimate sent",
    };

    /// <summary>What a field is called; the others are called as they are.</summary>
    public static string Of(string field) => Words.GetValueOrDefault(field, field);
}
