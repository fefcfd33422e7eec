using System.Globalization;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Imports;

/// <summary>One row of a file: its number there, and what its columns hold by field.</summary>
/// <param name="Number">Line of the file, the heading being 1.</param>
/// <param name="Cells">What each field holds; a field without a column is missing.</param>
public sealed record ImportRow(int Number, IReadOnlyDictionary<string, string> Cells)
{
    private static readonly string[] MonthFirst = ["M/d/yyyy", "M-d-yyyy", "M/d/yy", "d.M.yyyy"],
        DayFirst = ["d/M/yyyy", "d-M-yyyy", "d.M.yyyy", "d/M/yy"];

    /// <summary>
    /// What a field holds; empty where it has no column. The sign that keeps a spreadsheet from reading a formula is left out.
    /// </summary>
    public string this[string field]
    {
        get
        {
            var text = Cells.GetValueOrDefault(field, "").Trim();
            return text.Length > 1 && text[0] == '\'' && "=+-@".Contains(text[1], StringComparison.Ordinal) ? text[1..] : text;
        }
    }

    /// <summary>A figure such as <c>1,234.50</c>, <c>1234,5</c>, <c>$12</c> or <c>(3.00)</c>; null where the cell is empty.</summary>
    public Result<decimal?> Figure(string field)
    {
        var text = this[field];
        if (text.Length == 0)
            return (decimal?)null;
        var figure = string.Concat(text.Where(c => char.IsDigit(c) || c is '.' or ',' or '-' or '(' or '−'));
        var negative = figure.StartsWith('-') || figure.StartsWith('−') || figure.StartsWith('(');
        figure = figure.Trim('-', '−', '(');
        // The last of the two signs is the decimal one; a lone comma before exactly three digits groups.
        var (point, comma) = (figure.LastIndexOf('.'), figure.LastIndexOf(','));
        if (comma > point && !(point < 0 && figure.Length - comma == 4))
            figure = figure.Replace(".", "", StringComparison.Ordinal).Replace(',', '.');
        else
            figure = figure.Replace(",", "", StringComparison.Ordinal);
        return decimal.TryParse(figure, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) && value <= 99_999_999m
            ? (decimal?)(negative ? -value : value)
            : new Problem("import.figure", $"\"{text}\" is not a number", field);
    }

    /// <summary>A day: as ISO writes it, or as the shop's country does; null where the cell is empty.</summary>
    public Result<LocalDate?> Day(string field, string country)
    {
        var text = this[field];
        if (text.Length == 0)
            return (LocalDate?)null;
        var first = text.Split(' ', 'T')[0];
        var forms = country == "US" ? MonthFirst : DayFirst;
        foreach (var form in forms.Prepend("yyyy-M-d").Concat(country == "US" ? DayFirst : MonthFirst))
        {
            if (
                DateOnly.TryParseExact(first, form, CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
                && day.Year is >= 1950 and <= 2100
            )
                return (LocalDate?)LocalDate.FromDateOnly(day);
        }
        return new Problem("import.day", $"\"{text}\" is not a date", field);
    }

    /// <summary>The customer that the row describes.</summary>
    /// <param name="country">The shop's country, for phones.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="utcNow">Now.</param>
    public Result<Customer> Customer(string country, LocalDateTime localNow, Instant utcNow)
    {
        var (first, last) = (this["firstName"], this["lastName"]);
        // Many programs keep a person's whole name in one column.
        if (first.Length == 0 && last.Contains(',', StringComparison.Ordinal))
            (last, first) = (
                last[..last.IndexOf(',', StringComparison.Ordinal)].Trim(),
                last[(last.IndexOf(',', StringComparison.Ordinal) + 1)..].Trim()
            );
        var made = Customers.Customer.Create(first, last, this["businessName"], null, null, country, utcNow);
        if (made.Problem is { } nameless)
            return nameless;
        var customer = made.Value;
        foreach (var field in new[] { "phone", "phone2", "phone3" })
        {
            if (this[field].Length == 0)
                continue;
            var number = PhoneNumber.Parse(this[field], country, field);
            if (number.Problem is { } bad)
                return bad;
            if (!customer.Phones.Exists(p => p.Number == number.Value.E164))
                customer.Phones.Add(new CustomerPhone { Number = number.Value.E164, Purpose = field == "phone" ? "mobile" : "" });
        }
        foreach (var field in new[] { "email", "email2" })
        {
            if (this[field].Length == 0)
                continue;
            var address = EmailAddress.Parse(this[field]);
            if (address.Problem is { } bad)
                return bad with { Field = field };
            customer.Emails.Add(new CustomerEmail { Address = address.Value.Text });
        }
        var place = string.Join(
            ' ',
            new[]
            {
                this["city"] + (this["city"].Length > 0 && this["region"].Length > 0 ? "," : ""),
                this["region"],
                this["postalCode"],
            }.Where(t => t.Length > 0)
        );
        var address2 = string.Join('\n', new[] { this["street"], this["street2"], place }.Where(t => t.Length > 0));
        foreach (
            var (field, text) in new[]
            {
                ("address", address2),
                ("alert", this["alert"]),
                ("notes", this["notes"]),
                ("source", this["source"]),
            }
        )
        {
            if (text.Length > 0 && customer.Set(field, text, localNow).Problem is { } bad)
                return bad;
        }
        if (this["key"].Length > 60)
            return TextInput.TooLong(60, "key", "A customer number");
        customer.FormerKey = this["key"];
        customer.Version = 1;
        return customer;
    }

    /// <summary>The catalog part that the row describes, with what is on the shelf; its supplier is left to whoever knows them.</summary>
    /// <param name="utcNow">Now.</param>
    /// <returns>Refused with the codes of the fields of a part, and <c>import.figure</c>.</returns>
    public Result<Part> Part(Instant utcNow)
    {
        var made = Catalog.Part.Create(this["number"], this["description"], taken: false);
        if (made.Problem is { } problem)
            return problem;
        var part = made.Value;
        foreach (var field in PartTexts)
        {
            if (this[field].Length > 0 && part.Set(field, this[field], taken: false, utcNow).Problem is { } bad)
                return bad;
        }
        foreach (var field in PartFigures)
        {
            var figure = Figure(field);
            if (figure.Problem is { } unreadable)
                return unreadable;
            if (
                figure.Value is { } value
                && part.Set(field, value.ToString("0.####", CultureInfo.InvariantCulture), taken: false, utcNow).Problem is { } refused
            )
                return refused;
        }
        var onHand = Figure("onHand");
        if (onHand.Problem is { } noCount)
            return noCount;
        if (onHand.Value is { } count and not 0)
        {
            if (count < 0 || count > 1_000_000 || decimal.Round(count, 3) != count)
                return new Problem("import.figure", $"\"{this["onHand"]}\" is not a count of parts", "onHand");
            (part.OnHand, part.AverageCost) = (new(count), part.UnitCost);
        }
        part.Version = 1;
        return part;
    }

    private static readonly string[] PartTexts = ["category", "brand", "unit", "condition", "bin", "equivalents"],
        PartFigures = ["unitCost", "listPrice", "coreEach", "lowestLevel", "fillLevel", "packSize"];

    /// <summary>The vehicle that the row describes, without its owner, with a reading where it has one.</summary>
    /// <param name="country">The shop's country, for dates.</param>
    /// <param name="thisYear">The present year.</param>
    /// <param name="utcNow">Now.</param>
    /// <param name="utcOf">The moment of a wall time in the shop.</param>
    public Result<Vehicle> Vehicle(string country, int thisYear, Instant utcNow, Func<LocalDateTime, Instant> utcOf)
    {
        var made = Vehicles.Vehicle.Create(
            new VehicleInput(
                this["plate"],
                this["plateRegion"],
                this["vin"],
                this["year"],
                this["make"],
                this["model"],
                this["engine"],
                this["color"],
                this["drive"],
                this["trim"]
            ),
            thisYear
        );
        if (made.Problem is { } problem)
            return problem;
        var vehicle = made.Value;
        foreach (var field in new[] { "transmission", "unitNumber", "warning" })
        {
            if (this[field].Length > 0 && vehicle.Set(field, this[field], thisYear).Problem is { } bad)
                return bad;
        }
        vehicle.Version = 1;
        if (this["odometer"].Length == 0)
            return vehicle;
        var reading = Figure("odometer");
        if (reading.Problem is not null || reading.Value is < 0 or > 2_000_000)
            return new Problem("import.odometer", $"\"{this["odometer"]}\" is not an odometer reading", "odometer");
        var on = Day("odometerOn", country);
        if (on.Problem is { } noDay)
            return noDay;
        var at = on.Value is { } day ? utcOf(day + LocalTime.Noon) : utcNow;
        // Today's noon may still be to come.
        if (at > utcNow && at - utcNow < Duration.FromHours(12))
            at = utcNow;
        if (at > utcNow)
            return new Problem("import.future", $"\"{this["odometerOn"]}\" is in the future", "odometerOn");
        vehicle.Readings.Add(new OdometerReading { Reading = new((int)reading.Value!.Value), At = at });
        return vehicle;
    }
}
