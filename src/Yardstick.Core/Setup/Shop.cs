using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>The shop itself: name, place, zone, hours. There is one.</summary>
public partial class Shop
{
    /// <summary>Key, always 1.</summary>
    public long Id { get; internal set; } = 1;

    /// <summary>Name on documents.</summary>
    public string Name { get; internal set; } = "";

    /// <summary>Address on documents, several lines.</summary>
    public string Address { get; internal set; } = "";

    /// <summary>Telephone on documents.</summary>
    public string Phone { get; internal set; } = "";

    /// <summary>Email on documents.</summary>
    public string Email { get; internal set; } = "";

    /// <summary>Tax number on invoices; empty where none is asked for.</summary>
    public string TaxNumber { get; internal set; } = "";

    /// <summary>How the shop is reached, as it stands on documents: <c>(207) 555-0100 · front@shop.example</c>.</summary>
    public string Contact => string.Join(" · ", new[] { Phone, Email }.Where(c => c.Length > 0));

    /// <summary>The same with the tax number below it, as it stands on what is paid.</summary>
    public string ContactOnInvoice => TaxNumber.Length > 0 ? $"{Contact}\nTax number {TaxNumber}" : Contact;

    /// <summary>Content hash of the shop's logo, a PNG; empty without one.</summary>
    public string LogoHash { get; internal set; } = "";

    /// <summary>IANA name of the zone in which promises and appointments are wall time.</summary>
    public string TimeZone { get; internal set; } = "";

    /// <summary>ISO 4217 currency.</summary>
    public string Currency { get; internal set; } = "USD";

    /// <summary>ISO 3166 country, for phones.</summary>
    public string Country { get; internal set; } = "US";

    /// <summary>Miles or kilometers.</summary>
    public DistanceUnit DistanceUnit { get; internal set; }

    /// <summary>When the doors are open, by weekday, wall time.</summary>
    public WeekHours Hours { get; internal set; } = WeekHours.Usual;

    /// <summary>Days on which the shop is closed besides, earliest first.</summary>
    public IReadOnlyList<ClosedDay> ClosedDays { get; internal set; } = [];

    /// <summary>Promises are made on so many minutes: 15, 30 or 60.</summary>
    public int PromiseStep { get; internal set; } = 30;

    /// <summary>Reserve of a promise: a percentage of the planned work, 0 to 100.</summary>
    public int PromiseSlack { get; internal set; } = 20;

    /// <summary>The longest reserve of a promise, in minutes, 0 to 480.</summary>
    public int PromiseSlackMost { get; internal set; } = 60;

    /// <summary>All work is looked over by somebody who did not do it before the vehicle is ready.</summary>
    public bool ChecksWork { get; internal set; }

    /// <summary>Minutes after the last job for check and wash, 0 to 480; the promise counts them.</summary>
    public int CheckMinutes { get; internal set; }

    /// <summary>Card payments can take a tip.</summary>
    public bool TakesTips { get; internal set; }

    /// <summary>Interest on overdue invoices, percent a month, 0 to 10; 0 charges none.</summary>
    public decimal InterestPercent { get; internal set; }

    /// <summary>Days past due before interest is charged, 0 to 365; it counts from the due day then.</summary>
    public int InterestAfterDays { get; internal set; } = 30;

    /// <summary>Customers' papers show the lines of each job; else jobs with their amounts only.</summary>
    public bool PrintsLines { get; internal set; } = true;

    /// <summary>Customers' papers show numbers of parts.</summary>
    public bool PrintsPartNumbers { get; internal set; } = true;

    /// <summary>Customers' papers show hours of labor.</summary>
    public bool PrintsLaborHours { get; internal set; } = true;

    /// <summary>Last day of the books that is locked; null where none is.</summary>
    public LocalDate? BooksLockedUntil { get; internal set; }

    /// <summary>Whether something can be booked on a day. Refuses with <c>books.locked</c>.</summary>
    /// <param name="day">The day.</param>
    public Result MayBook(LocalDate day) =>
        BooksLockedUntil is { } until && day <= until
            ? new Problem(
                "books.locked",
                Invariant($"The books are locked until {until:MMMM d, yyyy}. Unlock them under Books, or wait until the day after.")
            )
            : Result.Done;

    /// <summary>
    /// Locks the books through a day, or unlocks them. Refuses with <c>books.future</c>: a day that is not over stays open.
    /// </summary>
    /// <param name="until">The last locked day; null unlocks all.</param>
    /// <param name="today">Today in the shop.</param>
    public Result<FieldChange> LockBooks(LocalDate? until, LocalDate today)
    {
        if (until >= today)
            return new Problem("books.future", "Only days that are over can be locked. Choose yesterday or earlier.", "until");
        var change = new FieldChange("booksLockedUntil", Shown(BooksLockedUntil), Shown(until));
        BooksLockedUntil = until;
        Version++;
        return change;
    }

    private static string Shown(LocalDate? day) => day is { } d ? Invariant($"{d:yyyy-MM-dd}") : "";

    /// <summary>Customers can book on the shop's page.</summary>
    public bool TakesBookings { get; internal set; }

    /// <summary>The share of technicians' hours of a day that the page may take, percent, 5 to 100.</summary>
    public int BookingShare { get; internal set; } = 40;

    /// <summary>Hours of notice that a booking needs, 0 to 720.</summary>
    public int BookingLeadHours { get; internal set; } = 4;

    /// <summary>So many days ahead can be booked, 1 to 120.</summary>
    public int BookingDays { get; internal set; } = 21;

    /// <summary>Bookings begin on so many minutes: 30 or 60.</summary>
    public int BookingStep { get; internal set; } = 60;

    /// <summary>A booking is confirmed by itself; else somebody looks at it first.</summary>
    public bool ConfirmsBookings { get; internal set; }

    /// <summary>What stands over the services on the page; empty for nothing.</summary>
    public string BookingWords { get; internal set; } = "";

    /// <summary>Color of the head of customers' pages, <c>#rrggbb</c>; empty for the program's own.</summary>
    public string PageColor { get; internal set; } = "";

    /// <summary>Content hash of the photo under the head of the booking page; empty without one.</summary>
    public string BookingPictureHash { get; internal set; } = "";

    /// <summary>What is read on <see cref="PageColor"/>; empty where there is none.</summary>
    public string PageInk => PageColor.Length == 0 ? "" : ContrastInk.On(PageColor);

    /// <summary>The shop's own site that may show the page in a frame: <c>https://shop.example</c>; empty for none.</summary>
    public string BookingSite { get; internal set; } = "";

    /// <summary>Declined work is asked about again after so many days, 1 to 730.</summary>
    public int DeclinedAfterDays { get; internal set; } = 90;

    /// <summary>Who was asked and does not answer is left alone for so many days, 1 to 730.</summary>
    public int AskAgainDays { get; internal set; } = 90;

    /// <summary>The most follow-up messages to one customer in 30 days, 1 to 30.</summary>
    public int MostFollowUps { get; internal set; } = 2;

    /// <summary>Customers are thanked so many days after a visit, 1 to 60.</summary>
    public int ThanksAfterDays { get; internal set; } = 3;

    /// <summary>A vehicle counts as not seen for long after so many months, 1 to 60.</summary>
    public int AwayMonths { get; internal set; } = 12;

    /// <summary>So many days before a warranty ends the customer may have the work looked at, 1 to 90; 0 where nobody is asked.</summary>
    public int WarrantyVisitDays { get; internal set; }

    /// <summary>The day on which a week begins, in measures.</summary>
    public IsoDayOfWeek WeekBegins { get; internal set; } = IsoDayOfWeek.Sunday;

    /// <summary>Follow-up messages that go out by themselves.</summary>
    public AutomaticFollowUps AutomaticFollowUps { get; internal set; }

    /// <summary>Customers get a text the day before an appointment.</summary>
    public bool RemindsOfAppointments { get; internal set; } = true;

    /// <summary>A time rounded up to the step of promises.</summary>
    /// <param name="at">Wall time.</param>
    public LocalDateTime OnPromiseStep(LocalDateTime at) => at.RoundedUpTo(PromiseStep);

    /// <summary>Minutes in reserve for planned work.</summary>
    /// <param name="minutes">Minutes of it that are left.</param>
    public int SlackFor(int minutes) => Math.Min((minutes * PromiseSlack + 99) / 100, PromiseSlackMost);

    /// <summary>Steps of the beginning that somebody ticked off or left out.</summary>
    public IReadOnlyList<StartStep> SkippedSteps { get; internal set; } = [];

    /// <summary>Ticks a step of the beginning off, or takes it up again.</summary>
    /// <param name="step">Which.</param>
    /// <param name="skip">True ticks it off.</param>
    public FieldChange Skip(StartStep step, bool skip)
    {
        var before = SkippedSteps.Contains(step);
        SkippedSteps = [.. SkippedSteps.Where(s => s != step).Concat(skip ? [step] : [])];
        Version++;
        return new FieldChange($"step {step}", before ? "left out" : "open", skip ? "left out" : "open");
    }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Region of plates by default.</summary>
    public string PlateRegion { get; internal set; } = "";

    /// <summary>How far a car of which nothing is known goes in a day, in the shop's unit.</summary>
    public decimal DistancePerDay { get; internal set; } = 32;

    /// <summary>Terms at the foot of documents.</summary>
    public string Terms { get; internal set; } = "";

    /// <summary>What is signed on the check-in sheet.</summary>
    public string CheckInTerms { get; internal set; } = "";

    /// <summary>What is acknowledged when unsafe work is declined.</summary>
    public string UnsafeTerms { get; internal set; } =
        "I was told that my car may not be safe to drive without this work. I decline it knowingly.";

    /// <summary>Reasons offered when work is declined or put off.</summary>
    public IReadOnlyList<string> DeclineReasons { get; internal set; } = [];

    /// <summary>Where customers heard of the shop, as it is offered.</summary>
    public IReadOnlyList<string> CustomerSources { get; internal set; } = ["Referral", "Drove by", "Online search", "Our website"];

    /// <summary>What technicians say of a job under way, as it is offered.</summary>
    public IReadOnlyList<string> ProgressNotes { get; internal set; } = ["More parts needed", "Waiting for help", "Half done"];

    /// <summary>Days for which the prices of an estimate hold.</summary>
    public int EstimateDays { get; internal set; } = 30;

    /// <summary>Last day on which an estimate holds.</summary>
    /// <param name="from">When it was written or sent, wall time.</param>
    public LocalDate ValidUntil(LocalDateTime from) => from.Date.PlusDays(EstimateDays);

    /// <summary>
    /// Where customers reach the shop's pages from outside, as <c>https://shop.example</c>; empty where links work only inside the shop.
    /// </summary>
    public string PublicAddress { get; internal set; } = "";

    /// <summary>A page's address as customers reach it.</summary>
    /// <param name="path">The page.</param>
    /// <param name="asked">How the server is reached right now, where no public address is set: <c>http://127.0.0.1:5080</c>.</param>
    public string AddressOf(string path, string asked) => $"{(PublicAddress.Length > 0 ? PublicAddress : asked)}/{path}";

    /// <summary>Texts wait from this wall time on, until <see cref="QuietUntil"/>.</summary>
    public LocalTime QuietFrom { get; internal set; } = new(20, 0);

    /// <summary>Texts that waited go out at this wall time.</summary>
    public LocalTime QuietUntil { get; internal set; } = new(8, 0);

    /// <summary>When a text that is written now may go out: at once, or when the quiet hours end.</summary>
    public Instant MayText(Instant utcNow)
    {
        var now = Local(utcNow);
        if (!IsQuiet(now.TimeOfDay))
            return utcNow;
        var end = now.Date + QuietUntil;
        return Utc(end <= now ? end.PlusDays(1) : end);
    }

    private bool IsQuiet(LocalTime time) =>
        QuietFrom < QuietUntil
            ? time >= QuietFrom && time < QuietUntil
            : QuietFrom > QuietUntil && (time >= QuietFrom || time < QuietUntil);

    /// <summary>Changes one of the texts on documents, or how customers are written to.</summary>
    /// <param name="field">
    /// terms, checkInTerms, unsafeTerms, declineReasons, customerSources, progressNotes (one a line), estimateDays, publicAddress,
    /// quietFrom or quietUntil.
    /// </param>
    /// <param name="text">What was typed; empty leaves it out.</param>
    public Result<FieldChange> SetText(string field, string? text)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length > 6000)
            return new Problem("text.long", "Enter 6,000 characters or fewer.", field);
        string old;
        switch (field)
        {
            case "terms":
                (old, Terms) = (Terms, typed);
                break;
            case "checkInTerms":
                (old, CheckInTerms) = (CheckInTerms, typed);
                break;
            case "unsafeTerms":
                (old, UnsafeTerms) = (UnsafeTerms, typed);
                break;
            case "declineReasons":
                (old, DeclineReasons) = (string.Join('\n', DeclineReasons), Words(typed));
                break;
            case "customerSources":
                (old, CustomerSources) = (string.Join('\n', CustomerSources), Words(typed));
                break;
            case "progressNotes":
                (old, ProgressNotes) = (string.Join('\n', ProgressNotes), Words(typed));
                break;
            case "estimateDays":
                old = EstimateDays.ToString(System.Globalization.CultureInfo.InvariantCulture);
                if (!int.TryParse(typed, out var days) || days is < 1 or > 365)
                    return new Problem("shop.days", "Enter 1 to 365 days.", field);
                EstimateDays = days;
                break;
            case "publicAddress":
                old = PublicAddress;
                if (typed.Length > 0 && !IsPublicAddress(typed))
                    return new Problem("shop.address", "Enter a web address such as https://shop.example, with nothing after it.", field);
                PublicAddress = typed.TrimEnd('/');
                break;
            case "quietFrom" or "quietUntil":
                var from = field == "quietFrom";
                old = (from ? QuietFrom : QuietUntil).ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture);
                if (!TimeOnly.TryParse(typed, System.Globalization.CultureInfo.InvariantCulture, out var read))
                    return new Problem("shop.time", $"\"{typed}\" is not a time; type 8 pm or 20:00.", field);
                var time = LocalTime.FromTimeOnly(read);
                if (from)
                    QuietFrom = time;
                else
                    QuietUntil = time;
                break;
            default:
                return new Problem("shop.field", $"\"{field}\" can't be edited.", field);
        }
        return new FieldChange(field, old, typed);
    }

    private static string[] Words(string lines) =>
        [.. lines.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Distinct()];

    /// <summary>An address for customers' links: https, a host and perhaps a port. Without TLS only this very machine.</summary>
    private static bool IsPublicAddress(string typed) =>
        Uri.TryCreate(typed, UriKind.Absolute, out var address)
        && (address.Scheme == "https" || address.Scheme == "http" && address.IsLoopback)
        && address is { AbsolutePath: "/", Query: "", Fragment: "", UserInfo: "" };

    /// <summary>The unit of distance as it is written behind a figure.</summary>
    public string DistanceWord => DistanceUnit == DistanceUnit.Miles ? "mi" : "km";

    /// <summary>A distance in miles in the shop's unit; kilometers to the nearest thousand, as such intervals are written.</summary>
    public int? Interval(int? miles) =>
        miles is not { } far || DistanceUnit == DistanceUnit.Miles ? miles : (int)Math.Round(far * 1.609344m / 1000m) * 1000;

    /// <summary>A reading in miles in the shop's unit.</summary>
    public int? FromMiles(int? miles) =>
        miles is not { } far || DistanceUnit == DistanceUnit.Miles ? miles : (int)Math.Round(far * 1.609344m);

    /// <summary>Why the shop is closed on a day besides the usual ones; null where it is not. The reason may be empty.</summary>
    public string? ClosedOn(LocalDate day) => ClosedDays.FirstOrDefault(c => c.On == day)?.Reason;

    /// <summary>When the doors are open on a day; null where they are not.</summary>
    public DayHours? HoursOn(LocalDate day) => ClosedOn(day) is null ? Hours.On(day.DayOfWeek) : null;

    /// <summary>The day as it is drawn: from opening to closing; where the shop is closed, as long as on any other day.</summary>
    public DayHours DrawnOn(LocalDate day) => HoursOn(day) ?? Hours.Widest ?? WeekHours.Usual.Widest!;

    /// <summary>The day as it is drawn where people at work are shown: while any of them is there, and the doors are open.</summary>
    /// <param name="day">The day.</param>
    /// <param name="people">Who is shown.</param>
    /// <param name="absences">Absences, of others too.</param>
    public DayHours DrawnOn(LocalDate day, IEnumerable<StaffMember> people, IReadOnlyCollection<Absence> absences)
    {
        var (open, end) = (DrawnOn(day), day.PlusDays(1).AtMidnight());
        var there = people.SelectMany(p => p.StretchesOn(day, this, absences)).ToList();
        return new DayHours(
            there.Select(s => s.From.TimeOfDay).Append(open.From).Min(),
            there.Select(s => s.Until < end ? s.Until.TimeOfDay : LastMinute).Append(open.Until).Max()
        );
    }

    private static readonly LocalTime LastMinute = new(23, 59);

    /// <summary>Wall time in the shop.</summary>
    public LocalDateTime Local(Instant utc) => utc.InZone(Zone).LocalDateTime;

    /// <summary>
    /// The moment of a wall time. One that comes twice is the first; one that the clock skips is read with the offset before it.
    /// </summary>
    public Instant Utc(LocalDateTime local) => local.InZoneLeniently(Zone).ToInstant();

    private DateTimeZone Zone => DateTimeZoneProviders.Tzdb[TimeZone];

    /// <summary>Another logo on documents and links.</summary>
    /// <param name="hash">The picture, by content hash.</param>
    public FieldChange SetLogo(string hash)
    {
        var change = new FieldChange("logo", LogoHash, hash);
        LogoHash = hash;
        return change;
    }

    /// <summary>A new shop. Refuses with <c>firstRun.shop</c>, <c>firstRun.zone</c> and <c>firstRun.currency</c>.</summary>
    /// <param name="name">1 to 120 characters.</param>
    /// <param name="timeZone">Name of the zone in the time zone database, such as <c>America/Chicago</c>.</param>
    /// <param name="currency">Three capital letters (ISO 4217).</param>
    /// <param name="unit">Miles or kilometers.</param>
    public static Result<Shop> Create(string? name, string? timeZone, string? currency, DistanceUnit unit)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > 120)
            return new Problem("firstRun.shop", "Enter the shop name.", "shopName");
        if (DateTimeZoneProviders.Tzdb.GetZoneOrNull(timeZone ?? "") is null)
            return new Problem("firstRun.zone", "Choose the time zone from the list.", "timeZone");
        if (currency is not { Length: 3 } || !currency.All(char.IsAsciiLetterUpper))
            return new Problem("firstRun.currency", "Enter a three-letter currency code, such as USD.", "currency");
        return new Shop
        {
            Name = name.Trim(),
            TimeZone = timeZone!,
            Currency = currency,
            DistanceUnit = unit,
        };
    }
}
