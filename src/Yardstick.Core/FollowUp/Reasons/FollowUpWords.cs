using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.FollowUp;

/// <summary>What follow-up messages say: fields of their templates, and those that a shop begins with.</summary>
public static class FollowUpWords
{
    /// <summary>Fields that its templates may name beside those of customer, car and shop.</summary>
    public static readonly IReadOnlyList<(string Name, string Says)> Fields =
    [
        ("work.list", "the work, one after the other"),
        ("work.price", "what it costs today before tax, where all of it can be priced"),
        ("booking.link", "address of the booking page, where it is open"),
    ];

    /// <summary>Whether they know a field of orders too.</summary>
    public static bool Knows(string field) =>
        field.StartsWith("customer.", StringComparison.Ordinal)
        || field.StartsWith("car.", StringComparison.Ordinal)
        || field.StartsWith("shop.", StringComparison.Ordinal);

    /// <summary>Moment of the template that a reason is written by.</summary>
    public static string UseOf(FollowUpKind kind) =>
        kind switch
        {
            FollowUpKind.Thanks => "thanks",
            FollowUpKind.Estimate => "estimateAgain",
            FollowUpKind.Missed => "missed",
            FollowUpKind.Away => "away",
            FollowUpKind.Warranty => "warranty",
            _ => "work",
        };

    /// <summary>What the fields say.</summary>
    /// <param name="customer">Whom it goes to.</param>
    /// <param name="vehicle">Their vehicle; null for none.</param>
    /// <param name="titles">What the work is called.</param>
    /// <param name="price">What it costs today; null where not all of it can be priced.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="bookingLink">Address of the booking page.</param>
    public static IReadOnlyDictionary<string, string> Values(
        Customer customer,
        Vehicle? vehicle,
        IReadOnlyCollection<string> titles,
        Money? price,
        Shop shop,
        string bookingLink
    ) =>
        Values(
            customer.DisplayName,
            customer.FirstName.Length > 0 ? customer.FirstName : customer.DisplayName,
            vehicle?.Description ?? "vehicle",
            vehicle?.Plate.Text ?? "",
            titles,
            price,
            shop,
            bookingLink
        );

    /// <summary>What they would say of a made-up customer, for trying a template out.</summary>
    /// <param name="shop">The shop.</param>
    public static IReadOnlyDictionary<string, string> Example(Shop shop) =>
        Values(
            "Lucia Marsh",
            "Lucia",
            "2016 Tarnow Whimbrel",
            "KLM 204",
            ["Front brake pads", "Cabin air filter"],
            new Money(38_650),
            shop,
            "https://shop.example/book"
        );

    private static Dictionary<string, string> Values(
        string name,
        string first,
        string car,
        string plate,
        IReadOnlyCollection<string> titles,
        Money? price,
        Shop shop,
        string bookingLink
    ) =>
        new()
        {
            ["customer.name"] = name,
            ["customer.firstName"] = first,
            ["car.description"] = car,
            ["car.plate"] = plate,
            ["work.list"] = List(titles),
            ["work.price"] = price is { } amount && amount.Cents > 0 ? amount.In(shop.Currency) : "",
            ["shop.name"] = shop.Name,
            ["shop.phone"] = shop.Phone,
            ["booking.link"] = shop.TakesBookings ? bookingLink : "",
        };

    /// <summary>Titles as they stand in a sentence: <c>front brake pads, cabin air filter and tire rotation</c>.</summary>
    private static string List(IReadOnlyCollection<string> titles) =>
        titles.Count < 2 ? string.Concat(titles) : $"{string.Join(", ", titles.SkipLast(1))} and {titles.Last()}";

    /// <summary>Templates that a shop begins with, and those that stand in where it took one off.</summary>
    public static IReadOnlyList<MessageTemplate> Starting() =>
        [
            .. Both(
                "work",
                "Work due",
                "Work due on your {{ car.description }}",
                "when your {{ car.description }} was here we noted: {{ work.list }}.{% if work.price %} It comes to {{ work.price }} before tax today.{% endif %} Reply or call us for a time: {{ shop.phone }}.{% if booking.link %} Or book one: {{ booking.link }}{% endif %}"
            ),
            .. Both(
                "estimateAgain",
                "Estimate, asked again",
                "Your estimate for the {{ car.description }}",
                "have you had a chance to look at our estimate for your {{ car.description }}? Reply or call us with any question: {{ shop.phone }}."
            ),
            .. Both(
                "missed",
                "Missed appointment",
                "Your appointment for the {{ car.description }}",
                "we missed you at your appointment for your {{ car.description }}. Reply or call us for another time: {{ shop.phone }}.{% if booking.link %} Or book one: {{ booking.link }}{% endif %}"
            ),
            .. Both(
                "thanks",
                "Thanks after a visit",
                "Thank you from {{ shop.name }}",
                "thank you for bringing your {{ car.description }} to us. Is everything as it should be? Reply or call us if not: {{ shop.phone }}."
            ),
            .. Both(
                "away",
                "Not seen for a while",
                "Your {{ car.description }}",
                "it has been a while since your {{ car.description }} was here. Reply or call us if we can do anything for it: {{ shop.phone }}."
            ),
            .. Both(
                "warranty",
                "Before a warranty ends",
                "Your warranty with {{ shop.name }}",
                "our warranty on your {{ car.description }} ends soon: {{ work.list }}. If anything is not as it should be, let us look at it before. Reply or call us for a time: {{ shop.phone }}.{% if booking.link %} Or book one: {{ booking.link }}{% endif %}"
            ),
        ];

    private static IEnumerable<MessageTemplate> Both(string use, string name, string subject, string words) =>
        [
            Template(use, $"{name}, text", MessageChannel.Text, "", $"Hello {{{{ customer.firstName }}}}, {words} {{{{ shop.name }}}}"),
            Template(
                use,
                $"{name}, email",
                MessageChannel.Email,
                subject,
                $"Hello {{{{ customer.name }}}},\n\n{words}\n\n{{{{ shop.name }}}}\n{{{{ shop.phone }}}}"
            ),
        ];

    private static MessageTemplate Template(string use, string name, MessageChannel channel, string subject, string body)
    {
        var template = new MessageTemplate();
        template.Set(name, channel, subject, body, use);
        return template;
    }
}
