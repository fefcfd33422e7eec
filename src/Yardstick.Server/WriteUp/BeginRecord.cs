using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>Begins a new record with what was typed to find one.</summary>
public static class BeginRecord
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/write-up/begin", HandleAsync).Asks(Permission.WriteUp).Produces<BegunRecord>();

    private static async Task<IResult> HandleAsync(string? text, ShopDb db) =>
        Results.Ok(BegunRecord.Read(text, await db.Shops.Select(s => s.Country).SingleAsync()));
}
