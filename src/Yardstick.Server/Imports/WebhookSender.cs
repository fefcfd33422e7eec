using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Imports;

/// <summary>
/// Sends messages to other programs, each webhook's in their order and one webhook beside the others. After a kill a message may go
/// out twice; its id says that it is the same.
/// </summary>
public sealed class WebhookSender : WokenService
{
    /// <summary>Name of its HTTP client.</summary>
    public const string Client = "webhooks";

    private const int MostAtOnce = 50;
    private static readonly TimeSpan LongestAnswer = TimeSpan.FromSeconds(10);

    private readonly IDbContextFactory<ShopDb> factory;
    private readonly SingleWriter writer;
    private readonly IHttpClientFactory clients;
    private readonly LinkSeal seal;
    private readonly ILogger<WebhookSender> log;
    private readonly SemaphoreSlim alone = new(1, 1);

    /// <summary>Makes it.</summary>
    public WebhookSender(
        IDbContextFactory<ShopDb> factory,
        SingleWriter writer,
        ChangeFeed feed,
        IHttpClientFactory clients,
        LinkSeal seal,
        TimeProvider time,
        ILogger<WebhookSender> log
    )
        : base(time, log)
    {
        (this.factory, this.writer, this.clients, this.seal, this.log) = (factory, writer, clients, seal, log);
        feed.Published += topics =>
        {
            if (topics.Any(t => t.Kind == TopicKind.Webhooks))
                Wake();
        };
    }

    /// <summary>How its client asks: briefly, and without reading what is answered.</summary>
    internal static void Prepare(HttpClient client)
    {
        client.Timeout = LongestAnswer;
        client.DefaultRequestHeaders.UserAgent.ParseAdd("Yardstick");
    }

    /// <summary>
    /// Goes to no address of this machine or its network: looked at when it connects, so that a name that points elsewhere by then
    /// helps nobody; and follows no one's word to another place.
    /// </summary>
    internal static HttpMessageHandler Handler(IServiceProvider services)
    {
        var allowPrivate = services.GetRequiredService<ServerOptions>().AllowPrivateWebhooks;
        return new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            UseCookies = false,
            UseProxy = false,
            ConnectTimeout = TimeSpan.FromSeconds(5),
            PooledConnectionLifetime = TimeSpan.FromMinutes(2),
            ConnectCallback = async (context, cancel) =>
            {
                var found = await Dns.GetHostAddressesAsync(context.DnsEndPoint.Host, cancel);
                var allowed = found.Where(a => allowPrivate || !WebhookAddress.IsPrivate(a)).ToArray();
                if (allowed.Length == 0)
                    throw new HttpRequestException("The name leads to this machine or its own network");
                var socket = new Socket(SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
                try
                {
                    await socket.ConnectAsync(allowed, context.DnsEndPoint.Port, cancel);
                    return new NetworkStream(socket, ownsSocket: true);
                }
                catch
                {
                    socket.Dispose();
                    throw;
                }
            },
        };
    }

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        while (await SendDueAsync(cancel) >= MostAtOnce) { }
    }

    /// <inheritdoc />
    protected override async Task<Instant?> NextAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await Waiting(db).OrderBy(m => m.DueAt).Select(m => m.DueAt).FirstOrDefaultAsync(cancel);
    }

    /// <summary>What is to go out, now or later.</summary>
    private static IQueryable<WebhookMessage> Waiting(ShopDb db) =>
        db.WebhookMessages.AsNoTracking().Where(m => m.DueAt != null && db.Webhooks.Any(w => w.Id == m.WebhookId && w.Active));

    /// <summary>Sends what is due, one round at a time.</summary>
    /// <returns>How many were tried.</returns>
    internal async Task<int> SendDueAsync(CancellationToken cancel)
    {
        await alone.WaitAsync(cancel);
        try
        {
            return await TryDueAsync(cancel);
        }
        finally
        {
            alone.Release();
        }
    }

    /// <inheritdoc />
    public override void Dispose()
    {
        alone.Dispose();
        base.Dispose();
    }

    private async Task<int> TryDueAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var now = Clock.Now();
        var due = await Waiting(db)
            .Where(m => m.DueAt <= now)
            .OrderBy(m => m.DueAt)
            .Take(MostAtOnce)
            .Join(db.Webhooks.AsNoTracking(), m => m.WebhookId, w => w.Id, (m, w) => new { Message = m, Webhook = w })
            .ToListAsync(cancel);
        await Task.WhenAll(
            due.GroupBy(d => d.Webhook.Id)
                .Select(async group =>
                {
                    foreach (var one in group.OrderBy(d => d.Message.At))
                    {
                        if (!await TryAsync(one.Webhook, one.Message, cancel))
                            break;
                    }
                })
        );
        return due.Count;
    }

    /// <summary>Tries a message. False where it did not arrive: those behind it wait for their own time.</summary>
    private async Task<bool> TryAsync(Webhook webhook, WebhookMessage message, CancellationToken cancel)
    {
        var (arrived, outcome) = await PostAsync(webhook, message, cancel);
        var at = Clock.Now();
        await writer.RunAsync(async db =>
        {
            var sent = await db.WebhookMessages.SingleAsync(m => m.Id == message.Id);
            var to = await db.Webhooks.SingleAsync(w => w.Id == webhook.Id);
            sent.Tried(arrived, outcome, at);
            if (to.Tried(arrived, at))
                new CommandContext(db, Actor.Program(at)).Notify(
                    $"Webhook {new Uri(to.Address).Host}: no message arrived for three days, so it was turned off.",
                    orderId: null
                );
            return await db.SaveChangesAsync();
        });
        return arrived;
    }

    private async Task<(bool Arrived, string Outcome)> PostAsync(Webhook webhook, WebhookMessage message, CancellationToken cancel)
    {
        if (seal.OpenOrNull(webhook.SealedSecret) is not { } secret)
            return (false, "Its secret can't be read; set the webhook up again");
        var seconds = Clock.Now().ToUnixTimeSeconds();
        using var request = new HttpRequestMessage(HttpMethod.Post, webhook.Address)
        {
            Content = new StringContent(message.Body, Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("webhook-id", message.Id.ToString());
        request.Headers.Add("webhook-timestamp", seconds.ToString(CultureInfo.InvariantCulture));
        request.Headers.Add("webhook-signature", WebhookSignature.Of(secret, message.Id, seconds, message.Body));
        try
        {
            using var client = clients.CreateClient(Client);
            using var answer = await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, cancel);
            return (answer.IsSuccessStatusCode, Invariant($"Status {(int)answer.StatusCode}"));
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return (false, "No answer within 10 seconds");
        }
        catch (HttpRequestException problem)
        {
            return (false, problem.InnerException is SocketException ? "The address can't be reached" : Short(problem));
        }
    }

    private static string Short(HttpRequestException problem) =>
        problem.HttpRequestError switch
        {
            HttpRequestError.NameResolutionError => "The name is not known",
            HttpRequestError.SecureConnectionError => "Its certificate is not accepted",
            HttpRequestError.ConnectionError => "The address can't be reached",
            _ => problem.InnerException?.Message is { Length: > 0 and < 120 } inner ? inner : "No proper answer",
        };
}
