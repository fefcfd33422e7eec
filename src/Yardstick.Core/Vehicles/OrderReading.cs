using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>
/// The odometer readings that an order takes: one when the car comes, one when it leaves. A corrected one replaces what it corrects.
/// </summary>
public static class OrderReading
{
    /// <summary>Takes a reading over from an order, or takes it back.</summary>
    /// <param name="readings">All readings of the car.</param>
    /// <param name="orderId">The order.</param>
    /// <param name="leaving">The reading when it leaves; else the one when it came.</param>
    /// <param name="value">The reading in the shop's unit; null takes it back.</param>
    /// <param name="confirmed">A person said that it is right although it is lower than the last.</param>
    /// <param name="local">UTC as wall time of the shop.</param>
    /// <param name="actor">Who.</param>
    /// <returns>Code <c>odometer.lower</c> where the car had more before and nobody confirmed it.</returns>
    public static Result Take(
        ICollection<OdometerReading> readings,
        long orderId,
        bool leaving,
        Odometer? value,
        bool confirmed,
        Func<Instant, LocalDateTime> local,
        Actor actor
    )
    {
        var own = readings.FirstOrDefault(r => r.OrderId == orderId && r.Leaving == leaving);
        if (value is not { } reading)
        {
            if (own is not null)
                readings.Remove(own);
            return Result.Done;
        }
        var last = readings.Where(r => r.OrderId != orderId).MaxBy(r => r.At);
        if (!confirmed && last is not null && reading < last.Reading)
        {
            return new Problem(
                "odometer.lower",
                Invariant($"The last odometer was {last.Reading} on {local(last.At):MMM d, yyyy}. ")
                    + $"If {reading} is correct, confirm it.",
                leaving ? "odometerOut" : "odometerIn"
            );
        }
        if (own is null)
            readings.Add(
                new OdometerReading
                {
                    OrderId = orderId,
                    Leaving = leaving,
                    Reading = reading,
                    At = actor.At,
                }
            );
        else
            own.Reading = reading;
        return Result.Done;
    }
}
