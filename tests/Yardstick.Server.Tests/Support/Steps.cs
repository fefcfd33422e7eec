using System.Text.Json.Nodes;

namespace Yardstick.Server.Tests.Support;

/// <summary>What people do, in few words.</summary>
internal static class Steps
{
    /// <summary>Writes a new customer's car up with a job of one labor and one part line, the part not in stock.</summary>
    internal static async Task<(long Order, long Job)> WriteUpAsync(this Browser writer, string lastName = "Aalto")
    {
        var started = await writer.PostAsync(
            "orders",
            new
            {
                customer = new
                {
                    firstName = "Vesa",
                    lastName,
                    phone = "207 555 0199",
                    source = "Referral",
                },
                vehicle = new
                {
                    plate = "NEW 1",
                    make = "Tarnow",
                    model = "Dunlin",
                    year = "2019",
                },
                odometer = "42,118",
                concerns = new[] { "Clunk over bumps" },
                promisedAt = "4:30 pm",
                keyTag = "77",
            }
        );
        var order = started.Id();
        var job = (await writer.PostAsync($"orders/{order}/jobs", new { title = "Control arm bushing" })).Id();
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Press bushing in",
                hours = "1,5",
            }
        );
        var part = (
            await writer.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Part",
                    description = "Bushing",
                    quantity = "2",
                    unitCost = "18.40",
                }
            )
        ).Id();
        var line = await writer.LineAsync(order, part);
        await writer.PostAsync(
            $"orders/{order}/lines/{part}",
            new
            {
                field = "number",
                value = "BU-88",
                version = line["version"]!.GetValue<int>(),
            }
        );
        return (order, job);
    }

    /// <summary>An order's sheet with the fields of its parts side by side.</summary>
    internal static async Task<JsonNode> SheetAsync(this Browser browser, long order)
    {
        var sheet = await browser.GetAsync($"orders/{order}");
        foreach (var part in new[] { "header", "totals", "around" })
        foreach (var (name, value) in sheet[part]!.AsObject())
            sheet[name] = value?.DeepClone();
        return sheet;
    }

    internal static Task<JsonNode> ApproveAsync(this Browser writer, long order, params long[] jobs) =>
        writer.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = jobs,
                kind = "Approved",
                decidedBy = "Vesa Aalto",
                channel = "Phone",
            }
        );

    /// <summary>An order with an approved job and a part of this number on it.</summary>
    internal static async Task<(long Order, long Job, long Line)> ApprovedPartAsync(this Browser writer, string number)
    {
        var (order, job) = await writer.WriteUpAsync();
        var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!.Id();
        await writer.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "number",
                value = number,
                version = (await writer.LineAsync(order, line))["version"]!.GetValue<int>(),
            }
        );
        await writer.ApproveAsync(order, job);
        return (order, job, line);
    }

    internal static async Task<JsonNode> LineAsync(this Browser browser, long order, long line) =>
        (await browser.SheetAsync(order)).List("jobs").SelectMany(j => j!.List("lines")).First(l => l!.Id() == line)!;

    /// <summary>Orders what the order needs from Harbor Parts.</summary>
    internal static async Task<long> PlaceAsync(this Browser browser, long order)
    {
        var needed = (await browser.GetAsync("parts"))
            .List("needed")
            .Where(n => n!["orderId"]!.GetValue<long>() == order)
            .Select(n => n!["lineId"]!.GetValue<long>())
            .ToArray();
        return (await browser.PostAsync("purchase-orders", new { supplierId = 1, lineIds = needed })).Id();
    }

    /// <summary>Waits until a purchase order was handed over by itself, whatever the supplier made of it.</summary>
    internal static async Task<JsonNode> HandedOverAsync(this Browser browser, long purchase)
    {
        for (var i = 0; i < 400; i++)
        {
            var parts = await browser.GetAsync("parts");
            if (
                parts.List("onTheWay").Concat(parts.List("lately")).FirstOrDefault(p => p!.Id() == purchase) is { } found
                && found["tries"]!.GetValue<int>() > 0
            )
                return found;
            await Task.Delay(50);
        }
        throw new InvalidOperationException($"Purchase order {purchase} was never handed over.");
    }

    /// <summary>Everything from approval to an order that can be closed.</summary>
    internal static async Task FinishAsync(this Browser writer, long order, long job)
    {
        await writer.ApproveAsync(order, job);
        var purchase = await writer.PlaceAsync(order);
        await writer.HandedOverAsync(purchase);
        await writer.PostAsync($"purchase-orders/{purchase}/receive", new { });
        await writer.PostAsync($"orders/{order}/finish-jobs");
        await writer.HeaderAsync(order, "odometerOut", "42,120");
    }

    internal static async Task<JsonNode> HeaderAsync(this Browser writer, long order, string field, string value) =>
        await writer.PostAsync(
            $"orders/{order}/header",
            new
            {
                field,
                value,
                version = (await writer.SheetAsync(order))["version"]!.GetValue<int>(),
            }
        );
}
