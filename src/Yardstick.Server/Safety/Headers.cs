using System.Security.Cryptography;

namespace Yardstick.Server.Safety;

/// <summary>Security headers, and the check that changes come from our own pages.</summary>
public static class Headers
{
    private const string NonceKey = "csp-nonce";

    /// <summary>The nonce of this answer's styles.</summary>
    public static string StyleNonce(this HttpContext http) => (string)http.Items[NonceKey]!;

    /// <summary>Adds headers to every answer and refuses changes sent by other sites.</summary>
    public static void UseSafeHeaders(this IApplicationBuilder app) =>
        app.Use(
            async (http, next) =>
            {
                var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
                http.Items[NonceKey] = nonce;
                var headers = http.Response.Headers;
                // The style attribute is what drag and drop moves things with; style elements need the nonce.
                headers.ContentSecurityPolicy =
                    $"default-src 'none'; script-src 'self'; style-src-elem 'self' 'nonce-{nonce}'; style-src-attr 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'";
                headers.XContentTypeOptions = "nosniff";
                headers["Referrer-Policy"] = "same-origin";
                headers["Permissions-Policy"] = "camera=(self), geolocation=(), microphone=()";
                headers["Cross-Origin-Opener-Policy"] = "same-origin";

                var request = http.Request;
                if (request.IsHttps)
                    headers.StrictTransportSecurity = "max-age=31536000";
                if (request.Path.StartsWithSegments("/api"))
                {
                    // What the shop knows stays in no cache, unless an answer says otherwise; and in no search engine.
                    headers["X-Robots-Tag"] = "noindex";
                    http.Response.OnStarting(() =>
                    {
                        if (headers.CacheControl.Count == 0)
                            headers.CacheControl = "no-store";
                        return Task.CompletedTask;
                    });
                }
                // A screen that listens is opened by GET, and is as good as a change to those who read over a shoulder.
                var checksOrigin =
                    !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method) || request.Path.StartsWithSegments("/live");
                if (checksOrigin && request.Headers.Origin.ToString() is { Length: > 0 } origin && !SameOrigin(origin, request))
                {
                    await Problems
                        .Of(
                            new Core.Problem(
                                "origin.right",
                                "This request came from another website and was blocked. Reload the page and try again."
                            )
                        )
                        .ExecuteAsync(http);
                    return;
                }
                await next();
            }
        );

    private static bool SameOrigin(string origin, HttpRequest request) =>
        Uri.TryCreate(origin, UriKind.Absolute, out var uri)
        && uri.Scheme == request.Scheme
        && Uri.TryCreate($"{request.Scheme}://{request.Host}", UriKind.Absolute, out var here)
        && uri.Authority.Equals(here.Authority, StringComparison.OrdinalIgnoreCase);
}
