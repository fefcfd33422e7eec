using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Messaging;

namespace Yardstick.Server.Imports;

/// <summary>
/// The demo's webhook: it tells the program that stands in for somebody else's what happens in the shop. It is made when the demo starts,
/// for only then is it known where that program listens.
/// </summary>
internal static class DemoProgram
{
    private const string Path = "program";
    private static readonly WebhookEvent[] Told =
    [
        WebhookEvent.OrderOpened,
        WebhookEvent.OrderDecided,
        WebhookEvent.InvoicePosted,
        WebhookEvent.AppointmentMade,
    ];

    /// <summary>Sets it up once, with a test message; another time only where it listens by then. Not where it was taken off.</summary>
    /// <param name="services">Those of the demo's server.</param>
    /// <param name="outside">Where the outside services are stood in for.</param>
    internal static async Task SetUpAsync(IServiceProvider services, Uri outside)
    {
        var address = new Uri(outside, Path).AbsoluteUri;
        var now = services.GetRequiredService<TimeProvider>().Now();
        var secret = Webhooks.SecretPrefix + Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
        await services
            .GetRequiredService<SingleWriter>()
            .RunAsync(async db =>
            {
                var known = await db.Webhooks.FirstOrDefaultAsync(w => w.Address.EndsWith($"/{Path}"));
                if (known is { RemovedAt: not null } || known?.Address == address)
                    return 0;
                var owner = await db.Staff.Where(s => s.Role == Role.Owner).OrderBy(s => s.Id).Select(s => s.Id).FirstAsync();
                var webhook = known ?? new Webhook { MadeById = owner, MadeAt = now };
                if (webhook.Fill(address, known?.Events ?? Told, allowPrivate: true).Problem is not null || known is not null)
                    return await db.SaveChangesAsync();
                webhook.Seal(services.GetRequiredService<LinkSeal>().Seal(secret));
                db.Webhooks.Add(webhook);
                await db.SaveChangesAsync();
                db.WebhookMessages.Add(WebhookQueue.MessageTo(webhook.Id, WebhookEvent.Ping, "", now));
                return await db.SaveChangesAsync();
            });
    }
}
