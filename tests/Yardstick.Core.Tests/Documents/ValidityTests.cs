using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Documents;

/// <summary>An estimate promises what the shop's own limit keeps, and nothing else.</summary>
public class ValidityTests
{
    [Theory]
    [InlineData(10.0, 75.0, false, "the smaller of 10% and $75.00")]
    [InlineData(12.5, 75.0, true, "the greater of 12.5% and $75.00")]
    [InlineData(10.0, null, false, "10%")]
    [InlineData(null, 1500.0, false, "$1,500.00")]
    [InlineData(null, null, false, "")]
    public void The_allowance_in_words(double? percent, double? amount, bool greater, string words) =>
        Assert.Equal(
            words,
            Ceiling.Words(
                new OverrunRule
                {
                    Percent = (decimal?)percent,
                    Amount = (decimal?)amount,
                    TakeGreater = greater,
                },
                "USD"
            )
        );

    [Theory]
    [InlineData(true, "If it grows by more than the smaller of 10% and $20.00, we ask you again")]
    [InlineData(false, "If it grows past what you approved, we ask you again")]
    public void The_estimate_prints_the_shops_own_limit(bool limit, string words)
    {
        var order = new Order { Id = 1, Number = 1 };
        var job = new Job { Title = "Brakes" };
        job.Lines.Add(new LaborLine { Description = "Brakes", Hours = new(1) });
        order.AddJob(job, Mina);
        var result = Policy.Price(order, JobSelection.All);
        var parties = new DocumentParties(null, null, "Mina");
        var overrun = limit ? Policy.Pricing.Overrun : null;
        Assert.Contains(
            words,
            DocumentMaker.OfOrder(order, parties, TheShop, result, DocumentKind.Estimate, 1, Now, overrun).Validity,
            StringComparison.Ordinal
        );
        Assert.Empty(DocumentMaker.OfOrder(order, parties, TheShop, result, DocumentKind.Invoice, 1, Now, overrun).Validity);
    }
}
