using Yardstick.Core.Floor;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>How an order begins, and what it is called.</summary>
public partial class Order
{
    /// <summary>A new order. Refuses with <c>text.long</c>.</summary>
    /// <param name="start">What the write-up gathered.</param>
    /// <param name="policyVersionId">The policy that prices it.</param>
    /// <param name="actor">Who writes it.</param>
    public static Result<Order> Open(OrderStart start, long policyVersionId, Actor actor)
    {
        var keyTag = start.KeyTag?.Trim() ?? "";
        if (keyTag.Length > 20)
            return TextInput.TooLong(20, "keyTag", "A key tag");
        return new Order
        {
            CustomerId = start.CustomerId,
            VehicleId = start.VehicleId,
            CounterSale = start.CounterSale,
            WriterId = actor.StaffId,
            OpenedAt = actor.At,
            StageSince = actor.At,
            Stage = Begins(start),
            OnPremises = Begins(start) == Stage.Here,
            PolicyVersionId = policyVersionId,
            CustomerWaits = start.CustomerWaits,
            KeyTag = keyTag,
            OldPartsBack = start.OldPartsBack,
            WashingWanted = start.WashingWanted,
            HasPriority = start.HasPriority,
            ContactId = start.ContactId,
            SiteId = start.SiteId,
        };
    }

    private static Stage Begins(OrderStart start)
    {
        if (start.CounterSale)
            return Stage.Pricing;
        return start.NotHereYet || start.WithoutVehicle ? Stage.Expected : Stage.Here;
    }

    /// <summary>
    /// When the vehicle came or is to come. One that is here came now unless something else was typed. Refuses with
    /// <c>date.unreadable</c> and <c>arrival.past</c>.
    /// </summary>
    /// <param name="typed">As typed; empty where nobody said.</param>
    /// <param name="localNow">Wall time.</param>
    /// <param name="actor">Who.</param>
    public Result Arrives(string? typed, LocalDateTime localNow, Actor actor)
    {
        if (VehicleId is null && Stage != Stage.Expected)
            return Result.Done;
        if (string.IsNullOrWhiteSpace(typed))
        {
            ArrivesAt = OnPremises ? localNow : null;
            return Result.Done;
        }
        if (SetHeader("arrivesAt", typed, localNow, actor).Problem is { } unreadable)
            return unreadable;
        return Stage == Stage.Expected && ArrivesAt < localNow
            ? new Problem(
                "arrival.past",
                "That drop-off time is in the past. Enter a later time, or mark the vehicle as in the shop.",
                "arrivesAt"
            )
            : Result.Done;
    }

    /// <summary>An order for another visit of the same car, that work is approved for.</summary>
    /// <param name="number">Its number.</param>
    /// <param name="actor">Who.</param>
    public Order ForAnotherVisit(long number, Actor actor) =>
        new()
        {
            Number = number,
            CustomerId = CustomerId,
            VehicleId = VehicleId,
            WriterId = WriterId,
            OpenedAt = actor.At,
            StageSince = actor.At,
            Stage = Stage.Expected,
            PolicyVersionId = PolicyVersionId,
            ContactId = ContactId,
            SiteId = SiteId,
            Title = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"From order {Number}"),
        };

    /// <summary>An order with one job alone, to see what that would cost here; it is never kept.</summary>
    public Order Trial(Job job)
    {
        var trial = new Order
        {
            WriterId = WriterId,
            CounterSale = CounterSale,
            PolicyVersionId = PolicyVersionId,
        };
        trial.Jobs.Add(job);
        return trial;
    }

    /// <summary>It gets its number when it is kept.</summary>
    public void TakeNumber(long number) => Number = number;

    /// <summary>Longest title that is made of a job or a concern.</summary>
    private const int LongestMadeTitle = 60;

    /// <summary>Takes its title from its first job, else from its first concern.</summary>
    public void TakeTitle()
    {
        var title = OnJobs.FirstOrDefault()?.Title ?? Concerns.FirstOrDefault()?.Complaint ?? "";
        Title = title.Length > LongestMadeTitle ? title[..LongestMadeTitle].TrimEnd() + "…" : title;
    }
}
