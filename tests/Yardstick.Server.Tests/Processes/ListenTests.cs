using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Processes;

/// <summary>The shop's tablets reach the server by HTTPS, as the yardstick script starts it with a certificate.</summary>
public class ListenTests
{
    [Fact]
    public async Task Tablets_are_served_by_https_with_cookies_that_stay_there()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-https-").FullName;
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        using var certificate = new CertificateRequest("CN=counter.example", key, HashAlgorithmName.SHA256).CreateSelfSigned(
            DateTimeOffset.UtcNow.AddDays(-1),
            DateTimeOffset.UtcNow.AddDays(2)
        );
        await File.WriteAllTextAsync(Path.Combine(folder, "cert.pem"), certificate.ExportCertificatePem());
        await File.WriteAllTextAsync(Path.Combine(folder, "key.pem"), key.ExportPkcs8PrivateKeyPem());
        var (inside, outside) = (ShopFixture.FreePort(), ShopFixture.FreePort());
        var start = new ProcessStartInfo(
            "dotnet",
            [ShopFixture.Built("Yardstick.Server"), "--data", Path.Combine(folder, "shop"), "--behind", "192.0.2.1"]
        )
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        start.Environment["YARDSTICK_FIRST_RUN_CODE"] = ShopFixture.FirstRunCode;
        start.Environment["ASPNETCORE_URLS"] = string.Create(
            CultureInfo.InvariantCulture,
            $"http://127.0.0.1:{inside};https://127.0.0.1:{outside}"
        );
        start.Environment["ASPNETCORE_Kestrel__Certificates__Default__Path"] = Path.Combine(folder, "cert.pem");
        start.Environment["ASPNETCORE_Kestrel__Certificates__Default__KeyPath"] = Path.Combine(folder, "key.pem");
        using var server = Process.Start(start)!;
        try
        {
            using var plain = new HttpClient
            {
                BaseAddress = new Uri(string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{inside}/")),
            };
            await ShopFixture.UntilAnswersAsync(plain, "api/welcome");
            using var handler = new HttpClientHandler
            {
                ServerCertificateCustomValidationCallback = (_, shown, _, _) =>
                    shown!.GetCertHashString() == certificate.GetCertHashString(),
                UseCookies = false,
            };
            using var tablet = new HttpClient(handler)
            {
                BaseAddress = new Uri(string.Create(CultureInfo.InvariantCulture, $"https://127.0.0.1:{outside}/")),
            };
            // One address is bound after the other; the first answers before the second is there.
            await ShopFixture.UntilAnswersAsync(tablet, "api/welcome");
            object Owner() =>
                new
                {
                    shopName = "Quay",
                    timeZone = "Europe/Lisbon",
                    currency = "EUR",
                    distanceUnit = "Kilometers",
                    ownerName = "Inês Sá",
                    userName = "ines",
                    password = "long enough",
                    code = ShopFixture.FirstRunCode,
                };
            async Task<string> CookieAsync(HttpClient client, string path, object body)
            {
                using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
                request.Headers.Add("X-Command-Id", Guid.NewGuid().ToString());
                // Nobody but a known proxy says how one came.
                request.Headers.Add("X-Forwarded-Proto", "https");
                using var answer = await client.SendAsync(request);
                Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
                return answer.Headers.GetValues("Set-Cookie").First(c => c.StartsWith("yardstick.session", StringComparison.Ordinal));
            }

            Assert.Contains("secure", await CookieAsync(tablet, "api/first-run", Owner()), StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain(
                "secure",
                await CookieAsync(plain, "api/session", new { userName = "ines", password = "long enough" }),
                StringComparison.OrdinalIgnoreCase
            );
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
            Directory.Delete(folder, recursive: true);
        }
    }
}
