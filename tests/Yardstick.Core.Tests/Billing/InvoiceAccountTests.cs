using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Billing;

/// <summary>No invoice is paid twice, and what came too much goes back.</summary>
public class InvoiceAccountTests
{
    private static readonly Invoice Hundred = new()
    {
        Id = 1,
        OrderId = 2,
        CustomerId = 3,
        Total = new Money(10_000),
        AmountDue = new Money(10_000),
        CaseJson = "",
        DocumentJson = "",
    };

    private static InvoiceAccount Account(bool reversed, IEnumerable<long> paid, params CardCharge[] charges) =>
        new(
            Hundred,
            reversed ? [Taken(Hundred)] : [],
            [
                .. paid.Select(
                    (p, i) =>
                        new Payment
                        {
                            Id = i + 1,
                            InvoiceId = 1,
                            // The first came in cash, what came later by card.
                            Method = i == 0 ? PaymentMethod.Cash : PaymentMethod.Card,
                            Amount = new Money(p),
                        }
                ),
            ],
            [],
            charges
        );

    private static Invoice Taken(Invoice whole) =>
        new()
        {
            Id = 9,
            Kind = InvoiceKind.CreditNote,
            AmountDue = -whole.AmountDue,
            CreditsAll = true,
            CorrectsId = whole.Id,
            CaseJson = "",
            DocumentJson = "",
        };

    private static CardCharge Charge(long cents, CardChargeState state = CardChargeState.Pending) =>
        new()
        {
            InvoiceId = 1,
            Amount = new Money(cents),
            State = state,
        };

    [Fact]
    public void Cash_waits_for_an_open_charge_unless_somebody_takes_it_knowingly()
    {
        var open = Account(false, [1_000], Charge(9_000));
        Assert.Equal("charge.pending", open.TakeCash("200", false, Mina).Problem!.Code);
        var taken = open.TakeCash("200", true, Mina).Value;
        Assert.Equal((9_000L, 11_000L), (taken.Amount.Cents, taken.Change.Cents));
        Assert.True(Account(false, [], Charge(9_000, CardChargeState.Declined)).TakeCash("10", false, Mina).Ok);
        Assert.Equal("payment.paid", Account(false, [10_000]).TakeCash("10", false, Mina).Problem!.Code);
    }

    [Fact]
    public void There_is_one_open_charge_at_a_time_of_what_is_owed()
    {
        Assert.Equal(4_000, Account(false, [6_000]).BeginCharge(null, null, false, Mina).Value.Amount.Cents);
        Assert.Equal("tip.off", Account(false, [6_000]).BeginCharge(null, "2", false, Mina).Problem!.Code);
        var onPage = Account(false, [6_000]).BeginOnPage("15", "2", true, Mina.At).Value;
        Assert.Equal((1_500, 200, 1_700), (onPage.Amount.Cents, onPage.Tip.Cents, onPage.Charged.Cents));
        Assert.Equal("payment.more", Account(false, [6_000]).BeginOnPage("41", null, true, Mina.At).Problem!.Code);
        var open = Charge(4_000);
        Assert.Same(open, Account(false, [6_000], open).BeginCharge(null, null, false, Mina).Value);
        Assert.Equal("payment.paid", Account(false, [10_000]).BeginCharge(null, null, false, Mina).Problem!.Code);
    }

    [Fact]
    public void A_charge_goes_out_only_while_the_invoice_needs_it()
    {
        var charge = Charge(9_000);
        Assert.True(Account(false, [1_000], charge).MayGo(charge));
        Assert.False(Account(false, [1_001], charge).MayGo(charge));
        Assert.False(Account(true, [], charge).MayGo(charge));
        Assert.True(Account(false, [19_000]).MayGo(Charge(-9_000)));
        charge.CallOff();
        Assert.Equal(CardChargeState.NotMade, charge.State);
    }

    [Fact]
    public void What_was_paid_too_much_goes_back_once()
    {
        var twice = Account(false, [10_000, 9_000]);
        Assert.Equal((-9_000L, 9_000L), (twice.Balance.Cents, twice.Surplus.Cents));
        Assert.Equal(-9_000, twice.GiveBack(PaymentMethod.Cash, Mina).Value.Paid!.Amount.Cents);
        Assert.Equal(-9_000, twice.GiveBack(PaymentMethod.Card, Mina).Value.Charge!.Amount.Cents);
        Assert.Equal("refund.none", Account(false, [10_000, 9_000], Charge(-9_000)).GiveBack(PaymentMethod.Card, Mina).Problem!.Code);
        Assert.Equal("refund.none", Account(false, [10_000]).GiveBack(PaymentMethod.Cash, Mina).Problem!.Code);
        // A refund that the terminal refused leaves the money here; it can go back in cash.
        Assert.Equal(
            -10_000,
            Account(true, [10_000], Charge(-10_000, CardChargeState.Declined)).GiveBack(PaymentMethod.Cash, Mina).Value.Paid!.Amount.Cents
        );
    }

    [Fact]
    public void Unknown_means_not_made_only_a_while_after_it_was_handed_over()
    {
        var charge = CardCharge.Begin(1, new Money(100), Mina);
        Assert.False(charge.UnknownMeansNotMade(Mina.At.PlusHours(1)));
        charge.HandedOverAt = Mina.At;
        Assert.False(charge.UnknownMeansNotMade(Mina.At + Duration.FromSeconds(59)));
        Assert.True(charge.UnknownMeansNotMade(Mina.At.PlusMinutes(1)));
    }
}
