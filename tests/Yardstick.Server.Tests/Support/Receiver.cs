using System.Collections.Concurrent;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace Yardstick.Server.Tests.Support;

/// <summary>Somebody else's program that is told by a webhook.</summary>
public sealed class Receiver : IAsyncDisposable
{
    private readonly WebApplication app;

    /// <summary>A message as it came.</summary>
    public sealed record Told(string Id, long Seconds, string Signature, string Body);

    private Receiver(WebApplication app) => this.app = app;

    /// <summary>What came, in order.</summary>
    public ConcurrentQueue<Told> Messages { get; } = new();

    /// <summary>What it answers.</summary>
    public int Status { get; set; } = 204;

    public string Address => app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First() + "/in";

    public static async Task<Receiver> StartAsync()
    {
        var builder = WebApplication.CreateBuilder();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        builder.Logging.ClearProviders();
        var receiver = new Receiver(builder.Build());
        receiver.app.MapPost("/in", receiver.TakeAsync);
        await receiver.app.StartAsync();
        return receiver;
    }

    private async Task<IResult> TakeAsync(HttpRequest request)
    {
        using var reader = new StreamReader(request.Body);
        Messages.Enqueue(
            new Told(
                request.Headers["webhook-id"].ToString(),
                long.Parse(request.Headers["webhook-timestamp"].ToString(), System.Globalization.CultureInfo.InvariantCulture),
                request.Headers["webhook-signature"].ToString(),
                await reader.ReadToEndAsync()
            )
        );
        return Results.StatusCode(Status);
    }

    /// <summary>Waits until so many messages came.</summary>
    public async Task<IReadOnlyList<Told>> WaitAsync(int count)
    {
        for (var i = 0; i < 300 && Messages.Count < count; i++)
            await Task.Delay(50);
        return [.. Messages];
    }

    public ValueTask DisposeAsync() => app.DisposeAsync();
}
