namespace Yardstick.Core.Orders;

/// <summary>Fields of an order's record as people call them.</summary>
public static class RecordWords
{
    private static readonly Dictionary<string, string> Words = new()
    {
        ["promisedAt"] = "promised time",
        ["arrivesAt"] = "drop-off",
        ["onPremises"] = "in the shop",
        ["keyTag"] = "key tag",
        ["keysAt"] = "key location",
        ["carAt"] = "parked at",
        ["odometerIn"] = "odometer in",
        ["odometerOut"] = "odometer out",
        ["customerWaits"] = "customer waiting",
        ["hasPriority"] = "priority",
        ["oldPartsBack"] = "return old parts",
        ["washingWanted"] = "wash before pickup",
        ["leadId"] = "lead tech",
        ["writerId"] = "service writer",
        ["contactId"] = "contact",
        ["siteId"] = "site",
        ["complaint"] = "concern",
        ["account"] = "posted total",
        ["unitCost"] = "unit cost",
        ["unitPrice"] = "price each",
        ["overrideReason"] = "price reason",
        ["isExcluded"] = "left out",
        ["noteInside"] = "internal note",
        ["noteForCustomer"] = "customer note",
        ["technicianId"] = "technician",
        ["laborRate"] = "labor rate",
        ["keepsTime"] = "full time, no overlap",
        ["customerText"] = "customer description",
        ["warranty"] = "warranty",
        ["rateName"] = "labor rate",
        ["fixedPrice"] = "fixed price",
        ["isUnsafe"] = "safety item",
        ["checkWanted"] = "quality check",
        ["check"] = "quality check",
        ["linesOpen"] = "lines can be declined one by one",
        ["payer"] = "paid by",
        ["payerName"] = "payer",
        ["credit"] = "credit toward repair",
        ["creditFor"] = "repair it credits toward",
        ["release"] = "shown to customer",
        ["ceiling"] = "limit override",
        ["estimate"] = "estimate sent",
    };

    /// <summary>What a field is called; the others are called as they are.</summary>
    public static string Of(string field) => Words.GetValueOrDefault(field, field);
}
