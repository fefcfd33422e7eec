using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Messaging;

/// <summary>Files that come along with an email: fetched, told by their content, and kept before the email is.</summary>
public sealed class InboundFiles(IMailFiles outside, ContentStore store, SingleWriter writer, TimeProvider time)
{
    private const int MostTries = 5;

    /// <summary>An email waits for its files for so many rounds; after them it comes without.</summary>
    private readonly Dictionary<string, int> tries = new(StringComparer.Ordinal);

    /// <summary>A file that is kept.</summary>
    internal sealed record KeptFile(string Name, string ContentType, string Hash, long Size)
    {
        /// <summary>The file of a message.</summary>
        internal AttachedFile On(Message message, Actor actor) =>
            new()
            {
                Kind = RecordKind.Message,
                TargetId = message.Id,
                Name = Name,
                ContentType = ContentType,
                Hash = Hash,
                Size = Size,
                At = actor.At,
                ById = actor.StaffId,
            };
    }

    /// <summary>What came along.</summary>
    /// <param name="Files">What is kept.</param>
    /// <param name="Trouble">What could not be kept, in words; empty where all is.</param>
    internal sealed record Brought(IReadOnlyList<KeptFile> Files, string Trouble)
    {
        /// <summary>Nothing.</summary>
        internal static readonly Brought Nothing = new([], "");
    }

    /// <summary>Fetches the files of an email; null where nobody answers and it is to be asked for again.</summary>
    internal async Task<Brought?> FetchAsync(PostEvent post, CancellationToken cancel)
    {
        if (post.Files is not { Count: > 0 } files)
            return Brought.Nothing;
        var (kept, trouble) = (new List<KeptFile>(), new List<string>());
        foreach (var file in files.Take(Message.MostFiles))
        {
            var name = AttachedFile.CleanName(file.Name);
            var read =
                file.Size > AttachedFile.MostBytes
                    ? new Problem("file.large", $"A file can have at most {AttachedFile.MostBytes / 1024 / 1024} MB.")
                    : await outside.FetchAsync(file.Id, AttachedFile.MostBytes, cancel);
            if (read.Problem is { } problem && (problem == OutsideCall.NotAsked || problem.Code is "outside.silent" or "outside.failed"))
            {
                if ((tries[post.Key] = tries.GetValueOrDefault(post.Key) + 1) < MostTries)
                    return null;
                read = new Problem("outside.silent", "It could not be fetched. Ask them to send it again.");
            }
            var one = read.Ok ? await KeepAsync(read.Value, name) : read.Problem!;
            if (one.Ok)
                kept.Add(one.Value);
            else
                trouble.Add($"{name} was not kept. {one.Problem!.Message}");
        }
        tries.Remove(post.Key);
        if (files.Count > Message.MostFiles)
            trouble.Add(FormattableString.Invariant($"{files.Count - Message.MostFiles} more files were not kept."));
        return new Brought(kept, string.Join(' ', trouble));
    }

    private async Task<Result<KeptFile>> KeepAsync(byte[] bytes, string name)
    {
        var type = FileContent.TypeOf(bytes, name);
        if (type.Problem is { } unkept)
            return unkept;
        var isPicture = type.Value.StartsWith("image/", StringComparison.Ordinal);
        var hash = isPicture ? await store.KeepPhotoAsync(bytes, writer, 0, time.Now()) : await store.KeepFileAsync(bytes);
        if (hash.Problem is { } unreadable)
            return unreadable;
        return new KeptFile(AttachedFile.NameFor(name, type.Value), isPicture ? FileContent.Jpeg : type.Value, hash.Value, bytes.Length);
    }
}
