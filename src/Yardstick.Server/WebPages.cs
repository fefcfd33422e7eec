using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.FileProviders;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Safety;

namespace Yardstick.Server;

/// <summary>Serves the built web: files that never change under their name, and the one page with its nonce.</summary>
public static class WebPages
{
    /// <summary>Serves it.</summary>
    public static void UseWebPages(this WebApplication app, ServerOptions options)
    {
        var folder = Path.GetFullPath(options.WebFolder);
        var index = Path.Combine(folder, "index.html");
        if (!File.Exists(index))
            return;
        var page = File.ReadAllText(index);
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = new PagesLeftOut(new PhysicalFileProvider(folder)),
                OnPrepareResponse = context => context.Context.Response.Headers.CacheControl = "public, max-age=31536000, immutable",
            }
        );
        // A program that asks for what is not there gets an answer for programs.
        app.Map("/api/{**rest}", () => Problems.Of(new Core.Problem("api.gone", "There is nothing at this address. Check the link.")))
            .WithOrder(int.MaxValue - 1)
            .AllowAnonymous()
            .ExcludeFromDescription();
        var approve = Path.Combine(folder, "approve.html");
        if (File.Exists(approve))
        {
            var customers = File.ReadAllText(approve);
            IResult Customers(HttpContext http)
            {
                http.Response.Headers.CacheControl = "no-store";
                http.Response.Headers["X-Robots-Tag"] = "noindex";
                return Results.Text(customers, "text/html; charset=utf-8");
            }
            foreach (var path in new[] { "/approve/{token}", "/documents/{token}" })
                app.MapGet(path, Customers).AllowAnonymous().ExcludeFromDescription();
        }
        var book = Path.Combine(folder, "book.html");
        if (File.Exists(book))
        {
            var booking = File.ReadAllText(book);
            async Task<IResult> Booking(HttpContext http, ShopDb db)
            {
                var headers = http.Response.Headers;
                headers.CacheControl = "no-store";
                // The shop's own site alone may show it in a frame; it holds nothing but what a stranger types there.
                if (await db.Shops.AsNoTracking().Select(s => s.BookingSite).FirstOrDefaultAsync() is { Length: > 0 } site)
                    headers.ContentSecurityPolicy = headers
                        .ContentSecurityPolicy.ToString()
                        .Replace("frame-ancestors 'none'", $"frame-ancestors {site}", StringComparison.Ordinal);
                return Results.Text(booking, "text/html; charset=utf-8");
            }
            foreach (var path in new[] { "/book", "/book/{token}" })
                app.MapGet(path, Booking).AllowAnonymous().ExcludeFromDescription();
        }
        app.MapFallback(
                (HttpContext http) =>
                {
                    http.Response.Headers.CacheControl = "no-store";
                    return Results.Text(page.Replace("__NONCE__", http.StyleNonce(), StringComparison.Ordinal), "text/html; charset=utf-8");
                }
            )
            .AllowAnonymous()
            .ExcludeFromDescription();
    }
}

/// <summary>The built files without the pages: those are served with their nonce, and never from a cache.</summary>
internal sealed class PagesLeftOut(IFileProvider files) : IFileProvider
{
    public IFileInfo GetFileInfo(string subpath) =>
        subpath.EndsWith(".html", StringComparison.OrdinalIgnoreCase) ? new NotFoundFileInfo(subpath) : files.GetFileInfo(subpath);

    public IDirectoryContents GetDirectoryContents(string subpath) => NotFoundDirectoryContents.Singleton;

    public Microsoft.Extensions.Primitives.IChangeToken Watch(string filter) => files.Watch(filter);
}
