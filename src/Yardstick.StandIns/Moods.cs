using System.Collections.Concurrent;

namespace Yardstick.StandIns;

/// <summary>How a service behaves for a while.</summary>
/// <param name="Mode">ok, fail (500), refuse (says no), off (drops the connection), loseAnswer (does it, drops the answer), doubleAnswer
/// (takes the request twice).</param>
/// <param name="DelayMs">Waits before answering.</param>
/// <param name="Times">For so many requests; 0 for good.</param>
public sealed record Mood(string Mode = "ok", int DelayMs = 0, int Times = 0);

/// <summary>What people and tests have set.</summary>
public sealed class Moods
{
    private readonly ConcurrentDictionary<string, Mood> moods = new();
    private readonly Lock counting = new();

    /// <summary>Sets a service's mood.</summary>
    public void Set(string service, Mood mood) => moods[service] = mood;

    /// <summary>All that were set.</summary>
    public IReadOnlyDictionary<string, Mood> All => moods;

    /// <summary>The mood of one request; a limited one counts down.</summary>
    public Mood Next(string service)
    {
        lock (counting)
        {
            if (!moods.TryGetValue(service, out var mood))
                return new Mood();
            if (mood.Times == 1)
                moods.TryRemove(service, out _);
            else if (mood.Times > 1)
                moods[service] = mood with { Times = mood.Times - 1 };
            return mood;
        }
    }

    /// <summary>Runs a request of a service under its mood.</summary>
    public async Task<IResult> UnderAsync(string service, HttpContext http, Func<bool, IResult> answer)
    {
        var mood = Next(service);
        if (mood.DelayMs > 0)
            await Task.Delay(mood.DelayMs, http.RequestAborted);
        switch (mood.Mode)
        {
            case "fail":
                return Results.Problem("Something broke on our side.", statusCode: 500);
            case "off":
                http.Abort();
                return Results.Empty;
            case "loseAnswer":
                answer(false);
                http.Abort();
                return Results.Empty;
            case "doubleAnswer":
                answer(false);
                return answer(false);
            default:
                return answer(mood.Mode == "refuse");
        }
    }
}
