using Microsoft.AspNetCore.HttpOverrides;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server;

/// <summary>The command line, as the yardstick script passes it on.</summary>
internal sealed class StartCommand
{
    internal StartCommand(string[] args)
    {
        var options = new ServerOptions();
        for (var i = 0; i < args.Length; i++)
        {
            var value = i + 1 < args.Length ? args[i + 1] : "";
            switch (args[i])
            {
                case "--data":
                    options = options with { DataFolder = value };
                    i++;
                    break;
                case "--web":
                    options = options with { WebFolder = value };
                    i++;
                    break;
                case "--outside":
                    options = options with { OutsideServices = new Uri(value) };
                    i++;
                    break;
                case "--mail" when value.Split(':') is [var host, var port] && int.TryParse(port, out var number):
                    options = options with { MailServer = (host, number) };
                    i++;
                    break;
                case "--mail-from":
                    options = options with { MailFrom = value };
                    i++;
                    break;
                case "--mail-answers" when MailThread.IsPattern(value):
                    options = options with { MailAnswers = value };
                    i++;
                    break;
                case "--behind" when System.Net.IPAddress.TryParse(value, out var proxy):
                    options = options with { Proxies = [.. options.Proxies, proxy] };
                    i++;
                    break;
                case "--host":
                    options = options with { Hosts = [.. options.Hosts, value] };
                    i++;
                    break;
                case "--mail-tls":
                    options = options with { MailNeedsTls = true };
                    break;
                case "--mail-user":
                    options = options with { MailSignIn = (value, Environment.GetEnvironmentVariable("YARDSTICK_MAIL_PASSWORD") ?? "") };
                    i++;
                    break;
                case "--allow-private-webhooks":
                    options = options with { AllowPrivateWebhooks = true };
                    break;
                case "--demo":
                    // A shop to try things out in: a program on the same machine may be told as well.
                    options = options with { Demo = true, AllowPrivateWebhooks = true };
                    break;
                case "--only-prepare":
                    OnlyPrepare = true;
                    break;
                case "--backup":
                    Backup = value;
                    i++;
                    break;
                case "--archive":
                    Archive = value;
                    i++;
                    break;
                case "--load":
                    Load = value;
                    i++;
                    break;
                case "--ignore-unknown":
                    IgnoreUnknown = true;
                    break;
                case "--roll-back":
                    RollBack = true;
                    break;
                case "--restore":
                    Restore = value;
                    i++;
                    break;
            }
        }
        Options = options with { FirstRunCode = Environment.GetEnvironmentVariable("YARDSTICK_FIRST_RUN_CODE") ?? "" };
    }

    internal ServerOptions Options { get; }
    internal bool OnlyPrepare { get; }
    internal string? Backup { get; }
    internal string? Restore { get; }
    internal bool RollBack { get; }
    internal string? Archive { get; }
    internal string? Load { get; }
    internal bool IgnoreUnknown { get; }
}

/// <summary>What a request passes through.</summary>
public static class Pipeline
{
    /// <summary>Puts it together.</summary>
    public static void UseYardstick(this WebApplication app, ServerOptions options)
    {
        // Where it stands when nobody says; said here, so that the endpoints are known before the server starts.
        app.UseRouting();
        if (options.Proxies.Count > 0)
        {
            var forwarded = new ForwardedHeadersOptions
            {
                ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost,
            };
            forwarded.KnownIPNetworks.Clear();
            forwarded.KnownProxies.Clear();
            foreach (var proxy in options.Proxies)
                forwarded.KnownProxies.Add(proxy);
            app.UseForwardedHeaders(forwarded);
        }
        app.UseExceptionHandler(new ExceptionHandlerOptions { SuppressDiagnosticsCallback = _ => false });
        app.UseResponseCompression();
        // What could not even be read is refused in words too.
        app.UseStatusCodePages(pages =>
            pages.HttpContext.Response.StatusCode == 400 && pages.HttpContext.Request.Path.StartsWithSegments("/api")
                ? Problems
                    .Of(new Core.Problem("request.unreadable", "That could not be read. Reload the page and try again."))
                    .ExecuteAsync(pages.HttpContext)
                : Task.CompletedTask
        );
        app.UseAllowedHosts();
        app.UseSafeHeaders();
        app.UseWebPages(options);
        app.UseAuthentication();
        app.UseRequestLimits();
        app.UseAuthorization();
        app.UseInPerson();
        app.UseReadTwice();
        app.UseRunClocks();
        app.MapWatching();
        new BodiesWhenRead(app).MapApi();
        app.MapHub<LiveHub>("/live").WithMetadata(new AsksFor((Core.Values.Permission?)null), new OnlyInPerson());
        app.MapOpenApi().AsksSignedIn();
        app.UseEndpoints(_ => { });
    }

    /// <summary>Puts the endpoints together, which is else done by the first who asks for one of them.</summary>
    internal static void PrepareEndpoints(this WebApplication app) => _ = app.Services.GetRequiredService<EndpointDataSource>().Endpoints;
}
