using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Yardstick.Server.Tests.Support;

/// <summary>A browser tab: cookies, a client id, command ids.</summary>
public sealed class Browser : IDisposable
{
    private readonly HttpClient http;
    private readonly CookieJar cookies;

    /// <param name="address">The server.</param>
    /// <param name="time">The clock by which cookies end: the server's, whatever the machine's says.</param>
    public Browser(Uri address, TimeProvider? time = null)
    {
        cookies = new CookieJar(time ?? TimeProvider.System) { InnerHandler = new SocketsHttpHandler { UseCookies = false } };
        http = new HttpClient(cookies) { BaseAddress = new Uri(address, "api/") };
        http.DefaultRequestHeaders.Add("X-Client-Id", Guid.NewGuid().ToString());
    }

    public async Task<(HttpStatusCode Status, JsonNode? Body)> SendAsync(
        HttpMethod method,
        string path,
        object? body = null,
        Guid? commandId = null,
        string? sheet = null
    )
    {
        using var request = new HttpRequestMessage(method, path);
        if (method != HttpMethod.Get)
            request.Headers.Add("X-Command-Id", (commandId ?? Guid.NewGuid()).ToString());
        if (sheet is not null)
            request.Headers.Add("X-Sheet", sheet);
        if (body is not null)
            request.Content = JsonContent.Create(body, options: new JsonSerializerOptions(JsonSerializerDefaults.Web));
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length > 0 && text[0] is '{' or '[' ? JsonNode.Parse(text) : null);
    }

    private async Task<JsonNode> WantAsync(HttpMethod method, string path, object? body)
    {
        var (status, answer) = await SendAsync(method, path, body);
        Assert.True((int)status < 300, $"{method} {path}: {(int)status} {answer?.ToJsonString()}");
        return answer ?? new JsonObject();
    }

    public Task<JsonNode> GetAsync(string path) => WantAsync(HttpMethod.Get, path, null);

    public Task<JsonNode> PostAsync(string path, object? body = null) => WantAsync(HttpMethod.Post, path, body);

    /// <summary>Sends a change that has to be refused, and returns its problem.</summary>
    public async Task<JsonNode> RefusedAsync(string path, object? body = null, HttpStatusCode status = HttpStatusCode.UnprocessableEntity)
    {
        var (got, answer) = await SendAsync(HttpMethod.Post, path, body);
        Assert.True(got == status, $"{path}: {(int)got} {answer?.ToJsonString()}");
        Assert.False(string.IsNullOrWhiteSpace(answer!["detail"]!.GetValue<string>()));
        return answer;
    }

    public async Task<byte[]> BytesAsync(string path) => await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));

    /// <summary>Sends bytes, as files are sent.</summary>
    public async Task<(HttpStatusCode Status, JsonNode? Body)> UploadAsync(string path, byte[] content)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = new ByteArrayContent(content) };
        request.Headers.Add("X-Command-Id", Guid.NewGuid().ToString());
        request.Content.Headers.ContentType = new("application/octet-stream");
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length > 0 && text[0] is '{' or '[' ? JsonNode.Parse(text) : null);
    }

    /// <summary>Sends bytes that have to be kept.</summary>
    public async Task<(HttpStatusCode Status, JsonNode Body)> KeepAsync(string path, byte[] content)
    {
        var (status, body) = await UploadAsync(path, content);
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        return (status, body!);
    }

    public async Task<HttpResponseMessage> RawAsync(HttpRequestMessage request) => await http.SendAsync(request);

    /// <summary>The cookies that it would send, as a header.</summary>
    public string Cookies => cookies.Header;

    public void Dispose() => http.Dispose();
}
