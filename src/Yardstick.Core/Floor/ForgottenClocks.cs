using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Floor;

/// <summary>Clocks of one person that run on although the shop is closed: what the counter is told, once.</summary>
/// <param name="Name">Who, as they are called.</param>
/// <param name="Present">Their day; null where nobody clocked them in, or where it was not forgotten.</param>
/// <param name="Job">The job that they are on; null for none.</param>
/// <param name="JobTitle">What the job is called; empty for none.</param>
public sealed record ForgottenClocks(string Name, Attendance? Present, TimeEntry? Job, string JobTitle)
{
    /// <summary>Nobody was told of them so far.</summary>
    public bool IsNew => (Present?.ToldAt ?? Job?.ToldAt) is null;

    /// <summary>As it is told: <c>Noor is still clocked in since Mon 7:58 am, and on "Front brakes".</c></summary>
    /// <param name="shop">Whose wall time counts.</param>
    public string Sentence(Shop shop)
    {
        var since = shop.Local(Present?.Start ?? Job!.Start);
        var day = Invariant($"{since:ddd} {since.TimeOfDay.Clock()}");
        var what =
            Present is null ? $"still on \"{JobTitle}\" since {day}"
            : Job is null ? $"still clocked in since {day}"
            : $"still clocked in since {day}, and on \"{JobTitle}\"";
        return $"{Name} is {what}. If they went home, correct it on the time sheet.";
    }

    /// <summary>It was told.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void Tell(Instant utcNow)
    {
        Present?.Tell(utcNow);
        Job?.Tell(utcNow);
    }
}
