using Yardstick.Core.Billing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Billing;

/// <summary>Months count from the due day each time.</summary>
public class OverdueInterestTests
{
    [Fact]
    public void What_is_due_on_a_31st_does_not_slip_to_the_28th()
    {
        var shop = new Shop();
        shop.Set("interestPercent", "2", inUse: false);
        shop.Set("interestAfterDays", "0", inUse: false);
        var invoice = new Invoice
        {
            DueOn = new(2027, 1, 31),
            CaseJson = "",
            DocumentJson = "",
        };
        OverdueInterest? On(LocalDate today, params LocalDate[] charged) =>
            OverdueInterest.Of(
                new OpenInvoice(invoice, new Money(10_000 + 200 * charged.Length)),
                [
                    .. charged.Select(through => new Adjustment
                    {
                        Kind = AdjustmentKind.Interest,
                        Amount = new Money(-200),
                        Through = through,
                    }),
                ],
                shop,
                today
            );
        Assert.Null(On(new(2027, 2, 27)));
        Assert.Equal(new OverdueInterest(new(10_000), 1, new(2027, 2, 28), new(200)), On(new(2027, 2, 28)));
        Assert.Null(On(new(2027, 3, 30), new LocalDate(2027, 2, 28)));
        Assert.Equal(new OverdueInterest(new(10_000), 1, new(2027, 3, 31), new(200)), On(new(2027, 3, 31), new LocalDate(2027, 2, 28)));
    }
}
