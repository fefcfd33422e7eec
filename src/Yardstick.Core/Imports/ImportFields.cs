namespace Yardstick.Core.Imports;

/// <summary>Which fields a file can hold, and which column is which.</summary>
public static class ImportFields
{
    private static readonly ImportField[] Customers =
    [
        new("key", "Customer number", "customerid customerno custno custid id accountnumber number"),
        new("firstName", "First name", "first firstname given givenname forename"),
        new("lastName", "Last name", "last lastname surname familyname name"),
        new("businessName", "Business", "company companyname businessname organization"),
        new("phone", "Phone", "telephone mobile cell cellphone phone1 primaryphone mobilephone homephone"),
        new("phone2", "Phone 2", "workphone secondaryphone otherphone phone2"),
        new("phone3", "Phone 3", "phone3 thirdphone"),
        new("email", "Email", "email mail emailaddress email1"),
        new("email2", "Email 2", "email2 secondaryemail"),
        new("street", "Street", "address address1 addressline1 streetaddress mailingaddress"),
        new("street2", "Street 2", "address2 addressline2 suite unit"),
        new("city", "City", "town place"),
        new("region", "State", "state province region"),
        new("postalCode", "ZIP code", "zip zipcode postcode postalcode"),
        new("alert", "Alert", "alert warning flag"),
        new("notes", "Notes", "note comment comments remarks memo"),
        new("source", "Referral source", "source referral howheard leadsource"),
    ];

    private static readonly ImportField[] Vehicles =
    [
        new("ownerKey", "Customer number", "customerid customerno custno custid ownerid ownernumber"),
        new("ownerPhone", "Owner's phone", "phone telephone ownerphone customerphone mobile"),
        new("ownerEmail", "Owner's email", "email owneremail customeremail"),
        new("ownerName", "Owner", "customer customername ownername name"),
        new("plate", "Plate", "licenseplate license registration tag licenceplate licenseno"),
        new("plateRegion", "Plate state", "platestate licensestate region state tagstate"),
        new("vin", "VIN", "vinnumber serial chassisnumber"),
        new("year", "Year", "modelyear"),
        new("make", "Make", "manufacturer brand"),
        new("model", "Model", "modelname"),
        new("trim", "Trim", "submodel trimlevel"),
        new("engine", "Engine", "enginesize motor"),
        new("transmission", "Transmission", "gearbox"),
        new("drive", "Drive", "drivetrain drivetype"),
        new("color", "Color", "colour exteriorcolor"),
        new("unitNumber", "Unit number", "unit fleetnumber unitno"),
        new("odometer", "Odometer", "mileage miles reading kilometers lastodometer lastmileage"),
        new("odometerOn", "Odometer date", "odometerdate mileagedate lastvisit lastservice"),
        new("warning", "Alert", "warning alert flag"),
    ];

    private static readonly ImportField[] Orders =
    [
        new("number", "Order number", "ordernumber orderno ro ronumber invoice invoicenumber invoiceno workorder", true),
        new("on", "Date", "orderdate invoicedate closed closedon posted dateclosed", true),
        new("ownerKey", "Customer number", "customerid customerno custno custid"),
        new("ownerPhone", "Customer's phone", "phone customerphone telephone"),
        new("ownerName", "Customer", "customername name owner"),
        new("vin", "VIN", "vinnumber"),
        new("plate", "Plate", "licenseplate license tag registration"),
        new("vehicle", "Vehicle", "car vehicledescription yearmakemodel"),
        new("odometer", "Odometer", "mileage miles odometerin"),
        new("job", "Job", "jobtitle service jobname operation"),
        new("kind", "Line kind", "type linetype kind category"),
        new("description", "Description", "linedescription item itemdescription text details", true),
        new("partNumber", "Part number", "partno sku itemnumber number"),
        new("quantity", "Quantity", "qty hours units count"),
        new("each", "Price each", "price unitprice rate each"),
        new("cost", "Cost each", "cost unitcost"),
        new("amount", "Amount", "linetotal extended ext lineamount subtotal", true),
        new("tax", "Order tax", "tax salestax taxamount"),
        new("total", "Order total", "total ordertotal invoicetotal grandtotal"),
    ];

    private static readonly ImportField[] Parts =
    [
        new("number", "Number", "partnumber partno sku itemnumber item code", true),
        new("description", "Description", "name title text partname", true),
        new("category", "Category", "type group class department"),
        new("brand", "Brand", "manufacturer make mfg line"),
        new("unit", "Unit", "uom measure unitofmeasure"),
        new("condition", "Condition", "state newused"),
        new("bin", "Bin", "location shelf binlocation"),
        new("equivalents", "Other numbers", "alternates crossreference interchange oenumber othernumbers"),
        new("unitCost", "Cost", "cost unitcost averagecost lastcost costeach"),
        new("listPrice", "List price", "list listprice msrp retail"),
        new("coreEach", "Core charge", "core corecharge coredeposit"),
        new("onHand", "On hand", "onhand quantity qty stock quantityonhand instock"),
        new("lowestLevel", "Reorder at", "minimum min reorderpoint lowlevel reorder"),
        new("fillLevel", "Fill up to", "maximum max fillto stocklevel"),
        new("packSize", "Pack of", "pack packsize packquantity"),
        new("supplier", "Supplier", "vendor supplier vendorname preferredvendor"),
    ];

    private static readonly ImportField[] CannedJobs =
    [
        new("title", "Job", "title jobtitle service servicename cannedjob package", true),
        new("system", "System", "group category department"),
        new("words", "Search words", "keywords words tags"),
        new("fixedPrice", "Fixed price", "price packageprice flatprice menuprice"),
        new("customerText", "Customer description", "customernote notes jobdescription"),
        new("checklist", "Checklist", "checklist steps"),
        new("countUnit", "Counted in", "countunit"),
        new("count", "Count", "count"),
        new("discount", "Discount", "discount"),
        new("discountOn", "Discount on", "discounton"),
        new("credit", "Credit toward repair", "credit"),
        new("skill", "Skill", "skill"),
        new("equipment", "Bay equipment", "equipment bayequipment"),
        new("checkWanted", "Quality check", "qualitycheck"),
        new("linesOpen", "Lines can be declined", "linesopen"),
        new("favorite", "Favorite", "favorite"),
        new("kind", "Type", "linetype kind"),
        new("description", "Description", "line linedescription item text"),
        new("number", "Part number", "partno sku code"),
        new("quantity", "Quantity", "qty hours units"),
        new("amount", "Cost or amount", "cost amount unitcost each"),
        new("laborRate", "Labor rate", "rate laborrate"),
        new("passThrough", "Pass-through", "passthrough"),
        new("optional", "Optional", "optional addon"),
        new("perCount", "Per count", "percount"),
        new("spec", "Quantity from spec", "spec"),
        new("followsSpec", "Follows spec", "followsspec"),
    ];

    /// <summary>The fields of a kind of file.</summary>
    public static IReadOnlyList<ImportField> Of(ImportKind kind) =>
        kind switch
        {
            ImportKind.Customers => Customers,
            ImportKind.Vehicles => Vehicles,
            ImportKind.Parts => Parts,
            ImportKind.CannedJobs => CannedJobs,
            _ => Orders,
        };

    /// <summary>
    /// Which column is which field, as far as headings tell: a field's own heading first, then its other names; no field twice.
    /// </summary>
    public static IReadOnlyList<string?> Guess(ImportKind kind, IReadOnlyList<string> headings)
    {
        var fields = Of(kind);
        var guess = new string?[headings.Count];
        foreach (var byAlias in new[] { false, true })
        {
            for (var column = 0; column < headings.Count; column++)
            {
                var plain = Plain(headings[column]);
                if (guess[column] is not null || plain.Length == 0)
                    continue;
                guess[column] = fields
                    .FirstOrDefault(f =>
                        !guess.Contains(f.Name) && (byAlias ? f.Aliases.Split(' ').Contains(plain) : Plain(f.Label) == plain)
                    )
                    ?.Name;
            }
        }
        return guess;
    }

    private static string Plain(string heading) => string.Concat(heading.Where(char.IsLetterOrDigit)).ToLowerInvariant();
}
