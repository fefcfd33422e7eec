using CsCheck;
using Yardstick.Core.Approval;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Approval;

/// <summary>What holds of every message, every offer and every conversation, whatever happens in which order.</summary>
public class AskingPropertyTests
{
    private static readonly ShopPolicy Policy = ShopPolicy.Read(
        """
        {"currency":"USD","laborRates":{"general":100.00},"laborCostPerHour":40,"markupBands":{"standard":[{"upTo":20,"multiplier":2.5},{"upTo":null,"multiplier":1.7}]},"categories":{},"priceEnding":"none","companions":[],"orderFees":[{"code":"ENV","amount":4.00,"taxable":true}],
        "supplies":{"percent":9,"base":"labor","maximum":25.00,"taxable":true,"costPercent":50},"taxes":[{"code":"STATE","percent":5.5,"on":["labor","part","supplies","fee"]}],"overrun":{"percent":10,"amount":20,"take":"smaller"},"shop":{"marginAim":50,"stockCost":"last","exemptions":[]}}
        """
    );

    private static readonly Gen<Job> Jobs =
        from hours in Gen.Int[0, 400]
        from cost in Gen.Int[1, 30_000]
        from quantity in Gen.Int[1, 6]
        from lines in Gen.Bool
        from fixedPrice in Gen.Int[0, 4]
        select Of(hours / 100m, cost / 100m, quantity, lines, fixedPrice == 0 ? 99.95m : null);

    private static Job Of(decimal hours, decimal cost, int quantity, bool lines, decimal? fixedPrice)
    {
        var job = new Job
        {
            Title = "Job",
            LinesOpen = lines,
            FixedPrice = fixedPrice is { } price ? Money.Of(price) : null,
        };
        job.Lines.Add(new LaborLine { Description = "Labor", Hours = new(hours) });
        job.Lines.Add(
            new PartLine
            {
                Description = "Part",
                Quantity = new(quantity),
                UnitCost = new(cost),
                Position = 1,
            }
        );
        return job;
    }

    private static readonly Gen<Order> Orders = Jobs.List[1, 5]
        .Select(jobs =>
        {
            var order = new Order { Id = 1, Number = 3001 };
            foreach (var job in jobs)
            {
                job.Id = order.Jobs.Count + 11;
                foreach (var line in job.Lines)
                    line.Id = job.Id * 10 + line.Position;
                order.AddJob(job, Mina);
            }
            return order;
        });

    private static PricingResult Price(Order order, JobSelection include) => Policy.Price(order, include);

    private static EstimateSnapshot Shown(Order order) => Policy.Shown(order);

    /// <summary>What can happen to a message, from outside and from within.</summary>
    private static readonly Action<Message>[] Happenings =
    [
        m =>
        {
            if (m.State == MessageState.Waiting)
                m.Begin();
        },
        m =>
        {
            if (m.State == MessageState.HandingOver)
                m.HandedOver(Mina.At);
        },
        m =>
        {
            if (m.State == MessageState.HandingOver)
                m.NotHandedOver("is not responding", final: false, Mina.At);
        },
        m =>
        {
            if (m.State == MessageState.HandingOver)
                m.NotHandedOver("refuses it", final: true, Mina.At);
        },
        m => m.WasInterrupted(Mina.At),
        m => m.Became(true, ""),
        m => m.Became(false, "No such number."),
        m => m.Resolve(again: true, Mina.At),
        m => m.Resolve(again: false, Mina.At),
        m => m.Withdraw(),
    ];

    [Fact]
    public void A_message_never_leaves_its_end_and_an_email_is_never_sent_again_by_itself()
    {
        Gen.Select(Gen.Bool, Gen.Int[0, Happenings.Length - 1].Array[0, 40])
            .Sample(
                (isText, happened) =>
                {
                    var message = Message
                        .Write(isText ? MessageChannel.Text : MessageChannel.Email, "x", "About", "Hello", Mina, Mina.At)
                        .Value;
                    foreach (var what in happened)
                    {
                        var was = message.State;
                        Happenings[what](message);
                        if (was is MessageState.Delivered or MessageState.Withdrawn)
                            Assert.Equal(was, message.State);
                        // Only a person has an email go out again that may have gone out already.
                        if (!isText && was == MessageState.MayHaveBeenSent && message.State == MessageState.Waiting)
                            Assert.Equal(7, what);
                        if (!isText && was == MessageState.HandingOver && what == 4)
                            Assert.Equal(MessageState.MayHaveBeenSent, message.State);
                        if (message.State == MessageState.Withdrawn && was != MessageState.Withdrawn)
                            Assert.True(was is MessageState.Waiting or MessageState.Failed);
                        Assert.InRange(message.Tries, 0, Message.MostTries);
                        if (message.State is MessageState.Failed or MessageState.MayHaveBeenSent)
                            Assert.NotEmpty(message.Trouble);
                        if (message.State is MessageState.Delivered)
                            Assert.Empty(message.Trouble);
                    }
                },
                iter: 3000
            );
    }

    [Fact]
    public void An_offer_outlives_being_frozen_and_any_change_of_a_figure_is_seen_and_said()
    {
        Gen.Select(Orders, Gen.Int[0, 100])
            .Sample(
                (order, pick) =>
                {
                    var sent = EstimateSnapshot.FromJson(Shown(order).ToJson());
                    Assert.Equal(sent.OfferHash, Shown(order).OfferHash);
                    foreach (var job in Shown(order).Jobs)
                        Assert.Empty(sent.ChangesOf(job));

                    var changed = order.Jobs[pick % order.Jobs.Count];
                    var line = changed.Lines[1];
                    Assert.True(order.SetLine(line.Id, "quantity", $"{line.AsPart().Quantity.Value + 1:0}", Mina).Ok);
                    var now = Shown(order);
                    Assert.NotEqual(sent.OfferHash, now.OfferHash);
                    Assert.NotEmpty(sent.ChangesOf(now.Jobs.First(j => j.Id == changed.Id)));
                    // Put back, it is the offer again that was sent.
                    Assert.True(order.SetLine(line.Id, "quantity", $"{line.AsPart().Quantity.Value - 1:0}", Mina).Ok);
                    Assert.Equal(sent.OfferHash, Shown(order).OfferHash);
                },
                iter: 150
            );
    }

    [Fact]
    public void Whatever_is_chosen_the_page_and_the_answer_come_to_the_same()
    {
        Gen.Select(Orders, Gen.Int[0, 31])
            .Sample(
                (order, bits) =>
                {
                    var open = order.OnJobs.ToList();
                    var chosen = bits & ((1 << open.Count) - 1);
                    var pricing = OrderPricing.CaseOf(order, null, Policy, OrderPricing.Offered(order), Today);
                    var told = SelectionPricing.All(pricing, [], open)[chosen];
                    var yes = order.OnJobs.Where((_, i) => (chosen & (1 << i)) != 0).ToList();
                    foreach (var job in order.OnJobs.ToList())
                        Assert.True(
                            order
                                .Decide(
                                    job.Id,
                                    new Answer(
                                        yes.Contains(job) ? DecisionKind.Approved : DecisionKind.Declined,
                                        "Vesa",
                                        AnswerChannel.Link
                                    ),
                                    Price,
                                    Mina
                                )
                                .Ok
                        );
                    Assert.Equal(told.Total, Price(order, JobSelection.ApprovedOnly).Total);
                    if (yes.Count > 0)
                        Assert.Equal(
                            told.Total,
                            order
                                .Decisions.Last(d => d.Kind == DecisionKind.Approved || d.JobId == order.OnJobs.Last().Id)
                                .AmountAgreed.Amount
                        );
                },
                iter: 150
            );
    }

    [Fact]
    public void Lines_left_out_come_to_what_the_page_said_they_would()
    {
        Gen.Select(Orders, Gen.Int[0, 100], Gen.Bool)
            .Sample(
                (order, pick, second) =>
                {
                    var job = order.Jobs[pick % order.Jobs.Count];
                    var line = job.Lines[second ? 1 : 0];
                    var pricing = OrderPricing.CaseOf(order, null, Policy, OrderPricing.Offered(order), Today);
                    var told = SelectionPricing.Of(
                        SelectionPricing.Without(order, pricing, new HashSet<long> { line.Id }),
                        [],
                        [job],
                        new HashSet<long> { job.Id }
                    );
                    var decided = order.Decide(
                        job.Id,
                        new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone) { LinesOut = new HashSet<long> { line.Id } },
                        Price,
                        Mina
                    );
                    if (!job.LinesOpen || job.FixedPrice is not null)
                    {
                        Assert.Equal("decision.lines", decided.Problem!.Code);
                        Assert.All(job.Lines, l => Assert.False(l.IsExcluded));
                        return;
                    }
                    Assert.True(decided.Ok);
                    Assert.Equal(line.Description, decided.Value.LeftOut);
                    Assert.Equal(told.Total, decided.Value.AmountAgreed.Amount);
                    // What the decision itself left out is no change since.
                    Assert.Empty(
                        EstimateSnapshot
                            .FromJson(Shown(order).ToJson())
                            .ChangesOf(Shown(order).Jobs.First(j => j.Id == job.Id), decided.Value.LeftOut)
                    );
                },
                iter: 200
            );
    }

    [Fact]
    public void Nobody_goes_past_the_ceiling_and_a_new_answer_or_a_manager_moves_it()
    {
        Gen.Select(Orders, Gen.Int[1, 3000], Gen.Bool)
            .Sample(
                (order, more, byManager) =>
                {
                    foreach (var job in order.OnJobs.ToList())
                        Assert.True(order.Decide(job.Id, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone), Price, Mina).Ok);
                    var agreed = order.AmountAgreed!.Value.Amount;
                    var labor = order.Jobs[0].Lines[0];
                    order.SetLine(
                        labor.Id,
                        "hours",
                        (labor.AsLabor().Hours.Value + more / 100m).ToString(System.Globalization.CultureInfo.InvariantCulture),
                        Mina
                    );
                    OrderPricing.Refresh(order, null, Policy, Today);
                    // A cent either way is left to the rounding, which the pricing examples hold.
                    var over = order.ApprovedTotal.Amount - agreed - Math.Min(agreed * 0.10m, 20);
                    if (Math.Abs(over) > 0.01m)
                        Assert.Equal(over > 0, order.PastCeiling(Policy));
                    var begin = order.BeginWork(order.Jobs[0].Id, Policy, Mina);
                    Assert.Equal(order.PastCeiling(Policy), !begin.Ok);
                    if (!order.PastCeiling(Policy))
                        return;
                    if (byManager)
                        Assert.True(order.PassCeiling("She is on a plane and said go on", Policy, Mina).Ok);
                    else
                        Assert.True(
                            order
                                .Decide(
                                    order.Jobs[0].Id,
                                    new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone),
                                    Price,
                                    Mina with
                                    {
                                        At = Mina.At.PlusMinutes(5),
                                    }
                                )
                                .Ok
                        );
                    Assert.False(order.PastCeiling(Policy));
                    Assert.True(order.BeginWork(order.Jobs[0].Id, Policy, Mina).Ok);
                },
                iter: 150
            );
    }
}
