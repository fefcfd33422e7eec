using Yardstick.Server.Hosting;

namespace Yardstick.Server.Billing;

/// <summary>
/// Looks up card charges whose answer was lost, also after the program was stopped: nobody has to open the invoice for it.
/// </summary>
public sealed class CardRounds(CardTalk talk, TimeProvider time, ILogger<CardRounds> log)
    : RoundsService(TimeSpan.FromMinutes(1), time, log)
{
    /// <inheritdoc />
    protected override Task RoundAsync(CancellationToken cancel) => AskAsync();

    /// <summary>Asks for every charge that is open, one after the other: there is one terminal.</summary>
    internal async Task AskAsync()
    {
        foreach (var id in await talk.PendingAsync())
            await talk.AskAgainAsync(id);
    }
}
