namespace Yardstick.Core.Messaging;

/// <summary>Message templates that a kind of shop may begin with, beside the usual ones.</summary>
public static class StartingTexts
{
    private static readonly Dictionary<string, (string Name, string Body)[]> Sets = new()
    {
        ["general"] =
        [
            (
                "Parts delayed",
                "Hello {{ customer.firstName }}, a part for your {{ car.description }} is delayed. We will call you as soon as it is here. {{ shop.name }}, {{ shop.phone }}"
            ),
        ],
        ["tires"] =
        [
            (
                "Tires are here",
                "Hello {{ customer.firstName }}, the tires for your {{ car.description }} are here. Call us for a time: {{ shop.phone }}. {{ shop.name }}"
            ),
            (
                "Retorque wheels",
                "Hello {{ customer.firstName }}, please stop by after 50 to 100 miles so we can check the lug nuts on your {{ car.description }}. No appointment needed. {{ shop.name }}"
            ),
        ],
        ["maintenance"] =
        [
            (
                "Maintenance due",
                "Hello {{ customer.firstName }}, your {{ car.description }} is due for maintenance. Reply or call us for a time: {{ shop.phone }}. {{ shop.name }}"
            ),
        ],
    };

    /// <summary>Templates of a set, as texts. Those that are there already by name are to be left as they are.</summary>
    /// <param name="set">Key of a starting set: general, tires or maintenance.</param>
    public static IReadOnlyList<MessageTemplate> Of(string set) =>
        [
            .. Sets.GetValueOrDefault(set, [])
                .Select(t => new MessageTemplate
                {
                    Name = t.Name,
                    Channel = MessageChannel.Text,
                    Body = t.Body,
                }),
        ];
}
