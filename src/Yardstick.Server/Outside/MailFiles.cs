using Yardstick.Core;

namespace Yardstick.Server.Outside;

/// <summary>
/// Hands out files that came along with emails. Asked by a connection of its own, which waits longer: a large file that does not come
/// keeps no text from going out.
/// </summary>
public interface IMailFiles
{
    /// <summary>Fetches a file of at most so many bytes.</summary>
    Task<Result<byte[]>> FetchAsync(string id, int most, CancellationToken cancel);
}

/// <summary>Files over HTTP.</summary>
public sealed class MailFiles(HttpClient http) : IMailFiles
{
    /// <inheritdoc />
    public Task<Result<byte[]>> FetchAsync(string id, int most, CancellationToken cancel) =>
        OutsideCall.BytesAsync(http, new HttpRequestMessage(HttpMethod.Get, $"post/files/{Uri.EscapeDataString(id)}"), most, cancel);
}
