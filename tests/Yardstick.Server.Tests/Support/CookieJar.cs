using Microsoft.Net.Http.Headers;

namespace Yardstick.Server.Tests.Support;

/// <summary>
/// The cookies of one browser. They end by the clock that the test runs by: .NET's own jar asks the machine's, and drops
/// what a server with a standing clock sets.
/// </summary>
internal sealed class CookieJar(TimeProvider time) : DelegatingHandler
{
    private readonly Dictionary<string, (string Value, DateTimeOffset Ends)> cookies = [];

    /// <summary>What is sent along now.</summary>
    internal string Header
    {
        get
        {
            lock (cookies)
                return string.Join("; ", cookies.Where(c => c.Value.Ends > time.GetUtcNow()).Select(c => $"{c.Key}={c.Value.Value}"));
        }
    }

    protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
    {
        if (Header is { Length: > 0 } header)
            request.Headers.Add("Cookie", header);
        var answer = await base.SendAsync(request, cancellationToken);
        if (!answer.Headers.TryGetValues("Set-Cookie", out var set))
            return answer;
        lock (cookies)
        {
            foreach (var cookie in SetCookieHeaderValue.ParseList([.. set]))
            {
                var ends = cookie.MaxAge is { } age ? time.GetUtcNow() + age : cookie.Expires ?? DateTimeOffset.MaxValue;
                cookies[cookie.Name.ToString()] = (cookie.Value.ToString(), ends);
            }
        }
        return answer;
    }
}
