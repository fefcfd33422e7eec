using System.Threading.Channels;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Hands purchase orders and returns over to suppliers as soon as they are kept, and goes on asking what became of them.
/// </summary>
public sealed class SupplierRounds(SupplierTalk talk, ReturnTalk returns, TimeProvider time, ILogger<SupplierRounds> log) : BesideService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(30);
    private readonly Channel<bool> wake = Channel.CreateBounded<bool>(
        new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite }
    );

    /// <summary>An order was placed, or a return written or picked up: hand it over now.</summary>
    public void Wake() => wake.Writer.TryWrite(true);

    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        using var timer = new PeriodicTimer(Pause, time);
        var (tick, woken) = (timer.WaitForNextTickAsync(cancel).AsTask(), wake.Reader.ReadAsync(cancel).AsTask());
        var asking = Task.CompletedTask;
        while (!cancel.IsCancellationRequested)
        {
            await Task.WhenAny(tick, woken);
            if (cancel.IsCancellationRequested)
                return;
            if (woken.IsCompleted)
            {
                woken = wake.Reader.ReadAsync(cancel).AsTask();
                // What was just placed does not wait for a supplier who keeps the others waiting; each order has its turn by itself.
                _ = RoundAsync(onlyNew: true, cancel);
            }
            if (tick.IsCompleted)
            {
                tick = timer.WaitForNextTickAsync(cancel).AsTask();
                if (asking.IsCompleted)
                    asking = RoundAsync(onlyNew: false, cancel);
            }
        }
    }

    private async Task RoundAsync(bool onlyNew, CancellationToken cancel)
    {
        try
        {
            await TalkAsync(onlyNew, cancel);
        }
        catch (OperationCanceledException) when (cancel.IsCancellationRequested)
        {
            // The program ends; the next one goes on.
        }
        catch (Exception problem)
        {
            log.LogError(problem, "A round of asking suppliers failed; the next one tries again.");
        }
    }

    /// <summary>Each supplier is talked to by itself, so that a silent one keeps the others waiting for nothing.</summary>
    private async Task TalkAsync(bool onlyNew, CancellationToken cancel)
    {
        var orders = (await talk.OpenAsync(onlyNew, cancel)).ToLookup(o => o.SupplierId, o => o.Id);
        var back = (await returns.OpenAsync(cancel)).ToLookup(r => r.SupplierId, r => r.Id);
        await Task.WhenAll(
            orders
                .Select(g => g.Key)
                .Union(back.Select(g => g.Key))
                .Select(async supplier =>
                {
                    foreach (var id in orders[supplier])
                        await talk.TalkAsync(id, cancel);
                    foreach (var id in back[supplier])
                        await returns.TalkAsync(id, cancel);
                })
        );
    }
}
