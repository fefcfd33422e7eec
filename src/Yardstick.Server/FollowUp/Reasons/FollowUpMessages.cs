using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Messages about what is due: drafts to look at, one for each customer and vehicle, and sending those that are left.</summary>
public static class FollowUpMessages
{
    private const int Most = 500,
        MostAtOnce = 25;

    /// <summary>The reasons that are to be written about.</summary>
    public sealed record FollowUpDraftsRequest(IReadOnlyList<FollowUps.FollowUpKey> Reasons);

    /// <summary>A message to look at.</summary>
    public sealed record FollowUpDraft
    {
        /// <summary>What it is about.</summary>
        public required IReadOnlyList<FollowUps.FollowUpKey> Reasons { get; init; }

        /// <summary>The customer.</summary>
        public required string Customer { get; init; }

        /// <summary>The vehicle in words; empty for none.</summary>
        public required string Vehicle { get; init; }

        /// <summary>What the work is called.</summary>
        public required IReadOnlyList<string> Titles { get; init; }

        /// <summary>What it costs today, before tax; null where not all of it can be priced.</summary>
        public required decimal? Price { get; init; }

        /// <summary>Text or email.</summary>
        public required MessageChannel Channel { get; init; }

        /// <summary>Number or address.</summary>
        public required string Address { get; init; }

        /// <summary>The same as it is read.</summary>
        public required string Shown { get; init; }

        /// <summary>Subject of an email.</summary>
        public required string Subject { get; init; }

        /// <summary>What it says.</summary>
        public required string Body { get; init; }
    }

    /// <summary>Somebody who is not written to.</summary>
    public sealed record FollowUpSkipped(string Customer, string Title, string Why);

    /// <summary>Messages to look at, and who gets none.</summary>
    public sealed record FollowUpDrafts(IReadOnlyList<FollowUpDraft> Drafts, IReadOnlyList<FollowUpSkipped> Skipped);

    /// <summary>A message as it was looked at and changed.</summary>
    public sealed record FollowUpMessage(
        IReadOnlyList<FollowUps.FollowUpKey> Reasons,
        MessageChannel Channel,
        string Address,
        string? Subject,
        string? Body
    );

    /// <summary>Some messages, at most 25 at once.</summary>
    public sealed record FollowUpSendRequest(IReadOnlyList<FollowUpMessage> Messages);

    /// <summary>How many went out, and who got none.</summary>
    public sealed record FollowUpsSent(int Sent, IReadOnlyList<FollowUpSkipped> Refused);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/follow-ups/drafts", DraftsAsync).Asks(Permission.WriteToCustomers).Produces<FollowUpDrafts>().ProducesProblem(422);
        api.MapPost("/follow-ups/send", Send).Asks(Permission.WriteToCustomers).Produces<FollowUpsSent>().ProducesProblem(422);
    }

    private static async Task<IResult> DraftsAsync(
        FollowUpDraftsRequest request,
        FollowUpBook book,
        ShopDb db,
        Templates.Filler filler,
        TimeProvider time,
        HttpContext http
    )
    {
        if (request.Reasons.Count is 0 or > Most)
            return Problems.Of(FollowUpRules.TooMany(Most));
        var (shop, now) = (await db.Shops.SingleAsync(), time.Now());
        var known = (await book.ReadAsync(db, shop, now)).Reasons;
        var reasons = request.Reasons.Distinct().Where(known.ContainsKey).Select(k => known[k]).ToList();
        return Results.Ok(await DraftAsync(db, shop, reasons, filler, now, MessageComposer.Address(shop, http.Request, "book")));
    }

    /// <summary>One message for each customer and vehicle.</summary>
    internal static async Task<FollowUpDrafts> DraftAsync(
        ShopDb db,
        Shop shop,
        IReadOnlyCollection<FollowUpReason> reasons,
        Templates.Filler filler,
        Instant now,
        string bookingLink
    )
    {
        var reaches = await FollowUpReaches.OfAsync(db, shop, now, reasons);
        var templates = await db.MessageTemplates.Where(t => t.RemovedAt == null).OrderBy(t => t.Id).AsNoTracking().ToListAsync();
        var prices = new WorkPrices(db, await db.PolicyAsync(await db.PolicyInForceAsync()), shop.Local(now).Date);
        var (drafts, skipped) = (new List<FollowUpDraft>(), new List<FollowUpSkipped>());
        foreach (var reason in reasons)
            if (NoMessage(reason, reaches, shop, now) is { } problem)
                skipped.Add(new FollowUpSkipped(NameOf(reason, reaches), reason.Title, problem.Message));
        var vehicleIds = reasons.Select(r => r.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).AsNoTracking().ToDictionaryAsync(v => v.Id);
        foreach (var about in reasons.Where(r => NoMessage(r, reaches, shop, now) is null).GroupBy(r => (r.CustomerId, r.VehicleId)))
        {
            var customer = reaches.Customers[about.Key.CustomerId];
            var reach = reaches.Of(about.First());
            var use = FollowUpWords.UseOf(FollowUpRules.Leading(about));
            var work = about.Where(r => r.IsWork).ToList();
            var price = work.Count > 0 ? await prices.OfAsync(work, customer) : null;
            var template = templates.Find(t => t.Use == use && t.Channel == reach.Channel)
                ?? FollowUpWords.Starting().First(t => t.Use == use && t.Channel == reach.Channel);
            var vehicle = about.Key.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : null;
            var titles = (work.Count > 0 ? work : [.. about]).Select(r => r.Title).Distinct().ToList();
            var fields = FollowUpWords.Values(customer, vehicle, titles, price, shop, FollowUpLink.Of(bookingLink));
            drafts.Add(
                new FollowUpDraft
                {
                    Reasons = [.. about.Select(r => new FollowUps.FollowUpKey(r.Kind, r.SourceId))],
                    Customer = customer.DisplayName,
                    Vehicle = vehicle?.Description ?? "",
                    Titles = titles,
                    Price = price?.Amount,
                    Channel = reach.Channel!.Value,
                    Address = reach.Address,
                    Shown = MessageAddress.Shown(reach.Channel, reach.Address, shop.Country),
                    Subject = filler.Fill(template.Subject, fields),
                    Body = filler.Fill(template.Body, fields).Trim(),
                }
            );
        }
        return new FollowUpDrafts(drafts, skipped);
    }

    private static string NameOf(FollowUpReason reason, FollowUpReaches reaches) =>
        reaches.Customers.GetValueOrDefault(reason.CustomerId)?.DisplayName ?? "";

    private static Problem? NoMessage(FollowUpReason reason, FollowUpReaches reaches, Shop shop, Instant now) =>
        FollowUpStanding.Of(reason, reaches.ActsOf(reason), reaches.Of(reason), shop, shop.Local(now).Date).NoMessage;

    private static async Task<IResult> Send(
        FollowUpSendRequest request,
        CommandRunner commands,
        MessageComposer writing,
        FollowUpBook book,
        ShopDb before,
        TimeProvider time
    )
    {
        if (request.Messages.Count is 0 or > MostAtOnce)
            return Problems.Of(FollowUpRules.TooMany(MostAtOnce));
        var known = (await book.ReadAsync(before, await before.Shops.SingleAsync(), time.Now())).Reasons;
        return await commands.RunAsync<FollowUpsSent>(async work => await SendAsync(work, request.Messages, known, writing));
    }

    /// <summary>Writes messages, each unless something speaks against it by now.</summary>
    /// <param name="work">The change.</param>
    /// <param name="messages">The messages.</param>
    /// <param name="known">The reasons that are due about now.</param>
    /// <param name="writing">Writes a message.</param>
    internal static async Task<FollowUpsSent> SendAsync(
        CommandContext work,
        IReadOnlyList<FollowUpMessage> messages,
        IReadOnlyDictionary<FollowUps.FollowUpKey, FollowUpReason> known,
        MessageComposer writing
    )
    {
        var shop = await work.Db.Shops.SingleAsync();
        var (sent, refused) = (0, new List<FollowUpSkipped>());
        var all = messages.SelectMany(m => m.Reasons).Distinct().Where(known.ContainsKey).Select(k => known[k]).ToList();
        var reaches = await FollowUpReaches.OfAsync(work.Db, shop, work.Actor.At, all);
        foreach (var message in messages)
        {
            var reasons = message.Reasons.Where(known.ContainsKey).Select(k => known[k]).ToList();
            var problem =
                reasons.Count < message.Reasons.Count ? Gone.FollowUp
                : reasons.Exists(r => r.CustomerId != reasons[0].CustomerId) ? FollowUpRules.Mixed
                : reasons.Select(r => NoMessage(r, reaches, shop, work.Actor.At)).FirstOrDefault(p => p is not null);
            problem ??= await WriteAsync(work, shop, writing, message, reasons, reaches);
            if (problem is null)
                sent++;
            else
                refused.Add(
                    new FollowUpSkipped(
                        reasons.Count > 0 ? NameOf(reasons[0], reaches) : message.Address,
                        string.Join(", ", reasons.Select(r => r.Title)),
                        problem.Message
                    )
                );
        }
        return new FollowUpsSent(sent, refused);
    }

    private static async Task<Problem?> WriteAsync(
        CommandContext work,
        Shop shop,
        MessageComposer writing,
        FollowUpMessage message,
        List<FollowUpReason> reasons,
        FollowUpReaches reaches
    )
    {
        if (reasons.Count == 0)
            return Gone.FollowUp;
        var written = await writing.WriteAsync(
            work,
            shop,
            reasons[0].CustomerId,
            reasons.Find(r => r.Kind == FollowUpKind.Estimate)?.OrderId,
            message.Channel,
            message.Address,
            message.Subject,
            message.Body,
            now: false
        );
        if (written.Problem is { } refused)
            return refused;
        foreach (var act in reasons.Select(r => FollowUpAct.Written(r, written.Value.Id, message.Body ?? "", work.Actor)))
        {
            work.Db.FollowUpActs.Add(act);
            // The next one may be to the same customer.
            reaches.Add(act);
        }
        await work.Db.SaveChangesAsync();
        return null;
    }
}
