using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;

namespace Yardstick.Server.FollowUp;

/// <summary>Photos that come along with a booking: encoded anew, and kept only where the booking may be taken.</summary>
internal sealed class BookingPhotos(ContentStore store, SingleWriter writer)
{
    private const int MostBytes = 4 * 1024 * 1024;

    /// <summary>Most bytes of a booking with its photo as base64.</summary>
    internal const int MostSent = 6 * 1024 * 1024;

    /// <summary>
    /// Keeps a photo and answers its hash; empty where none came. Refuses with <c>photo.unreadable</c>, <c>file.large</c> and what
    /// <see cref="BookingReader.MayTakeAsync"/> refuses.
    /// </summary>
    /// <param name="db">The database.</param>
    /// <param name="photo">A JPEG or PNG as base64.</param>
    /// <param name="phone">Who books, in E.164.</param>
    /// <param name="now">Now, UTC.</param>
    internal async Task<Result<string>> KeepAsync(ShopDb db, string? photo, string phone, Instant now)
    {
        if (string.IsNullOrEmpty(photo))
            return "";
        // Who gets no time gets no room on the disk either.
        if ((await BookingReader.MayTakeAsync(db, phone, now)).Problem is { } noMore)
            return noMore;
        var bytes = new byte[photo.Length / 4 * 3 + 3];
        if (!Convert.TryFromBase64String(photo, bytes, out var read))
            return new Problem("photo.unreadable", "This picture can't be shown. Use a JPEG or PNG.", "photo");
        return read > MostBytes
            ? new Problem("file.large", $"A file can have at most {MostBytes / 1024 / 1024} MB.", "photo")
            : await store.KeepPhotoAsync(bytes[..read], writer, 0, now);
    }
}
