using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core.Imports;
using Yardstick.Data;

namespace Yardstick.Server.Changes;

/// <summary>Writes messages to other programs in the change that they tell of: none is lost, none tells of what was not kept.</summary>
internal static class WebhookQueue
{
    /// <summary>Adds the messages of a change that is about to be kept.</summary>
    internal static async Task FillAsync(ShopDb db, Instant utcNow)
    {
        var happenings = PendingChanges.Of(db).Happenings;
        if (happenings.Count == 0)
            return;
        var webhooks = await db.Webhooks.AsNoTracking().Where(w => w.Active && w.RemovedAt == null).ToListAsync();
        if (webhooks.Count > 0)
        {
            var all = happenings.Select(h => (h.Event, About: h.About())).ToHashSet();
            // Where an order begins is no move.
            all.RemoveWhere(h => h.Event == WebhookEvent.OrderMoved && all.Contains((WebhookEvent.OrderOpened, h.About)));
            foreach (var (happened, about) in all)
                db.WebhookMessages.AddRange(
                    webhooks.Where(w => w.Events.Contains(happened)).Select(w => MessageTo(w.Id, happened, about, utcNow))
                );
            await db.SaveChangesAsync();
        }
        happenings.Clear();
    }

    /// <summary>A message: who wants to know more reads it at the address, with a token and what that may see.</summary>
    internal static WebhookMessage MessageTo(long webhookId, WebhookEvent happened, string about, Instant utcNow)
    {
        var id = Guid.NewGuid();
        var body = JsonSerializer.Serialize(
            new
            {
                id,
                @event = WebhookEvents.NameOf(happened),
                at = InstantPattern.ExtendedIso.Format(utcNow),
                about,
            }
        );
        return WebhookMessage.To(webhookId, happened, id, body, utcNow);
    }
}
