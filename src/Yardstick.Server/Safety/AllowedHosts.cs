using System.Collections.Concurrent;
using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Safety;

/// <summary>
/// The names under which the shop is served: addresses, this machine's own name, those of the certificate, of <c>--host</c>, and
/// of the shop's public address. A page of anybody else that has its own name point here gets nothing.
/// </summary>
public sealed class AllowedHosts(ServerOptions options, IDbContextFactory<ShopDb> factory, IConfiguration configuration)
{
    private readonly X509Certificate2? certificate = CertificateOf(configuration);
    private readonly ConcurrentDictionary<string, bool> known = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>Whether a request for this name is answered.</summary>
    public async Task<bool> AllowsAsync(string host)
    {
        if (host.Length == 0 || IPAddress.TryParse(host.Trim('[', ']'), out _))
            return true;
        if (known.ContainsKey(host))
            return true;
        var allowed =
            host.Equals("localhost", StringComparison.OrdinalIgnoreCase)
            || host.Equals(Environment.MachineName, StringComparison.OrdinalIgnoreCase)
            || options.Hosts.Contains(host, StringComparer.OrdinalIgnoreCase)
            || certificate?.MatchesHostname(host) == true
            || await IsPublicAsync(host);
        if (allowed && known.Count < 100)
            known[host] = true;
        return allowed;
    }

    private async Task<bool> IsPublicAsync(string host)
    {
        await using var db = await factory.CreateDbContextAsync();
        var address = await db.Shops.Select(s => s.PublicAddress).FirstOrDefaultAsync();
        return Uri.TryCreate(address, UriKind.Absolute, out var uri) && uri.Host.Equals(host, StringComparison.OrdinalIgnoreCase);
    }

    private static X509Certificate2? CertificateOf(IConfiguration configuration)
    {
        var settings = configuration.GetSection("Kestrel:Certificates:Default");
        if (settings["Path"] is not { Length: > 0 } path || !File.Exists(path))
            return null;
        try
        {
            return settings["KeyPath"] is { Length: > 0 } || X509Certificate2.GetCertContentType(path) == X509ContentType.Cert
                ? X509CertificateLoader.LoadCertificateFromFile(path)
                : X509CertificateLoader.LoadPkcs12FromFile(path, settings["Password"]);
        }
        catch (CryptographicException)
        {
            // Kestrel says what is wrong with it.
            return null;
        }
    }
}

/// <summary>Puts the check of names before everything else.</summary>
public static class AllowedHostsCheck
{
    /// <summary>Refuses requests for names that are not the shop's.</summary>
    public static void UseAllowedHosts(this IApplicationBuilder app) =>
        app.Use(
            async (http, next) =>
            {
                if (await http.RequestServices.GetRequiredService<AllowedHosts>().AllowsAsync(http.Request.Host.Host))
                    await next();
                else
                    await Problems
                        .Of(
                            new Core.Problem(
                                "host.unknown",
                                "The shop is not served under this name. Start it with --host NAME, or set its public address in Setup."
                            )
                        )
                        .ExecuteAsync(http);
            }
        );
}
