using CsCheck;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Billing;

/// <summary>
/// Card, cash, checks, the pay page and a second counter at once, in whatever order answers come, get lost and are looked up.
/// </summary>
public class InterleavingTests
{
    private const long Due = 10_000;

    private enum Act
    {
        Cash,
        CashKnowingly,
        Check,
        BeginPart,
        BeginAll,
        HandOver,
        AnswerLost,
        Answer,
        Refuse,
        LookUp,
        Refund,
        OpenPage,
        ClosePage,
    }

    /// <summary>The invoice as two counters and a terminal leave it.</summary>
    private sealed class Till
    {
        private readonly List<Payment> payments = [];
        private readonly List<CardCharge> charges = [];
        private readonly HashSet<Guid> made = [],
            settled = [];
        private Instant now = Mina.At;

        private static readonly Invoice Hundred = new()
        {
            Id = 1,
            OrderId = 2,
            CustomerId = 3,
            Total = new Money(Due),
            AmountDue = new Money(Due),
            CaseJson = "",
            DocumentJson = "",
        };

        internal InvoiceAccount Account => new(Hundred, [], payments, [], charges);

        internal int MadeCharges => made.Count;

        internal void Do(Act act)
        {
            now += Duration.FromSeconds(20);
            var actor = Mina with { At = now };
            var open = charges.Find(c => c.State == CardChargeState.Pending);
            switch (act)
            {
                case Act.Cash or Act.CashKnowingly:
                    Take(Account.TakeCash("30", act == Act.CashKnowingly, actor));
                    break;
                case Act.Check:
                    Take(Account.TakeCheck("25", "77", false, actor));
                    break;
                case Act.BeginPart or Act.BeginAll:
                    if (
                        Account.BeginCharge(act == Act.BeginPart ? "40" : null, null, false, actor) is { Ok: true } begun
                        && !charges.Contains(begun.Value)
                    )
                        charges.Add(begun.Value);
                    break;
                case Act.OpenPage when Account.BeginOnPage(null, null, false, now) is { Ok: true } page && !charges.Contains(page.Value):
                    charges.Add(page.Value);
                    Account.HandOver(page.Value, now);
                    break;
                case Act.ClosePage when open is { OnPage: true } && !made.Contains(open.IdempotencyKey):
                    open.Answered(CardChargeState.Declined, "", "", "called off", now);
                    break;
                case Act.HandOver when open is { HandedOverAt: null }:
                    Account.HandOver(open, now);
                    break;
                case Act.AnswerLost when open is { HandedOverAt: not null }:
                    // The terminal made it; nobody heard.
                    made.Add(open.IdempotencyKey);
                    open.NotAnswered("did not answer");
                    break;
                case Act.Answer when open is { HandedOverAt: not null }:
                    made.Add(open.IdempotencyKey);
                    Settle(open);
                    break;
                case Act.Refuse when open is { HandedOverAt: not null, Amount.Cents: > 0 } && !made.Contains(open.IdempotencyKey):
                    open.Answered(CardChargeState.Declined, "", "", "no", now);
                    break;
                case Act.LookUp when open is { HandedOverAt: not null }:
                    Settle(open);
                    break;
                case Act.Refund when payments.Find(p => p.Amount.Cents > 0 && Account.Refundable(p).Cents > 0) is { } payment:
                    Back(Account.RefundOf(payment.Id, "5", actor));
                    break;
            }
        }

        /// <summary>Every open charge is looked up until it is known.</summary>
        internal void Finish()
        {
            for (var i = 0; i < 20 && charges.Exists(c => c.State == CardChargeState.Pending); i++)
            {
                now += Duration.FromMinutes(2);
                var open = charges.Find(c => c.State == CardChargeState.Pending)!;
                if (open.HandedOverAt is null)
                    Account.HandOver(open, now);
                else
                    Settle(open);
            }
        }

        private void Settle(CardCharge charge)
        {
            if (made.Contains(charge.IdempotencyKey) || charge.Amount.Cents < 0)
            {
                made.Add(charge.IdempotencyKey);
                charge.Answered(CardChargeState.Approved, "R1", "4242", "", now);
            }
            else
                charge.Answered(CardChargeState.NotMade, "", "", "", now);
            if (charge.State != CardChargeState.Approved || !settled.Add(charge.IdempotencyKey))
                return;
            payments.Add(With(Account.Charged(charge, now)));
            if (charge.Amount.Cents > 0 && Account.GiveBack(PaymentMethod.Card, Mina with { At = now }) is { Ok: true } back)
                charges.Add(back.Value.Charge!);
        }

        private void Take(Result<Payment> taken)
        {
            if (taken.Ok)
                payments.Add(With(taken.Value));
        }

        private void Back(Result<Refund> refund)
        {
            if (refund is { Ok: true, Value.Paid: { } paid })
                payments.Add(With(paid));
            if (refund is { Ok: true, Value.Charge: { } charge })
                charges.Add(charge);
        }

        private Payment With(Payment payment) =>
            new()
            {
                Id = payments.Count + 1,
                CustomerId = payment.CustomerId,
                OrderId = payment.OrderId,
                InvoiceId = payment.InvoiceId,
                Method = payment.Method,
                Amount = payment.Amount,
                CardChargeId = payment.CardChargeId,
                RefundsId = payment.RefundsId,
                At = payment.At,
            };
    }

    [Fact]
    public void Whatever_happens_nothing_is_paid_twice_and_all_money_is_known() =>
        Gen.Int[0, (int)Act.ClosePage]
            .Array[5, 40]
            .Sample(
                acts =>
                {
                    var till = new Till();
                    foreach (var act in acts)
                        till.Do((Act)act);
                    till.Finish();
                    var account = till.Account;
                    Assert.Null(account.PendingCharge);
                    // What the terminal made is a payment, once; nothing else came by card.
                    Assert.Equal(till.MadeCharges, account.Payments.Count(p => p.Method == PaymentMethod.Card));
                    Assert.InRange(account.Paid.Cents, 0, Due + 2_500);
                    Assert.Equal(Due - account.Paid.Cents, account.Balance.Cents);
                    // Only a check can be more than is owed; what a card brought too much went back.
                    Assert.True(account.Surplus.Cents == 0 || account.Payments.Any(p => p.Method == PaymentMethod.Check));
                    Assert.All(account.Payments, p => Assert.True(account.Refundable(p).Cents >= 0));
                },
                iter: 3000
            );
}
