using Microsoft.AspNetCore.SignalR;
using Microsoft.Extensions.Logging.Abstractions;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;

namespace Yardstick.Server.Tests.Processes;

/// <summary>What work took is given back when nobody works, once, and again only when it is worth it.</summary>
public class MemoryTests
{
    [Fact]
    public async Task It_is_given_back_once_nobody_has_a_screen_open()
    {
        var screens = new OpenScreens();
        using var rounds = new Rounds(screens) { Taken = MemoryRounds.WorthIt * 10 };
        screens.Add(Guid.NewGuid(), new Screen());
        Assert.Equal(0, await rounds.MinutesAsync(3));
        screens.Remove(Screen.Id);
        Assert.Equal(0, await rounds.MinutesAsync(1)); // who reloads a page is back within it
        Assert.Equal(1, await rounds.MinutesAsync(1));
    }

    [Fact]
    public async Task It_is_given_back_again_when_enough_came_together()
    {
        using var rounds = new Rounds(new OpenScreens()) { Taken = MemoryRounds.WorthIt * 10 };
        Assert.Equal(1, await rounds.MinutesAsync(2));
        rounds.Taken += MemoryRounds.WorthIt;
        Assert.Equal(0, await rounds.MinutesAsync(MemoryRounds.Rest * 3));
        rounds.Taken += 1;
        Assert.Equal(1, await rounds.MinutesAsync(1));
        rounds.Taken *= 2;
        Assert.Equal(0, await rounds.MinutesAsync(MemoryRounds.Rest));
        Assert.Equal(1, await rounds.MinutesAsync(1));
    }

    [Fact]
    public async Task Giving_back_goes_through_on_this_machine()
    {
        using var rounds = new Rounds(new OpenScreens()) { Really = true, Taken = MemoryRounds.WorthIt * 10 };
        Assert.Equal(1, await rounds.MinutesAsync(2));
    }

    /// <summary>Minutes that are not waited for, of a process whose memory the test says.</summary>
    private sealed class Rounds(OpenScreens screens) : MemoryRounds(screens, NullLogger<MemoryRounds>.Instance)
    {
        private int times;

        public long Taken { get; set; }
        public bool Really { get; init; }

        private protected override long Held => Taken;

        public async Task<int> MinutesAsync(int minutes)
        {
            times = 0;
            for (var i = 0; i < minutes; i++)
                await RoundAsync(CancellationToken.None);
            return times;
        }

        private protected override void GiveBack()
        {
            times++;
            if (Really)
                base.GiveBack();
        }
    }

    private sealed class Screen : HubCallerContext
    {
        public const string Id = "one";
        public override string ConnectionId => Id;
        public override string? UserIdentifier => null;
        public override System.Security.Claims.ClaimsPrincipal? User => null;
        public override IDictionary<object, object?> Items { get; } = new Dictionary<object, object?>();
        public override Microsoft.AspNetCore.Http.Features.IFeatureCollection Features { get; } =
            new Microsoft.AspNetCore.Http.Features.FeatureCollection();
        public override CancellationToken ConnectionAborted => CancellationToken.None;

        public override void Abort() { }
    }
}
