using System.Globalization;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>The earliest promise that can be kept: by the work, people, bays, parts and the other promises, with a reserve.</summary>
/// <param name="PromisedAt">Wall time.</param>
/// <param name="Why">What decides it, in words.</param>
public sealed record HonestPromise(LocalDateTime PromisedAt, string Why)
{
    /// <summary>
    /// The promise of a plan (rules, The plan of the work): its finish and the reserve, which passes in opening hours, rounded up to the
    /// promise step. Null where the order has no place.
    /// </summary>
    /// <param name="plan">A plan with an order that wants a promise.</param>
    /// <param name="shop">The shop, with its reserve and step.</param>
    /// <param name="technicians">Who is planned.</param>
    public static HonestPromise? Of(WorkPlan plan, Shop shop, IReadOnlyList<StaffMember> technicians)
    {
        var (draft, model) = (plan.Draft, plan.Draft.Model);
        if (plan.Promised is not { } promised || draft.FinishOf(promised) is not { } finish)
            return null;
        var places = promised.CertainTasks.Select(t => (Task: t, Place: draft[t]!)).OrderBy(t => t.Place.Start).ToList();
        var slack = shop.SlackFor(places.Sum(t => t.Task.Durations[t.Place.Worker]));
        var done = shop.Local(model.At(finish));
        var safe = shop.Local(model.At(model.Checked(finish, slack)));
        var first = places[0].Place;
        var who = technicians.First(t => ShopPlan.KeyOf(t.Id) == model.Workers[first.Worker].Person.Id).ShortName;
        var now = shop.Local(model.Case.Now);
        var begins = first.Start < 0 ? $"{who} is on it" : $"{who} can start {When(shop.Local(model.At(first.Start)), now)}";
        var words = $"{begins}, done {When(done, now)}";
        if (places.Find(t => t.Task.Job.Ready > model.Case.Now && t.Place.Start == t.Task.Earliest) is { Task.Job.Ready: { } part })
            words += $"; a part comes {When(shop.Local(part), now)}";
        if (slack > 0)
            words += $"; {slack} min in reserve";
        return new HonestPromise(OnStep(safe, shop), words);
    }

    private static LocalDateTime OnStep(LocalDateTime at, Shop shop)
    {
        var up = shop.OnPromiseStep(at);
        // Rounded up it does not go past closing time, by which it is safe.
        return shop.HoursOn(at.Date) is { } open && at.TimeOfDay <= open.Until && up > at.Date + open.Until ? at.Date + open.Until : up;
    }

    private static string When(LocalDateTime at, LocalDateTime now) =>
        at.Date == now.Date ? at.TimeOfDay.Clock()
        : at.Date == now.Date.PlusDays(1) ? $"tomorrow {at.TimeOfDay.Clock()}"
        : $"{at.ToString("ddd, MMM d", CultureInfo.InvariantCulture)} {at.TimeOfDay.Clock()}";
}
