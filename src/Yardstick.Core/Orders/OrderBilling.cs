using Yardstick.Core.Floor;

namespace Yardstick.Core.Orders;

/// <summary>Posting and taking back.</summary>
public partial class Order
{
    /// <summary>The order was invoiced. Call it only when nothing is in the way.</summary>
    public void Post(Actor actor)
    {
        if (Stage < Stage.Done) MoveTo(CounterSale ? Stage.Collected : Stage.Done, "The invoice was posted", actor);
        State = OrderState.Posted;
        PostedAt = actor.At;
        Record("order", Id, "state", "open", "posted", Version + 1, actor);
    }

    /// <summary>The invoice was taken back whole; the order is open again.</summary>
    public void Reopen(string reason, Actor actor)
    {
        State = OrderState.Open;
        PostedAt = null;
        Record("order", Id, "state", "posted", $"open again: {reason}", Version + 1, actor);
    }
}
