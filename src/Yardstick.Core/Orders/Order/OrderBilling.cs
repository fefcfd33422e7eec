using Yardstick.Core.Floor;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Posting and taking back.</summary>
public partial class Order
{
    /// <summary>The order was invoiced. Call it only when nothing is in the way.</summary>
    public void Post(Actor actor)
    {
        // What is sold over the counter goes out of the door with the customer.
        var to = CounterSale ? Stage.Collected : Stage.Done;
        if (Stage < to)
            MoveTo(to, "The invoice was posted", actor);
        State = OrderState.Posted;
        PostedAt = actor.At;
        Record("order", Id, "state", "open", "posted", Version + 1, actor);
    }

    /// <summary>The invoice was taken back whole; the order is open again.</summary>
    public void Reopen(string reason, Actor actor)
    {
        State = OrderState.Open;
        PostedAt = null;
        Record("order", Id, "state", "posted", $"reopened: {reason}", Version + 1, actor);
    }
}
