using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>
/// Does something by itself when an order got a job, one was approved, or its vehicle came or left; within the same change.
/// </summary>
public interface IOrderFollower
{
    /// <summary>The order got a job, one was approved, or its vehicle came or left.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="order">The order, as it is now.</param>
    /// <param name="actor">Who changed it.</param>
    Task FollowAsync(ShopDb db, Order order, Actor actor);
}
