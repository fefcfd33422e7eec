using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Data.Setup;

/// <summary>What every new shop begins with.</summary>
public static class ShopStart
{
    /// <summary>A plain policy to begin with; the shop sets its own in Setup.</summary>
    public const string Policy = """
        {"currency":"USD","pricesIncludeTax":false,"laborRates":{"general":120.00,"diagnostic":135.00},"laborCostPerHour":38.00,
        "markupBands":{"standard":[{"upTo":5,"multiplier":3.0},{"upTo":25,"multiplier":2.2},{"upTo":100,"multiplier":1.8},{"upTo":null,"multiplier":1.45}]},
        "categories":{},"priceEnding":"none","capAtList":false,"companions":[],"orderFees":[],
        "supplies":{"percent":6,"base":"labor","minimum":null,"maximum":38.00,"taxable":true,"costPercent":50},
        "taxes":[],"overrun":{"percent":10,"amount":75},
        "shop":{"marginAim":55,"stockCost":"last","exemptions":[]}}
        """;

    /// <summary>Adds the shop, its first policy and its counters.</summary>
    public static void AddShop(ShopDb db, Shop shop, Instant utcNow, string policy = Policy)
    {
        db.Shops.Add(shop);
        db.PolicyVersions.Add(
            new PolicyVersion
            {
                Id = 1,
                InForceAt = utcNow,
                Json = policy.Replace("\"USD\"", $"\"{shop.Currency}\"", StringComparison.Ordinal),
            }
        );
        db.MessageTemplates.AddRange([.. Templates(), .. FollowUpWords.Starting(), .. StatementWords.Starting()]);
        db.Stages.AddRange(ShopStage.Usual());
        db.Counters.AddRange(
            new Counter { Name = Counter.Orders, Next = 1001 },
            new Counter { Name = Counter.Invoices, Next = 5001 },
            new Counter { Name = Counter.PurchaseOrders, Next = 501 },
            new Counter { Name = Counter.PartReturns, Next = 101 }
        );
    }

    /// <summary>Adds the usual templates to a shop that never had any: one that began before there were messages.</summary>
    public static async Task AddMissingTemplatesAsync(ShopDb db)
    {
        if (!await db.Shops.AnyAsync() || await db.MessageTemplates.AnyAsync())
            return;
        db.MessageTemplates.AddRange([.. Templates(), .. FollowUpWords.Starting(), .. StatementWords.Starting()]);
        await db.SaveChangesAsync();
    }

    private static MessageTemplate[] Templates() =>
        [
            new MessageTemplate
            {
                Name = "Estimate, text",
                Channel = MessageChannel.Text,
                Use = "estimate",
                Body =
                    "Hi {{ customer.firstName }}, here is what we found on your {{ car.description }} and the price. Please approve or decline here: {{ link }}\n{{ shop.name }}, {{ shop.phone }}",
            },
            new MessageTemplate
            {
                Name = "Estimate, email",
                Channel = MessageChannel.Email,
                Use = "estimate",
                Subject = "Estimate for your {{ car.description }}",
                Body =
                    "Hello {{ customer.name }},\n\nWe looked at your {{ car.description }}. Our findings, recommendations and prices are here. You can approve or decline each item, or ask us a question:\n\n{{ link }}\n\n{{ shop.name }}\n{{ shop.phone }}",
            },
            new MessageTemplate
            {
                Name = "Ready, text",
                Channel = MessageChannel.Text,
                Use = "ready",
                Body = "Hello {{ customer.firstName }}, your {{ car.description }} is ready. {{ shop.name }}, {{ shop.phone }}",
            },
            new MessageTemplate
            {
                Name = "New time, text",
                Channel = MessageChannel.Text,
                Use = "delayed",
                Body =
                    "Hello {{ customer.firstName }}, your {{ car.description }} will be ready later than we told you: {{ order.promise }}. We are sorry about the wait. Call us with any question: {{ shop.phone }}. {{ shop.name }}",
            },
            new MessageTemplate
            {
                Name = "Appointment, text",
                Channel = MessageChannel.Text,
                Use = "appointment",
                Body =
                    "Hello {{ customer.firstName }}, we expect your {{ car.description }} on {{ appointment.time }}. If that does not suit you, call us: {{ shop.phone }}. {{ shop.name }}\nFor your calendar: {{ link }}",
            },
            new MessageTemplate
            {
                Name = "Documents, email",
                Channel = MessageChannel.Email,
                Use = "documents",
                Subject = "Order {{ order.number }}, {{ car.description }}",
                Body =
                    "Hello {{ customer.name }},\n\nThe documents you asked for on your {{ car.description }} are attached.\n\n{{ shop.name }}\n{{ shop.phone }}",
            },
            new MessageTemplate
            {
                Name = "Documents, text",
                Channel = MessageChannel.Text,
                Use = "documents",
                Body =
                    "Hello {{ customer.firstName }}, here are the documents you asked for on your {{ car.description }}: {{ link }}\n{{ shop.name }}, {{ shop.phone }}",
            },
        ];
}
