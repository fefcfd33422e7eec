using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Tests.WriteUp;

/// <summary>Services of a schedule, and whether two titles speak of the same work.</summary>
public class KnownWorkTests
{
    private static readonly LocalDate Today = new(2026, 11, 23);

    private static Order Visit(string title, int reading, Instant posted, DecisionKind decision = DecisionKind.Approved)
    {
        var order = new Order
        {
            State = OrderState.Posted,
            OdometerIn = new(reading),
            OpenedAt = posted,
            PostedAt = posted,
        };
        order.Jobs.Add(new Job { Title = title, Decision = decision });
        return order;
    }

    private static List<ServiceStanding> Standing(int reading, params Order[] orders) =>
        MaintenanceSchedule
            .Of(
                [new("Engine oil and filter", 7_500, 12), new("Spark plugs", 90_000, null), new("Brake fluid", null, 36)],
                orders,
                new CarUse(Today, new(reading), 40),
                at => at.InUtc().Date
            )
            .ToList();

    [Fact]
    public void What_was_done_here_counts_from_then()
    {
        var oil = Standing(61_000, Visit("Oil and filter service", 52_000, Instant.FromUtc(2026, 3, 1, 0, 0))).First();
        Assert.Equal((new LocalDate(2026, 3, 1), 52_000, DueState.Late), (oil.LastOn!.Value, oil.LastReading!.Value, oil.Due.State));
        Assert.Equal(
            DueState.Later,
            Standing(53_000, Visit("Oil and filter service", 52_000, Instant.FromUtc(2026, 11, 1, 0, 0))).First().Due.State
        );
    }

    [Fact]
    public void What_was_declined_was_not_done()
    {
        var oil = Standing(61_000, Visit("Oil and filter service", 60_500, Instant.FromUtc(2026, 11, 1, 0, 0), DecisionKind.Declined))
            .First();
        Assert.Null(oil.LastOn);
        Assert.Equal(60_000, oil.PassedAt);
    }

    [Fact]
    public void What_was_never_done_here_presses_only_where_it_was_passed_lately()
    {
        Assert.Equal((90_000, DueState.Due), (Standing(91_000)[1].PassedAt!.Value, Standing(91_000)[1].Due.State));
        Assert.Equal((90_000, DueState.Later), (Standing(150_000)[1].PassedAt!.Value, Standing(150_000)[1].Due.State));
        Assert.Equal((null, DueState.Soon), (Standing(89_500)[1].PassedAt, Standing(89_500)[1].Due.State));
    }

    [Fact]
    public void A_service_by_time_alone_says_nothing_before_it_was_done_here_once()
    {
        Assert.DoesNotContain(Standing(60_000), s => s.Service.Title == "Brake fluid");
        Assert.Contains(Standing(60_000, Visit("Brake fluid, change", 20_000, Instant.FromUtc(2023, 1, 1, 0, 0))), s =>
            s.Service.Title == "Brake fluid" && s.Due.State == DueState.Late
        );
    }

    [Theory]
    [InlineData("Engine oil and filter", "Oil and filter service", true)]
    [InlineData("Brake fluid", "Brake fluid, change", true)]
    [InlineData("Rear brake pads", "Rear brake pads and rotors", true)]
    [InlineData("Brake inspection", "Brake fluid, change", false)]
    [InlineData("Front brake pads", "Rear brake pads", false)]
    [InlineData("Battery", "Battery, replace", true)]
    [InlineData("Service", "Replace one", false)]
    [InlineData("", "Battery", false)]
    [InlineData("Tires", "Tire rotation", true)]
    public void Titles_speak_of_the_same_work_when_the_words_of_one_are_all_in_the_other(string one, string other, bool same)
    {
        Assert.Equal(same, WorkTitleMatch.Same(one, other));
        Assert.Equal(same, WorkTitleMatch.Same(other, one));
    }

    [Fact]
    public void The_canned_job_with_the_closest_title_does_the_work()
    {
        CannedJob[] jobs =
        [
            new()
            {
                Id = 1,
                Title = "Synthetic oil and filter service, large engine",
                System = "Engine",
            },
            new()
            {
                Id = 2,
                Title = "Oil and filter service",
                System = "Engine",
            },
            new()
            {
                Id = 3,
                Title = "Spark plugs, four cylinders",
                System = "Engine",
                Words = "tune up misfire",
            },
        ];
        Assert.Equal(2, WorkTitleMatch.Canned("Engine oil and filter", jobs)!.Id);
        Assert.Equal(3, WorkTitleMatch.Canned("misfire", jobs)!.Id);
        Assert.Null(WorkTitleMatch.Canned("Timing belt", jobs));
        Assert.Null(WorkTitleMatch.Canned("replace", jobs));
    }
}
