using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Yardstick.Data;

namespace Yardstick.Server.Tests.Processes;

/// <summary>
/// Who works at the same time never stands on one connection, and so in one transaction: the provider's pool gives one out twice where a
/// second is asked for while a first is being opened.
/// </summary>
public class ConnectionTests
{
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task While_a_connection_is_being_opened_no_other_is(bool awaited)
    {
        var opening = ShopFile
            .Options("shop.db")
            .FindExtension<CoreOptionsExtension>()!
            .Interceptors!.OfType<DbConnectionInterceptor>()
            .Single();
        using var first = new SlowConnection();
        using var second = new SlowConnection();
        var one = Task.Run(Opened(first));
        Assert.True(first.Begun.Wait(TimeSpan.FromSeconds(30)));
        var other = Task.Run(Opened(second));
        Assert.False(second.Begun.Wait(TimeSpan.FromMilliseconds(200)));
        first.Ready.Set();
        Assert.True(second.Begun.Wait(TimeSpan.FromSeconds(30)));
        second.Ready.Set();
        await Task.WhenAll(one, other);

        Func<Task> Opened(SlowConnection connection) =>
            async () =>
            {
                if (awaited)
                    await opening.ConnectionOpeningAsync(connection, null!, default);
                else
                    opening.ConnectionOpening(connection, null!, default);
            };
    }

    /// <summary>A connection that is being opened until the test says so.</summary>
    private sealed class SlowConnection : SqliteConnection
    {
        public ManualResetEventSlim Begun { get; } = new();
        public ManualResetEventSlim Ready { get; } = new();

        public override void Open()
        {
            Begun.Set();
            Ready.Wait(TimeSpan.FromSeconds(30));
        }
    }
}
