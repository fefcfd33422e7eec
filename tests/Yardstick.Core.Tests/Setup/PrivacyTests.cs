using Yardstick.Core.Customers;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Setup;

public class PrivacyTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 28, 15, 0);

    [Fact]
    public void Years_of_invoices_count_from_the_end_of_the_year()
    {
        var plan = new RetentionPlan();
        Assert.Equal(new LocalDate(2034, 1, 1), plan.InvoiceEnds(new LocalDate(2026, 1, 1)));
        Assert.Equal(new LocalDate(2034, 1, 1), plan.InvoiceEnds(new LocalDate(2026, 12, 31)));
        // The day on which one ends is the day from which it is before the border.
        foreach (var posted in new[] { new LocalDate(2026, 1, 1), new LocalDate(2026, 12, 31) })
        {
            Assert.True(posted < plan.InvoicesEndedBefore(plan.InvoiceEnds(posted)));
            Assert.False(posted < plan.InvoicesEndedBefore(plan.InvoiceEnds(posted).PlusDays(-1)));
        }
    }

    [Theory]
    [InlineData("invoiceYears", "10", "10")]
    [InlineData("invoiceYears", "0", null)]
    [InlineData("invoiceYears", "", null)]
    [InlineData("invoiceYears", "31", null)]
    [InlineData("messageMonths", "", "")]
    [InlineData("messageMonths", "24", "24")]
    [InlineData("messageMonths", "-1", null)]
    [InlineData("requestMonths", "1.5", null)]
    [InlineData("requestMonths", "", "")]
    [InlineData("lookMonths", "", null)]
    [InlineData("lookMonths", "361", null)]
    public void A_plan_is_typed_field_by_field(string field, string typed, string? shown)
    {
        var plan = new RetentionPlan();
        var before = plan.Shown(field);
        var set = plan.Set(field, typed);
        Assert.Equal(shown is not null, set.Ok);
        Assert.Equal(shown ?? before, plan.Shown(field));
        Assert.Equal(set.Ok ? 2 : 1, plan.Version);
    }

    [Fact]
    public void Open_work_appointments_and_money_keep_a_customer_from_being_erased()
    {
        Assert.Empty(ErasureObstacles.Of([], 0, Money.Zero, "USD"));
        Assert.Equal("Order 3501 is open. Invoice or end it first.", Assert.Single(ErasureObstacles.Of([3501], 0, Money.Zero, "USD")));
        Assert.Equal(
            [
                "Orders 1, 2 are open. Invoice or end them first.",
                "2 appointments are coming up. Cancel them first.",
                "They owe 12.30 USD. Settle or write it off first.",
            ],
            ErasureObstacles.Of([1, 2], 2, Money.Of(12.3m), "USD")
        );
        Assert.Equal("The shop owes them 5.00 USD. Refund it first.", Assert.Single(ErasureObstacles.Of([], 0, Money.Of(-5), "USD")));
    }

    [Fact]
    public void An_erased_customer_has_nothing_left_that_says_who_they_were()
    {
        var customer = Customer.Create("Kofi", "Marsh", "", "207 555 0142", "kofi@example.com", "US", Now).Value;
        customer.Set("notes", "Rings twice.", new LocalDateTime(2026, 11, 28, 9, 0));
        customer.Erase(Now);
        Assert.Equal(Customer.ErasedName, customer.DisplayName);
        Assert.Empty(customer.Phones);
        Assert.Empty(customer.Emails);
        Assert.Equal("", customer.Notes);
        Assert.Equal(Now, customer.ErasedAt);
        customer.Erase(Now + Duration.FromDays(1));
        Assert.Equal(Now, customer.ErasedAt);
    }

    [Fact]
    public void What_goes_later_adds_up_and_the_record_is_complete_when_nothing_has_to_stay()
    {
        Assert.Equal("erasure.request", Erasure.Begin(7, " ", Now, 1).Problem?.Code);
        var erasure = Erasure.Begin(7, "by letter of March 3", Now, 1).Value;
        erasure.Went([new("messages", 3), new("orders", 1)], ["aa"], new LocalDate(2034, 1, 1), Now);
        Assert.Null(erasure.CompletedAt);
        erasure.Went([new("orders", 2)], ["aa", "bb"], null, Now + Duration.FromDays(9));
        Assert.Equal([new ErasedCount("messages", 3), new ErasedCount("orders", 3)], erasure.Counts);
        Assert.Equal(["aa", "bb"], erasure.FilesLeft);
        Assert.Equal(Now + Duration.FromDays(9), erasure.CompletedAt);
    }
}
