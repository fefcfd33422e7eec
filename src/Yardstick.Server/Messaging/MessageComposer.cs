using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Messaging;

/// <summary>Puts messages into the outbox.</summary>
internal sealed class MessageComposer(LinkSeal seal)
{
    /// <summary>Whether somebody does not want to be written to at an address.</summary>
    internal static async Task<bool> RefusesAsync(ShopDb db, string address) => (await RefusedAmongAsync(db, [address])).Count > 0;

    /// <summary>
    /// Those among addresses at which somebody does not want to be written to: they said so last, or their telephone is on file as one
    /// without texts.
    /// </summary>
    internal static async Task<HashSet<string>> RefusedAmongAsync(ShopDb db, IReadOnlyList<string> addresses)
    {
        var wishes = await db.MessagingConsents.Where(w => addresses.Contains(w.Address)).OrderBy(w => w.Id).ToListAsync();
        var refused = wishes.GroupBy(w => w.Address).Where(g => g.Last().Refused).Select(g => g.Key).ToHashSet();
        refused.UnionWith(
            await db.CustomerPhones.Where(p => p.Texts == false && addresses.Contains(p.Number)).Select(p => p.Number).ToListAsync()
        );
        return refused;
    }

    /// <summary>Records what somebody wishes; the telephone on file says the same from then on.</summary>
    internal static async Task WishAsync(ShopDb db, MessagingConsent wish)
    {
        db.MessagingConsents.Add(wish);
        foreach (var phone in await db.CustomerPhones.Where(p => p.Number == wish.Address).ToListAsync())
            phone.Heard(wish);
    }

    /// <summary>Puts a message into the outbox, within a change. An email of a person has their signature under it.</summary>
    /// <param name="work">The change.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="customerId">The customer.</param>
    /// <param name="orderId">The order that it is about.</param>
    /// <param name="channel">Text or email.</param>
    /// <param name="to">Number or address, as typed.</param>
    /// <param name="subject">Subject of an email.</param>
    /// <param name="body">What it says.</param>
    /// <param name="now">Sent at once, also in the quiet hours.</param>
    internal async Task<Result<Message>> WriteAsync(
        CommandContext work,
        Shop shop,
        long? customerId,
        long? orderId,
        MessageChannel channel,
        string? to,
        string? subject,
        string? body,
        bool now
    )
    {
        var address = Address(channel, to, shop.Country);
        if (address.Problem is { } problem)
            return problem;
        if (await RefusesAsync(work.Db, address.Value))
            return MessagingConsent.Refusal;
        // What is empty is refused as such, not sent as a signature.
        if (channel == MessageChannel.Email && !string.IsNullOrWhiteSpace(body) && work.Actor.Kind == ActorKind.Staff)
            body = (await work.Db.Staff.FindAsync(work.Actor.StaffId))?.Signed(body) ?? body;
        var notBefore = channel == MessageChannel.Text && !now ? shop.MayText(work.Actor.At) : work.Actor.At;
        var message = Message.Write(channel, address.Value, subject, body, work.Actor, notBefore);
        if (!message.Ok)
            return message;
        message.Value.IsAbout(customerId, orderId);
        message.Value.Seal(seal.Seal);
        work.Db.Messages.Add(message.Value);
        await work.Db.SaveChangesAsync();
        return message;
    }

    /// <summary>
    /// Where a copy of a message goes: to a contact who is named on the order and wants copies. Null where nobody does, or where they do
    /// not want to be written to there; the message itself goes out all the same.
    /// </summary>
    internal static Task<(MessageChannel Channel, string Address)?> CopiedAsync(ShopDb db, Message message) =>
        CopiedAsync(db, message.OrderId, message.Address);

    /// <summary>Who would get a copy of what is written to an address about an order.</summary>
    internal static async Task<(MessageChannel Channel, string Address)?> CopiedAsync(ShopDb db, long? orderId, string address)
    {
        var contact = await db
            .Orders.Where(o => o.Id == orderId)
            .Join(db.CustomerContacts, o => o.ContactId, c => (long?)c.Id, (o, c) => c)
            .FirstOrDefaultAsync();
        return contact?.CopyOf(address) is { } to && !await RefusesAsync(db, to.Address) ? to : null;
    }

    /// <summary>Puts a copy of a message into the outbox. Refuses as <see cref="Message.Write"/> does: an email may be too long for a text.</summary>
    /// <param name="work">The change.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="message">What goes to somebody else.</param>
    /// <param name="to">Where the copy goes.</param>
    /// <param name="body">What the copy says instead; null for the same.</param>
    /// <param name="now">Sent at once, also in the quiet hours.</param>
    internal async Task<Result<Message>> CopyAsync(
        CommandContext work,
        Shop shop,
        Message message,
        (MessageChannel Channel, string Address) to,
        string? body = null,
        bool now = false
    )
    {
        var copy = message.CopyTo(
            to.Channel,
            to.Address,
            $"Copy of a text from {shop.Name}",
            work.Actor,
            to.Channel == MessageChannel.Text && !now ? shop.MayText(work.Actor.At) : work.Actor.At,
            body
        );
        if (!copy.Ok)
            return copy;
        copy.Value.Seal(seal.Seal);
        work.Db.Messages.Add(copy.Value);
        await work.Db.SaveChangesAsync();
        return copy;
    }

    /// <summary>
    /// Where else a message goes: numbers and addresses as typed, each once, without the one that it goes to anyway. Refuses as
    /// <see cref="Address(MessageChannel, string?, string)"/> does, where one does not want to be written to, and more than
    /// <see cref="Message.MostFurther"/>; all of field <c>alsoTo</c>.
    /// </summary>
    internal static async Task<Result<IReadOnlyList<(MessageChannel Channel, string Address)>>> FurtherAsync(
        ShopDb db,
        string country,
        string mainly,
        IReadOnlyList<string>? typed
    )
    {
        var further = new List<(MessageChannel Channel, string Address)>();
        foreach (var text in (typed ?? []).Where(t => !string.IsNullOrWhiteSpace(t)))
        {
            var channel = ChannelOf(text);
            var address = Address(channel, text, country);
            if (address.Problem is { } problem)
                return problem with { Field = "alsoTo" };
            if (address.Value != mainly && !further.Contains((channel, address.Value)))
                further.Add((channel, address.Value));
        }
        if (further.Count > Message.MostFurther)
            return Message.TooManyFurther;
        if ((await RefusedAmongAsync(db, further.ConvertAll(f => f.Address))).Count > 0)
            return MessagingConsent.Refusal with { Field = "alsoTo" };
        return further;
    }

    /// <summary>What is written to an address as it is typed.</summary>
    internal static MessageChannel ChannelOf(string address) =>
        address.Contains('@', StringComparison.Ordinal) ? MessageChannel.Email : MessageChannel.Text;

    /// <summary>Address of a page under which customers reach the shop.</summary>
    internal static string Address(Shop shop, HttpRequest request, string path) =>
        shop.AddressOf(path, $"{request.Scheme}://{request.Host}");

    /// <summary>A text with the customer's own link: where it is written {{ link }}, else behind it.</summary>
    internal static string WithLink(string? body, Shop shop, HttpRequest request, string path)
    {
        var link = Address(shop, request, path);
        var text = (body ?? "").Trim();
        return text.Contains("{{ link }}", StringComparison.Ordinal)
            ? text.Replace("{{ link }}", link, StringComparison.Ordinal)
            : $"{text}\n{link}".Trim();
    }

    /// <summary>A number or address as it is written to.</summary>
    internal static Result<string> Address(MessageChannel channel, string? to, string country)
    {
        if (channel == MessageChannel.Text)
        {
            var phone = PhoneNumber.Parse(to, country, "address");
            return phone.Problem is { } bad ? bad : phone.Value.E164;
        }
        var email = EmailAddress.Parse(to);
        return email.Problem is { } problem ? problem with { Field = "address" } : email.Value.Text;
    }
}
