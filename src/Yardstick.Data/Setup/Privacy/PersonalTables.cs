namespace Yardstick.Data.Setup.Privacy;

/// <summary>
/// Where something of customers is kept (docs/privacy.md). What is not named here says nothing of them; a test holds that every table
/// that points to a customer, a vehicle or an order is.
/// </summary>
internal static class PersonalTables
{
    private const string Customer = "CustomerId IN OfCustomers",
        Vehicle = "VehicleId IN OfVehicles",
        Order = "OrderId IN OfOrders",
        Job = "JobId IN (SELECT Id FROM Jobs WHERE OrderId IN OfOrders)",
        Gone = "''",
        Written =
            "Address IN (SELECT Number FROM CustomerPhones WHERE CustomerId IN OfCustomers UNION SELECT Address FROM CustomerEmails WHERE CustomerId IN OfCustomers)",
        Appointment = "AppointmentId IN (SELECT Id FROM Appointments WHERE CustomerId IN OfCustomers)",
        Points =
            "InspectionPointId IN (SELECT p.Id FROM InspectionPoints p JOIN Inspections i ON i.Id = p.InspectionId WHERE i.OrderId IN OfOrders)";

    /// <summary>All, in the order in which they are erased: what points to another before it.</summary>
    internal static readonly IReadOnlyList<PersonalTable> All =
    [
        // The customer and the vehicles are erased by Core.
        new("Customers", "customer records", "Id IN OfCustomers", ErasedBy.Nothing),
        new("Vehicles", "vehicles", "Id IN OfVehicles", ErasedBy.Nothing) { HashColumn = "PhotoHash" },
        // That somebody refused messages stays, so that nobody writes to them again.
        new("MessagingConsents", "consents to messages", Written, ErasedBy.Removal) { Erased = $"Refused = 0 AND {Written}" },
        new(
            "PhoneCodes",
            "codes for booking",
            "Phone IN (SELECT Number FROM CustomerPhones WHERE CustomerId IN OfCustomers)",
            ErasedBy.Removal
        )
        {
            IsInside = true,
        },
        new("CustomerPhones", "phone numbers", Customer, ErasedBy.Removal),
        new("CustomerEmails", "email addresses", Customer, ErasedBy.Removal),
        new("CustomerContacts", "contacts", Customer, ErasedBy.Removal),
        new("CustomerSites", "sites", Customer, ErasedBy.Removal),
        new("CustomerRates", "rates", Customer, ErasedBy.Removal),
        new("CustomerLooks", "looks at the record", Customer, ErasedBy.Nothing) { IsInside = true },
        new("Erasures", "erasures", Customer, ErasedBy.Nothing) { IsInside = true },
        new(
            "RecordChanges",
            "changes of records",
            "(Target = 'customer' AND TargetId IN OfCustomers) OR (Target = 'vehicle' AND TargetId IN OfVehicles)",
            ErasedBy.Blanking
        )
        {
            IsInside = true,
            Blank = new Dictionary<string, string> { ["Old"] = Gone, ["New"] = Gone },
        },
        new(
            "VehicleTransfers",
            "transfers of vehicles",
            "FromCustomerId IN OfCustomers OR ToCustomerId IN OfCustomers OR VehicleId IN OfVehicles",
            ErasedBy.Nothing
        ),
        new("OdometerReadings", "odometer readings", Vehicle, ErasedBy.Nothing),
        new("VehicleAnswers", "answers about vehicles", Vehicle, ErasedBy.Removal),
        new("ConnectedCars", "connected vehicles", Vehicle, ErasedBy.Removal),
        new("ReminderDone", "services done", "ReminderId IN (SELECT Id FROM Reminders WHERE VehicleId IN OfVehicles)", ErasedBy.Removal),
        new("Reminders", "reminders", Vehicle, ErasedBy.Removal),
        new("FollowUpActs", "follow-ups", $"{Customer} OR {Vehicle}", ErasedBy.Removal),
        new("DocumentLinks", "links to documents", Order, ErasedBy.Blanking)
        {
            Blank = new Dictionary<string, string> { ["FileHash"] = Gone, ["WithdrawnAt"] = "coalesce(WithdrawnAt, $now)" },
            HashColumn = "FileHash",
        },
        new(
            "Files",
            "files that came along",
            "Kind = 4 AND TargetId IN (SELECT Id FROM Messages WHERE CustomerId IN OfCustomers)",
            ErasedBy.Removal
        )
        {
            HashColumn = "Hash",
        },
        new("Messages", "messages", Customer, ErasedBy.Removal) { HashColumn = "AttachmentHash" },
        new("OutsideRequests", "requests from outside", $"{Customer} OR {Vehicle}", ErasedBy.Removal) { HashColumn = "PhotoHash" },
        new("CalendarFeeds", "calendar links", Appointment, ErasedBy.Removal),
        new("AppointmentMoves", "moves of appointments", Appointment, ErasedBy.Blanking)
        {
            Blank = new Dictionary<string, string> { ["Reason"] = Gone },
        },
        new("AppointmentService", "services of appointments", Appointment, ErasedBy.Nothing),
        new("Appointments", "appointments", Customer, ErasedBy.Blanking)
        {
            Blank = new Dictionary<string, string>
            {
                ["Name"] = "$erased",
                ["Phone"] = Gone,
                ["Vehicle"] = Gone,
                ["Words"] = Gone,
                ["Reason"] = Gone,
            },
        },
        new("FormerOrders", "imported orders", $"{Customer} OR {Vehicle}", ErasedBy.Removal),
        new("Files", "files", "(Kind = 0 AND TargetId IN OfCustomers) OR (Kind = 1 AND TargetId IN OfVehicles)", ErasedBy.Removal)
        {
            HashColumn = "Hash",
        },
        new(
            "Files",
            "files of orders",
            "(Kind = 2 AND TargetId IN OfOrders) OR (Kind = 3 AND TargetId IN (SELECT l.Id FROM Lines l JOIN Jobs j ON j.Id = l.JobId WHERE j.OrderId IN OfOrders))",
            ErasedBy.Removal
        )
        {
            WithOrder = true,
            HashColumn = "Hash",
        },
        new(
            "ExtraValues",
            "fields of the shop's own",
            "FieldId IN (SELECT Id FROM ExtraFields WHERE Kind = 0) AND TargetId IN OfCustomers OR FieldId IN (SELECT Id FROM ExtraFields WHERE Kind = 1) AND TargetId IN OfVehicles OR FieldId IN (SELECT Id FROM ExtraFields WHERE Kind = 2) AND TargetId IN OfOrders",
            ErasedBy.Removal
        ),
        new(
            "LabelsOn",
            "labels",
            "LabelId IN (SELECT Id FROM Labels WHERE Kind = 0) AND TargetId IN OfCustomers OR LabelId IN (SELECT Id FROM Labels WHERE Kind = 1) AND TargetId IN OfVehicles",
            ErasedBy.Removal
        ),
        new("Notices", "updates", Order, ErasedBy.Removal) { IsInside = true },
        new("ApprovalLinks", "links to estimates", Order, ErasedBy.Blanking)
        {
            Blank = new Dictionary<string, string> { ["WithdrawnAt"] = "coalesce(WithdrawnAt, $now)" },
        },
        new("Orders", "orders", "Id IN OfOrders", ErasedBy.Blanking)
        {
            Blank = new Dictionary<string, string>
            {
                ["ContactId"] = "NULL",
                ["SiteId"] = "NULL",
                ["KeyTag"] = Gone,
            },
        },
        new("Concerns", "concerns", Order, ErasedBy.Blanking)
        {
            WithOrder = true,
            Blank = new Dictionary<string, string>
            {
                ["Complaint"] = Gone,
                ["Cause"] = Gone,
                ["Correction"] = Gone,
            },
        },
        new("Decisions", "decisions", Order, ErasedBy.Blanking)
        {
            WithOrder = true,
            HashColumn = "SignatureHash",
            Blank = new Dictionary<string, string>
            {
                ["DecidedBy"] = Gone,
                ["Note"] = Gone,
                ["Acknowledged"] = Gone,
                ["SignatureHash"] = Gone,
            },
        },
        new("CheckInSheets", "check-in sheets", Order, ErasedBy.Removal) { WithOrder = true, HashColumn = "FileHash" },
        // What was shown, as documents of invoices, is blanked by Core, which knows its parts.
        new("StoredSnapshots", "estimates as they were shown", Order, ErasedBy.Nothing) { WithOrder = true },
        new("OrderChanges", "changes of orders", Order, ErasedBy.Blanking)
        {
            IsInside = true,
            WithOrder = true,
            Blank = new Dictionary<string, string> { ["Old"] = Gone, ["New"] = Gone },
        },
        new("OrderPayers", "payers", $"{Order} OR {Customer}", ErasedBy.Blanking)
        {
            WithOrder = true,
            Erased = Order,
            Blank = new Dictionary<string, string> { ["AuthorizationNumber"] = Gone },
        },
        new("PointPhotos", "photos of inspections", Points, ErasedBy.Removal) { WithOrder = true, HashColumn = "Hash" },
        new("Findings", "findings", Order, ErasedBy.Blanking)
        {
            WithOrder = true,
            HashColumn = "PhotoHash",
            Blank = new Dictionary<string, string> { ["PhotoHash"] = "NULL" },
        },
        new("PartRequests", "requests for parts", Order, ErasedBy.Blanking)
        {
            IsInside = true,
            WithOrder = true,
            HashColumn = "PhotoHash",
            Blank = new Dictionary<string, string> { ["PhotoHash"] = "NULL" },
        },
        new("CardCharges", "card charges", "InvoiceId IN (SELECT Id FROM Invoices WHERE OrderId IN OfOrders)", ErasedBy.Blanking)
        {
            WithOrder = true,
            Blank = new Dictionary<string, string> { ["CardEnding"] = Gone, ["Message"] = Gone },
        },
        new("Payments", "payments", $"{Customer} OR {Order}", ErasedBy.Blanking)
        {
            WithOrder = true,
            Erased = $"{Order} OR InvoiceId IN (SELECT Id FROM Invoices WHERE {Order})",
            Blank = new Dictionary<string, string> { ["CheckNumber"] = Gone },
        },
        new("Invoices", "invoices", $"{Customer} OR {Order}", ErasedBy.Nothing) { WithOrder = true },
        new("Jobs", "jobs", Order, ErasedBy.Nothing),
        new("Lines", "notes on lines", Job, ErasedBy.Blanking)
        {
            IsInside = true,
            WithOrder = true,
            Blank = new Dictionary<string, string> { ["NoteInside"] = Gone, ["NoteForCustomer"] = Gone },
        },
        new("Inspections", "inspections", $"{Order} OR {Vehicle}", ErasedBy.Nothing),
        new(
            "InspectionPoints",
            "points of inspections",
            "InspectionId IN (SELECT Id FROM Inspections WHERE OrderId IN OfOrders)",
            ErasedBy.Nothing
        ),
        new("Deposits", "deposits", Customer, ErasedBy.Nothing),
        new("Discounts", "discounts", Order, ErasedBy.Nothing) { IsInside = true },
        new("StageChanges", "moves between stages", Order, ErasedBy.Nothing) { IsInside = true },
        new("Sales", "sales", Order, ErasedBy.Nothing) { IsInside = true },
        new("AfterWork", "after-work", Order, ErasedBy.Nothing) { IsInside = true },
        new("CeilingExceptions", "exceptions", Order, ErasedBy.Nothing) { IsInside = true },
        new("Handovers", "handovers", Order, ErasedBy.Nothing) { IsInside = true },
        new("PlannedWork", "planned work", Order, ErasedBy.Nothing) { IsInside = true },
        new("QualityChecks", "quality checks", Order, ErasedBy.Nothing) { IsInside = true },
        new("SubletWork", "sublet work", Order, ErasedBy.Nothing) { IsInside = true },
        new("TimeEntries", "times on the clock", Order, ErasedBy.Nothing) { IsInside = true },
        new("PurchaseOrderLines", "lines of purchase orders", Order, ErasedBy.Nothing) { IsInside = true },
        new("ReceiptLines", "lines of receipts", Order, ErasedBy.Nothing) { IsInside = true },
        new("PartReturnLines", "lines of returns", Order, ErasedBy.Nothing) { IsInside = true },
        new(
            "Merges",
            "merges",
            "Kind = 0 AND (KeptId IN OfCustomers OR GoneId IN OfCustomers) OR Kind = 1 AND (KeptId IN OfVehicles OR GoneId IN OfVehicles)",
            ErasedBy.Nothing
        )
        {
            IsInside = true,
        },
    ];
}
