using Yardstick.Core;
using Yardstick.Core.Messaging;

namespace Yardstick.Server.Outside;

/// <summary>Something that came in, or what became of something that went out.</summary>
/// <param name="Number">Counts up.</param>
/// <param name="Kind">text or mail.</param>
/// <param name="Way">in or state.</param>
/// <param name="Key">Key of the text, Message-ID of the email.</param>
/// <param name="Address">The customer's number or address.</param>
/// <param name="Subject">Subject of an email.</param>
/// <param name="Body">What it says; of a state the reason.</param>
/// <param name="State">delivered or failed.</param>
/// <param name="To">Of an email, the address of the shop that it was written to.</param>
/// <param name="InReplyTo">Message-ID of the email that one answers.</param>
/// <param name="Files">What came along with an email.</param>
public sealed record PostEvent(
    long Number,
    string Kind,
    string Way,
    string Key,
    string Address,
    string Subject,
    string Body,
    string State,
    string To = "",
    string InReplyTo = "",
    IReadOnlyList<PostFile>? Files = null
);

/// <summary>A file that came along with an email.</summary>
/// <param name="Id">Name under which it is fetched.</param>
/// <param name="Name">Its name.</param>
/// <param name="Size">Bytes.</param>
public sealed record PostFile(string Id, string Name, long Size);

/// <summary>The gateway that carries texts and tells what came in.</summary>
public interface ITextGateway
{
    /// <summary>Hands a text over; the same key goes out once.</summary>
    Task<Result<bool>> SendAsync(Message message, CancellationToken cancel);

    /// <summary>What came after a number.</summary>
    Task<Result<IReadOnlyList<PostEvent>>> EventsAsync(long after, CancellationToken cancel);
}

/// <summary>The gateway over HTTP.</summary>
public sealed class TextGateway(HttpClient http) : ITextGateway
{
    private const int LongestWords = 320;

    private sealed record Taken(long Id);

    /// <inheritdoc />
    public async Task<Result<bool>> SendAsync(Message message, CancellationToken cancel)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, "texts")
        {
            Content = JsonContent.Create(new { to = message.Address, body = message.Body }),
        };
        request.Headers.Add("Idempotency-Key", message.Key);
        var answer = await OutsideCall.SendAsync<Taken>(http, request, cancel);
        return answer.Problem is { } problem
            ? problem with
            {
                Code = problem.Message.Contains("422", StringComparison.Ordinal) ? "outside.refused" : problem.Code,
            }
            : true;
    }

    /// <summary>What a gateway leaves out is empty, and what is too long is cut: one odd event holds up none of the others.</summary>
    private static PostEvent Readable(PostEvent post) =>
        post with
        {
            Kind = OutsideCall.Cut(post.Kind, LongestWords),
            Way = OutsideCall.Cut(post.Way, LongestWords),
            Key = OutsideCall.Cut(post.Key, LongestWords),
            Address = OutsideCall.Cut(post.Address, LongestWords),
            Subject = OutsideCall.Cut(post.Subject, LongestWords),
            Body = OutsideCall.Cut(post.Body, Message.LongestEmail),
            State = OutsideCall.Cut(post.State, LongestWords),
            To = OutsideCall.Cut(post.To, LongestWords),
            InReplyTo = OutsideCall.Cut(post.InReplyTo, Message.LongestEmail),
            Files = post.Files?.Where(f => f is { Id.Length: > 0 }).ToList(),
        };

    /// <inheritdoc />
    public async Task<Result<IReadOnlyList<PostEvent>>> EventsAsync(long after, CancellationToken cancel)
    {
        var answer = await OutsideCall.SendAsync<List<PostEvent>>(
            http,
            new HttpRequestMessage(HttpMethod.Get, $"post/events?after={after}"),
            cancel
        );
        return answer.Problem is { } problem ? problem : answer.Value.ConvertAll(Readable);
    }
}
