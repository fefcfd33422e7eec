using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Imports;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Imports;

/// <summary>Programs that are told when something happens: set up, tried, turned off, with what became of each message.</summary>
public static class Webhooks
{
    private const int MostMessages = 100;
    internal const string SecretPrefix = "hook_";
    private static readonly Problem Changed = new(
        "webhook.changed",
        "Someone else changed this webhook. Look at it again before you save."
    );

    /// <summary>An event that a webhook can be told of.</summary>
    /// <param name="Event">The event.</param>
    /// <param name="Name">As it stands in a message.</param>
    /// <param name="Words">In words.</param>
    public sealed record WebhookEventView(WebhookEvent Event, string Name, string Words);

    /// <summary>A webhook.</summary>
    public sealed record WebhookView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Its version.</summary>
        public required int Version { get; init; }

        /// <summary>Where messages go.</summary>
        public required string Address { get; init; }

        /// <summary>What it is told of.</summary>
        public required IReadOnlyList<WebhookEvent> Events { get; init; }

        /// <summary>It is told.</summary>
        public required bool Active { get; init; }

        /// <summary>No message has arrived since, UTC.</summary>
        public Instant? FailingSince { get; init; }

        /// <summary>Messages that wait.</summary>
        public required int Waiting { get; init; }
    }

    /// <summary>Webhooks, and the events there are.</summary>
    public sealed record WebhookList(IReadOnlyList<WebhookView> Webhooks, IReadOnlyList<WebhookEventView> Events);

    /// <summary>A message.</summary>
    public sealed record WebhookMessageRow
    {
        /// <summary>Its id, as the receiver reads it.</summary>
        public required Guid Id { get; init; }

        /// <summary>The event's name.</summary>
        public required string Event { get; init; }

        /// <summary>What was sent.</summary>
        public required string Body { get; init; }

        /// <summary>When it happened, UTC.</summary>
        public required Instant At { get; init; }

        /// <summary>Where it stands.</summary>
        public required WebhookMessageState State { get; init; }

        /// <summary>How often it was tried.</summary>
        public required int Tries { get; init; }

        /// <summary>Tried next, UTC.</summary>
        public Instant? DueAt { get; init; }

        /// <summary>Tried last, UTC.</summary>
        public Instant? TriedAt { get; init; }

        /// <summary>What came of the last try.</summary>
        public required string Outcome { get; init; }
    }

    /// <summary>A webhook as typed; without a key it is a new one.</summary>
    public sealed record WebhookRequest(long? Id, int Version, string? Address, IReadOnlyList<WebhookEvent>? Events);

    /// <summary>A webhook that was kept.</summary>
    /// <param name="Id">Its key.</param>
    /// <param name="Version">Its version.</param>
    /// <param name="Secret">The secret of a new one, told this once; empty otherwise.</param>
    public sealed record WebhookKept(long Id, int Version, string Secret);

    /// <summary>Turns a webhook on or off.</summary>
    public sealed record WebhookTurnRequest(bool On);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/webhooks", ListAsync).Asks(Permission.ConnectPrograms).Produces<WebhookList>();
        api.MapPost("/webhooks", Keep).Asks(Permission.ConnectPrograms).Produces<WebhookKept>().ProducesProblem(422).ProducesProblem(409);
        api.MapGet("/webhooks/{id:long}/messages", MessagesAsync)
            .Asks(Permission.ConnectPrograms)
            .Produces<IReadOnlyList<WebhookMessageRow>>();
        api.MapPost("/webhooks/{id:long}/turn", Turn).Asks(Permission.ConnectPrograms).Produces<RecordChanged>().ProducesProblem(404);
        api.MapPost("/webhooks/{id:long}/try", Try).Asks(Permission.ConnectPrograms).Produces<RecordChanged>().ProducesProblem(404);
        api.MapDelete("/webhooks/{id:long}", Remove).Asks(Permission.ConnectPrograms).Produces<RecordChanged>().ProducesProblem(404);
        api.MapPost("/webhook-messages/{id:guid}/again", Again)
            .Asks(Permission.ConnectPrograms)
            .Produces<RecordChanged>()
            .ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(ShopDb db) =>
        Results.Ok(
            new WebhookList(
                [
                    .. (
                        await db
                            .Webhooks.AsNoTracking()
                            .Where(w => w.RemovedAt == null)
                            .OrderBy(w => w.Id)
                            .Select(w => new
                            {
                                Webhook = w,
                                Waiting = db.WebhookMessages.Count(m => m.DueAt != null && m.WebhookId == w.Id),
                            })
                            .ToListAsync()
                    ).Select(r => new WebhookView
                    {
                        Id = r.Webhook.Id,
                        Version = r.Webhook.Version,
                        Address = r.Webhook.Address,
                        Events = r.Webhook.Events,
                        Active = r.Webhook.Active,
                        FailingSince = r.Webhook.FailingSince,
                        Waiting = r.Waiting,
                    }),
                ],
                [.. WebhookEvents.Chosen.Select(e => new WebhookEventView(e, WebhookEvents.NameOf(e), WebhookEvents.WordsOf(e)))]
            )
        );

    private static async Task<IResult> MessagesAsync(long id, ShopDb db) =>
        Results.Ok(
            (
                await db
                    .WebhookMessages.AsNoTracking()
                    .Where(m => m.WebhookId == id)
                    .OrderByDescending(m => m.At)
                    .Take(MostMessages)
                    .ToListAsync()
            ).ConvertAll(m => new WebhookMessageRow
            {
                Id = m.Id,
                Event = WebhookEvents.NameOf(m.Event),
                Body = m.Body,
                At = m.At,
                State = m.State,
                Tries = m.Tries,
                DueAt = m.DueAt,
                TriedAt = m.TriedAt,
                Outcome = m.Outcome,
            })
        );

    private static Task<IResult> Keep(
        WebhookRequest request,
        HttpContext http,
        CommandRunner commands,
        LinkSeal seal,
        ServerOptions options
    )
    {
        var secret = SecretPrefix + CommandSecret.TokenOf(http);
        return commands.RunAsync<WebhookKept>(
            async work =>
            {
                var isNew = request.Id is null;
                var webhook = isNew
                    ? new Webhook { MadeById = work.Actor.StaffId, MadeAt = work.Actor.At }
                    : await FindAsync(work.Db, request.Id!.Value);
                if (webhook is null)
                    return Gone.Webhook;
                if (!isNew && webhook.Version != request.Version)
                    return Changed;
                var before = Words(webhook);
                if (webhook.Fill(request.Address, request.Events ?? [], options.AllowPrivateWebhooks).Problem is { } problem)
                    return problem;
                if (isNew)
                {
                    webhook.Seal(seal.Seal(secret));
                    work.Db.Webhooks.Add(webhook);
                }
                await work.Db.SaveChangesAsync();
                work.Record("webhook", webhook.Id, webhook.Version, new FieldChange("webhook", before, Words(webhook)));
                return new WebhookKept(webhook.Id, webhook.Version, "");
            },
            async (context, kept) =>
            {
                var db = context.RequestServices.GetRequiredService<ShopDb>();
                var @sealed = await db.Webhooks.Where(w => w.Id == kept.Id).Select(w => w.SealedSecret).SingleOrDefaultAsync();
                return request.Id is null && @sealed is not null && seal.OpenOrNull(@sealed) == secret
                    ? kept with
                    {
                        Secret = secret,
                    }
                    : kept;
            }
        );
    }

    private static Task<IResult> Turn(long id, WebhookTurnRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (work, webhook) => webhook.Turn(request.On), request.On ? "on" : "off");

    private static Task<IResult> Try(long id, CommandRunner commands) =>
        ChangeAsync(
            id,
            commands,
            (work, webhook) => work.Db.WebhookMessages.Add(WebhookQueue.MessageTo(id, WebhookEvent.Ping, "", work.Actor.At)),
            "tried"
        );

    private static Task<IResult> Remove(long id, CommandRunner commands) =>
        ChangeAsync(
            id,
            commands,
            (work, webhook) =>
            {
                webhook.Remove(work.Actor.At);
                // What still waits has nobody to go to.
                work.Db.WebhookMessages.RemoveRange(work.Db.WebhookMessages.Where(m => m.WebhookId == id && m.DueAt != null));
            },
            "removed"
        );

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Action<CommandContext, Webhook> change, string what) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await FindAsync(work.Db, id) is not { } webhook)
                return Gone.Webhook;
            change(work, webhook);
            work.Record("webhook", id, webhook.Version, new FieldChange(what, "", webhook.Address));
            return new RecordChanged(id, webhook.Version);
        });

    private static Task<IResult> Again(Guid id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.WebhookMessages.FindAsync(id) is not { } message || await FindAsync(work.Db, message.WebhookId) is null)
                return Gone.Webhook;
            message.Again(work.Actor.At);
            return new RecordChanged(message.WebhookId, 0);
        });

    private static Task<Webhook?> FindAsync(ShopDb db, long id) => db.Webhooks.FirstOrDefaultAsync(w => w.Id == id && w.RemovedAt == null);

    private static string Words(Webhook webhook) =>
        webhook.Address.Length == 0 ? "" : $"{webhook.Address}: {string.Join(", ", webhook.Events.Select(WebhookEvents.NameOf))}";
}
