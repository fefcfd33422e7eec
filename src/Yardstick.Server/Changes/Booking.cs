using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Changes;

/// <summary>Writes entries of the journal, in the same change as what they record.</summary>
public static class Booking
{
    /// <summary>
    /// Saves what was changed so far, so that it has its keys, and books an entry on today. A locked day refuses the whole change
    /// (<c>books.locked</c>).
    /// </summary>
    /// <param name="db">The database, within the change's transaction.</param>
    /// <param name="actor">Who, when.</param>
    /// <param name="drafts">Makes the entries, once everything has its key.</param>
    public static async Task<Problem?> BookAsync(this ShopDb db, Actor actor, Func<IEnumerable<JournalDraft>> drafts)
    {
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(actor.At).Date;
        if (shop.MayBook(today).Problem is { } locked)
            return locked;
        await db.SaveChangesAsync();
        foreach (var draft in drafts())
        {
            if (draft.Close(today, actor) is { } entry)
                db.Journal.Add(entry);
        }
        await db.SaveChangesAsync();
        return null;
    }

    /// <summary>The same of one entry.</summary>
    public static Task<Problem?> BookAsync(this ShopDb db, Actor actor, Func<JournalDraft> draft) => db.BookAsync(actor, () => [draft()]);
}
