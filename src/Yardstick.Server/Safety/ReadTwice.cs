using System.Security.Cryptography;
using System.Text;

namespace Yardstick.Server.Safety;

/// <summary>Lets a change tell by its whole request whether an id that comes again means the same.</summary>
public static class ReadTwice
{
    private const int MostKept = 32 * 1024 * 1024;

    /// <summary>Keeps the JSON of changes in memory until they are answered.</summary>
    public static void UseReadTwice(this IApplicationBuilder app) =>
        app.Use(
            (http, next) =>
            {
                if (http.Request.HasJsonContentType() && http.Request.Headers.ContainsKey("X-Command-Id"))
                    http.Request.EnableBuffering(MostKept, MostKept);
                return next();
            }
        );

    /// <summary>SHA-256 over method, address and JSON body, in hex; of other bodies only their length counts.</summary>
    public static async Task<string> HashAsync(HttpRequest request)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(Encoding.UTF8.GetBytes($"{request.Method} {request.Path}{request.QueryString}\n{request.ContentLength}\n"));
        if (request.Body.CanSeek)
        {
            request.Body.Position = 0;
            var buffer = new byte[16 * 1024];
            int read;
            while ((read = await request.Body.ReadAsync(buffer)) > 0)
                hash.AppendData(buffer, 0, read);
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }
}
