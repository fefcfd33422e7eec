using System.Text.Json;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Schedule;

/// <summary>Reads a case of the plan from JSON. A null counts as absent, unknown keys are ignored.</summary>
public static class PlanCaseReader
{
    /// <summary>Reads one case.</summary>
    /// <exception cref="CaseException">With the path of the first bad value, empty for broken JSON or what is no object.</exception>
    public static PlanCase Read(ReadOnlyMemory<byte> utf8) => JsonReading.Parse(utf8, root =>
        {
            var read = Case(root);
            PlanCaseValidator.Check(read);
            return read;
        });

    private static PlanCase Case(JsonElement root)
    {
        var zone = root.Get("zone", Zone) ?? DateTimeZone.Utc;
        var times = new PlanTimes(zone);
        Instant Time(JsonElement element) => times.Read(JsonReading.Text(element));
        return new PlanCase
        {
            Now = root.NeededValue("now", Time),
            Zone = zone,
            Step = Step(root),
            Open = root.Get("open", e => Spans(e, Time)),
            People = root.List("people", e => Person(e, Time)),
            Bays = root.Get("bays", e => e.Items(Bay)),
            Orders = root.List("orders", e => Order(e, Time)),
            PromiseFor = root.Get("promiseFor", e => Order(e, Time)),
            Seconds = root.Number("seconds", 3) ?? 5,
        };
    }

    private static DateTimeZone Zone(JsonElement element) =>
        DateTimeZoneProviders.Tzdb.GetZoneOrNull(JsonReading.Text(element))
        ?? throw new CaseException("", "This time zone is not known; one such as America/New_York is expected.");

    private static int Step(JsonElement root)
    {
        var step = (int)(root.Number("step", 0) ?? 5);
        return step > 0 && 60 % step == 0 ? step : throw new CaseException("step", "The step has to divide 60 minutes.");
    }

    private static IReadOnlyList<PlanSpan> Spans(JsonElement element, Func<JsonElement, Instant> time)
    {
        var spans = element.Items(e => Span(e, time));
        var order = Enumerable.Range(0, spans.Count).OrderBy(i => spans[i].From).ThenBy(i => spans[i].Until).ToList();
        foreach (var (one, next) in order.Zip(order.Skip(1)))
            if (spans[next].From < spans[one].Until)
                throw new CaseException($"[{Math.Max(one, next)}]", "It overlaps another stretch.");
        return [.. order.Select(i => spans[i])];
    }

    private static PlanSpan Span(JsonElement element, Func<JsonElement, Instant> time)
    {
        var ends = element.Items(time);
        if (ends.Count != 2)
            throw new CaseException("", "A beginning and an end are expected.");
        var span = new PlanSpan(ends[0], ends[1]);
        return span.Until >= span.From ? span : throw new CaseException("", "It ends before it begins.");
    }

    private static PlanPerson Person(JsonElement element, Func<JsonElement, Instant> time)
    {
        element.Object();
        var pace = element.Number("pace", 4) ?? 1;
        return new PlanPerson(
            element.Needed("id", JsonReading.NonEmpty),
            element.List("skills", JsonReading.NonEmpty),
            pace > 0 ? pace : throw new CaseException("pace", "A pace is above zero."),
            element.Get("hours", e => Spans(e, time)) ?? []
        );
    }

    private static PlanBay Bay(JsonElement element)
    {
        element.Object();
        return new PlanBay(element.Needed("id", JsonReading.NonEmpty), element.List("can", JsonReading.NonEmpty));
    }

    private static PlanOrder Order(JsonElement element, Func<JsonElement, Instant> time)
    {
        element.Object();
        return new PlanOrder
        {
            Id = element.Needed("id", JsonReading.NonEmpty),
            Promise = element.Value("promise", time),
            Weight = (int)(element.Number("weight", 0) ?? 1),
            CheckMinutes = (int)(element.Number("checkMinutes", 0) ?? 0),
            Arrives = element.Value("arrives", time),
            Jobs = element.List("jobs", e => Job(e, time)),
        };
    }

    private static PlanJob Job(JsonElement element, Func<JsonElement, Instant> time)
    {
        element.Object();
        return new PlanJob
        {
            Id = element.Needed("id", JsonReading.NonEmpty),
            Minutes = element.NeededNumber("minutes", 4),
            Skill = element.Get("skill", JsonReading.NonEmpty),
            Needs = element.List("needs", JsonReading.NonEmpty),
            NoBay = element.Flag("noBay", false),
            Ready = element.Value("ready", time),
            After = element.List("after", JsonReading.NonEmpty),
            Certain = element.Flag("certain", true),
            PlannedPerson = element.Get("planned", e => Of(e).Get("person", JsonReading.NonEmpty) ?? ""),
            Fixed = element.Get("fixed", e => Fixed(Of(e), time)),
        };
    }

    private static JsonElement Of(JsonElement element)
    {
        element.Object();
        return element;
    }

    private static PlanFixed Fixed(JsonElement element, Func<JsonElement, Instant> time) =>
        new(element.Needed("person", JsonReading.NonEmpty), element.Get("bay", JsonReading.NonEmpty), element.NeededValue("start", time));
}
