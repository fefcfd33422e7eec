using Yardstick.Server.Safety;

namespace Yardstick.Server.Tests.Safety;

/// <summary>How often may be tried.</summary>
public class TryLimitTests
{
    [Fact]
    public void Each_key_has_its_own_tries_and_asking_costs_none()
    {
        var limit = new TryLimit(2, TimeSpan.FromHours(1));
        Assert.True(limit.Try("oak", counts: 0));
        Assert.Equal([true, true, false], new[] { limit.Try("oak"), limit.Try("oak"), limit.Try("oak") });
        Assert.False(limit.Try("oak", counts: 0));
        Assert.True(limit.Try("birch"));
    }

    [Fact]
    public async Task Who_stayed_away_is_let_go_of_and_may_try_again()
    {
        var window = TimeSpan.FromMilliseconds(50);
        var limit = new TryLimit(1, window);
        for (var i = 0; i < 100; i++)
            limit.Try($"address {i}");
        await Task.Delay(window * 2);
        Assert.True(limit.Try("address 7"));
        Assert.Equal(1, limit.Held);
    }
}
