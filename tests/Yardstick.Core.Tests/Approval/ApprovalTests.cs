using Yardstick.Core.Approval;
using Yardstick.Core.Inspections;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Approval;

/// <summary>What customers are shown and asked, and what is written to them.</summary>
public class ApprovalTests
{
    private static readonly ShopPolicy Policy = Taxed;

    private static PricingResult Price(Order order, JobSelection include) => Policy.Price(order, include);

    private static Order Made(params (string Title, decimal Hours)[] jobs)
    {
        var order = new Order
        {
            Id = 1,
            Number = 3001,
            CounterSale = false,
        };
        foreach (var (title, hours) in jobs)
        {
            var job = new Job { Id = order.Jobs.Count + 11, Title = title };
            job.Lines.Add(
                new LaborLine
                {
                    Id = order.Jobs.Count * 10 + 101,
                    Description = title,
                    Hours = new(hours),
                }
            );
            job.Lines.Add(
                new PartLine
                {
                    Id = order.Jobs.Count * 10 + 102,
                    Description = $"Part of {title}",
                    Quantity = new(1),
                    UnitCost = new(20),
                    Position = 1,
                }
            );
            order.AddJob(job, Mina);
        }
        return order;
    }

    private static PricingCase CaseOf(Order order) => OrderPricing.CaseOf(order, null, Policy, OrderPricing.Offered(order), Today);

    [Fact]
    public void Every_choice_of_jobs_has_its_figures_and_what_a_job_adds_agrees_with_them()
    {
        var order = Made(("Brakes", 1), ("Belt", 2), ("Wipers", 0.2m));
        var open = order.OnJobs.ToList();
        var choices = SelectionPricing.All(CaseOf(order), [], open);

        Assert.Equal(8, choices.Count);
        Assert.Equal(0, choices[0].Total);
        decimal Total(IEnumerable<long> jobs) => choices.Single(c => c.JobIds.ToHashSet().SetEquals(jobs)).Total;
        foreach (var choice in choices)
        {
            foreach (var job in open.Select(j => j.Id))
                Assert.Equal(
                    Total(choice.JobIds.Append(job)) - Total(choice.JobIds.Where(j => j != job)),
                    choice.Adds.Single(a => a.JobId == job).Amount
                );
        }
        // Supplies are capped: with both others in, the wipers add none of their own.
        Assert.Equal(decimal.Round((20m + 40m) * 1.05m, 2), choices[7].Adds[2].Amount);
        var many = Made(Enumerable.Range(0, 7).Select(i => ($"Job {i}", 1m)).ToArray());
        Assert.Empty(SelectionPricing.All(CaseOf(many), [], many.OnJobs.ToList()));
    }

    [Fact]
    public void A_line_that_is_left_out_is_priced_as_switched_out()
    {
        var order = Made(("Brakes", 1));
        var open = order.OnJobs.ToList();
        var without = SelectionPricing.Of(
            SelectionPricing.Without(order, CaseOf(order), new HashSet<long> { 102 }),
            [],
            open,
            new HashSet<long> { open[0].Id }
        );
        order.Jobs[0].Lines[1].IsExcluded = true;
        Assert.Equal(Price(order, JobSelection.All).Total, without.Total);
    }

    [Fact]
    public void A_diagnosis_is_credited_while_its_repair_is_approved()
    {
        var order = Made(("Find the noise", 1), ("Replace the bearing", 2));
        var diagnosis = order.Jobs[0];
        Assert.True(order.SetJob(diagnosis.Id, "credit", "100%", Mina).Ok);
        Assert.Equal("100%", diagnosis.CreditShown);
        Assert.Contains("credited in full when the repair is approved", diagnosis.CreditWords(order), StringComparison.Ordinal);

        void Decide(Job job, DecisionKind kind) =>
            Assert.True(
                order
                    .Decide(
                        job.Id,
                        new Answer(
                            kind,
                            "Vesa",
                            AnswerChannel.Phone,
                            DeferUntil: kind == DecisionKind.Deferred ? Today.PlusMonths(1) : null
                        ),
                        Price,
                        Mina
                    )
                    .Ok
            );
        Decide(diagnosis, DecisionKind.Approved);
        var alone = Price(order, JobSelection.ApprovedOnly);
        Assert.Equal(140, alone.Jobs[0].Subtotal);
        Decide(order.Jobs[1], DecisionKind.Approved);
        Assert.Equal(0, Price(order, JobSelection.ApprovedOnly).Jobs[0].Subtotal);
        Decide(order.Jobs[1], DecisionKind.Declined);
        Assert.Equal(140, Price(order, JobSelection.ApprovedOnly).Jobs[0].Subtotal);

        Assert.Equal("job.credit", order.SetJob(diagnosis.Id, "credit", "120%", Mina).Problem!.Code);
        Assert.True(order.SetJob(diagnosis.Id, "credit", "", Mina).Ok);
        Assert.False(diagnosis.IsCredited);
    }

    [Fact]
    public void Unsafe_work_is_declined_only_with_an_acknowledgement()
    {
        var order = Made(("Ball joint", 1));
        order.SetJob(11, "isUnsafe", "true", Mina);
        Assert.Equal(
            "decision.unsafe",
            order.Decide(11, new Answer(DecisionKind.Declined, "Vesa", AnswerChannel.Phone), Price, Mina).Problem!.Code
        );
        Assert.Equal(DecisionKind.Proposed, order.Jobs[0].Decision);
        // Who stands at the counter signs it.
        Assert.Equal(
            "decision.sign",
            order
                .Decide(11, new Answer(DecisionKind.Declined, "Vesa", AnswerChannel.InPerson) { Acknowledged = "I know." }, Price, Mina)
                .Problem!.Code
        );
        var declined = order.Decide(
            11,
            new Answer(DecisionKind.Declined, "Vesa", AnswerChannel.Phone) { Acknowledged = "I know." },
            Price,
            Mina
        );
        Assert.Equal("I know.", declined.Value.Acknowledged);
    }

    [Fact]
    public void Lines_can_be_left_out_only_where_the_job_allows_it_and_never_all_of_them()
    {
        var order = Made(("Brakes", 1));
        var without = new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone) { LinesOut = new HashSet<long> { 102 } };
        Assert.Equal("decision.lines", order.Decide(11, without, Price, Mina).Problem!.Code);
        order.SetJob(11, "linesOpen", "true", Mina);
        Assert.Equal(
            "decision.lines",
            order
                .Decide(
                    11,
                    without with
                    {
                        LinesOut = new HashSet<long> { 101, 102 },
                    },
                    Price,
                    Mina
                )
                .Problem!.Code
        );
        var decided = order.Decide(11, without, Price, Mina);
        Assert.Equal("Part of Brakes", decided.Value.LeftOut);
        Assert.Equal(Price(order, JobSelection.ApprovedOnly).Total, decided.Value.AmountAgreed.Amount);
        Assert.True(order.Jobs[0].Lines[1].IsExcluded);
    }

    [Fact]
    public void Past_the_ceiling_a_manager_can_let_the_work_go_on_up_to_what_it_comes_to()
    {
        var order = Made(("Brakes", 1), ("Belt", 2));
        Assert.True(order.Decide(11, new Answer(DecisionKind.Approved, "Vesa", AnswerChannel.Phone), Price, Mina).Ok);
        OrderPricing.Refresh(order, null, Policy, Today);
        Assert.Equal("ceiling.within", order.PassCeiling("why not", Policy, Mina).Problem!.Code);
        order.SetLine(101, "hours", "3", Mina);
        OrderPricing.Refresh(order, null, Policy, Today);
        Assert.True(order.PastCeiling(Policy));
        Assert.Equal("order.ceiling", order.BeginWork(11, Policy, Mina).Problem!.Code);
        Assert.Equal("ceiling.reason", order.PassCeiling(" ", Policy, Mina).Problem!.Code);

        Assert.True(order.PassCeiling("The bolt was seized, owner reached by radio", Policy, Mina).Ok);
        Assert.False(order.PastCeiling(Policy));
        Assert.True(order.BeginWork(11, Policy, Mina).Ok);
        // What it grows to after that is not covered.
        order.SetLine(101, "hours", "4", Mina);
        OrderPricing.Refresh(order, null, Policy, Today);
        Assert.True(order.PastCeiling(Policy));
    }

    [Fact]
    public void Another_visit_is_not_approved_here_and_keeps_prices_and_parts_of_the_job()
    {
        var order = Made(("Brakes", 1));
        order.Jobs[0].Lines[1].AsPart().UnitPrice = new(55);
        order.Decide(11, new Answer(DecisionKind.AnotherVisit, "Vesa", AnswerChannel.Phone), Price, Mina);
        Assert.Equal(0, Price(order, JobSelection.ApprovedOnly).Total);
        var copy = order.Jobs[0].ForAnotherVisit(order);
        Assert.Equal((55m, 100m), (copy.Lines[1].AsPart().UnitPrice!.Value.Value, copy.Lines[0].AsLabor().QuotedPrice!.Value.Value));
        Assert.Equal("Approved on order 3001", copy.OriginText);
    }

    private static EstimateSnapshot Shown(Order order, params Finding[] findings) => Policy.Shown(order, findings);

    [Fact]
    public void An_offer_is_the_same_until_work_or_money_changes()
    {
        var order = Made(("Brakes", 1), ("Belt", 2));
        var hash = Shown(order).OfferHash;
        Assert.Equal(hash, EstimateSnapshot.FromJson(Shown(order).ToJson()).OfferHash);
        // The same figures with more zeros, as a database gives them back, are the same offer.
        order.Jobs[0].Lines[0].AsLabor().Hours = new(1.0000m);
        order.Jobs[0].Lines[1].AsPart().UnitCost = new(20.0000m);
        Assert.Equal(hash, Shown(order).OfferHash);
        Assert.Equal(hash, Shown(order, new Finding { Text = "Seal wet", ReleasedAt = Mina.At }).OfferHash);
        order.SetLine(102, "unitCost", "21", Mina);
        Assert.NotEqual(hash, Shown(order).OfferHash);
    }

    [Fact]
    public void What_changed_since_is_said_in_words_and_unreleased_findings_are_not_shown()
    {
        var order = Made(("Brakes", 1));
        var inside = new Finding { Id = 1, Text = "Bodge by somebody" };
        var told = new Finding
        {
            Id = 2,
            Text = "Pads wrn",
            Measured = 2.5m,
            Unit = "mm",
            Rating = Rating.Due,
        };
        Assert.True(order.SetVisibility(VisibilityKind.Finding, 2, true, "Pads are worn", [inside, told], [], Mina).Ok);
        Assert.True(order.SetVisibility(VisibilityKind.Finding, 1, false, null, [inside, told], [], Mina).Ok);
        Assert.Equal((CustomerVisibility.KeptInside, CustomerVisibility.Shown), (inside.Release, told.Release));
        var then = Shown(order, inside, told);
        Assert.Equal("Pads are worn", Assert.Single(then.Findings).Text);
        Assert.Equal("2.5 mm", then.Findings[0].Measured);

        Assert.Empty(then.ChangesOf(Shown(order).Jobs[0]));
        order.SetLine(101, "hours", "1.5", Mina);
        order.AddLine(
            11,
            new PartLine
            {
                Id = 150,
                Description = "Shim",
                Quantity = new(2),
                UnitCost = new(3),
            },
            Mina
        );
        order.SetLine(102, "isExcluded", "true", Mina);
        Assert.Equal(
            ["Brakes: 1 h, 100.00 then, 1.5 h, 150.00 now.", "Part of Brakes was left out.", "Shim was added, 12.00."],
            then.ChangesOf(Shown(order).Jobs[0])
        );
    }

    [Fact]
    public void The_key_to_the_customers_page_stands_in_no_message_and_is_forgotten_once_it_went_out()
    {
        const string Key = "abcdef-DEF_1234567890x",
            Text = $"Look: https://shop.example/approve/{Key} soon";
        string Turned(string text) => new([.. text.Reverse()]);
        var message = Message.Write(MessageChannel.Text, "+12075550101", null, Text, Mina, Mina.At).Value;
        message.Seal(Turned);
        Assert.Equal(("Look: https://shop.example/approve/… soon", Turned(Key)), (message.Body, message.SealedToken));
        Assert.Equal(Text, message.OpenBody(Turned));
        var copy = message.CopyTo(MessageChannel.Email, "anna@mail.example", "Copy", Mina, Mina.At).Value;
        Assert.Equal(Text, copy.OpenBody(Turned));
        Assert.True(copy.Withdraw().Ok);
        message.Begin();
        message.NotHandedOver("is not responding", final: false, Mina.At);
        Assert.Equal(Text, message.OpenBody(Turned));
        message.Begin();
        message.HandedOver(Mina.At);
        Assert.Equal(("", ""), (message.SealedToken, copy.SealedToken));
        Assert.DoesNotContain(Key, message.OpenBody(Turned), StringComparison.Ordinal);
    }

    [Fact]
    public void A_link_says_what_it_is_good_for()
    {
        var now = Mina.At;
        var order = Made(("Brakes", 1));
        var sent = EstimateSnapshot.FromJson(Shown(order).ToJson());
        var link = new ApprovalLink { TokenHash = "", ExpiresAt = now.PlusDays(14) };
        Assert.Equal(LinkState.Open, link.StateAt(sent, Shown(order), now, closed: false));
        Assert.Equal(LinkState.Changed, link.StateAt(sent, Shown(order), now, closed: true));
        order.SetLine(101, "hours", "2", Mina);
        Assert.Equal(LinkState.Changed, link.StateAt(sent, Shown(order), now, closed: false));
        Assert.Equal(LinkState.Open, link.StateAt(now));
        Assert.Equal(LinkState.Expired, link.StateAt(sent, Shown(order), now.PlusDays(14), closed: false));
        link.AnsweredAt = now;
        Assert.Equal(LinkState.Answered, link.StateAt(sent, Shown(order), now.PlusDays(13), closed: false));
        // Also what was answered is not shown for ever.
        Assert.Equal(LinkState.Expired, link.StateAt(sent, Shown(order), now.PlusDays(14), closed: false));
        Assert.Equal([LinkState.Open, LinkState.Answered], Enum.GetValues<LinkState>().Where(ApprovalLink.Shows));
        link.WithdrawnAt = now;
        Assert.Equal(LinkState.Withdrawn, link.StateAt(sent, sent, now, closed: false));
        var token = LinkToken.New();
        Assert.Equal(22, token.Length);
        Assert.NotEqual(token, LinkToken.New());
        Assert.Equal(64, LinkToken.HashOf(token).Length);
    }

    [Fact]
    public void A_text_that_was_interrupted_goes_again_an_email_waits_for_a_person()
    {
        var text = Message.Write(MessageChannel.Text, "+12075550101", null, "Hello", Mina, Mina.At).Value;
        text.Begin();
        text.WasInterrupted(Mina.At);
        Assert.Equal(MessageState.Waiting, text.State);

        var email = Message.Write(MessageChannel.Email, "a@example.com", "About\nyour car", "Hello", Mina, Mina.At).Value;
        Assert.EndsWith("@yardstick.local", email.Key, StringComparison.Ordinal);
        Assert.Equal("About your car", email.Subject);
        email.Begin();
        email.WasInterrupted(Mina.At);
        Assert.Equal(MessageState.MayHaveBeenSent, email.State);
        Assert.True(email.Resolve(again: false, Mina.At).Ok);
        Assert.Equal(MessageState.Sent, email.State);
        Assert.Equal("message.settled", email.Resolve(again: true, Mina.At).Problem!.Code);
        // One whose answer was lost was taken all the same, when the gateway says so before it is tried again.
        text.Begin();
        text.NotHandedOver("is not responding", final: false, Mina.At);
        Assert.True(text.Became(true, ""));
        Assert.Equal(MessageState.Delivered, text.State);
        // What the server tells later settles it.
        Assert.True(email.Became(false, "No such mailbox."));
        Assert.Equal((MessageState.Failed, "No such mailbox."), (email.State, email.Trouble));
    }

    [Fact]
    public void A_gateway_that_is_down_is_tried_later_and_at_last_given_up()
    {
        var text = Message.Write(MessageChannel.Text, "+12075550101", null, "Hello", Mina, Mina.At).Value;
        var waits = new List<double>();
        for (var i = 0; i < Message.MostTries; i++)
        {
            Assert.Equal(MessageState.Waiting, text.State);
            text.Begin();
            text.NotHandedOver("is not responding", final: false, Mina.At);
            waits.Add((text.NotBefore - Mina.At).TotalSeconds);
        }
        Assert.Equal(MessageState.Failed, text.State);
        Assert.Equal(waits.Order(), waits);
        Assert.True(text.Resolve(again: true, Mina.At).Ok);
        Assert.Equal((MessageState.Waiting, 0), (text.State, text.Tries));
        Assert.True(text.Withdraw().Ok);
        Assert.Equal("message.sent", text.Withdraw().Problem!.Code);
    }

    [Fact]
    public void Waiting_in_line_at_a_gateway_that_is_left_alone_uses_up_no_try()
    {
        var text = Message.Write(MessageChannel.Text, "+12075550101", null, "Hello", Mina, Mina.At).Value;
        for (var i = 0; i < 3 * Message.MostTries; i++)
        {
            text.Begin();
            text.NotTried("is not responding", Mina.At);
            Assert.Equal((MessageState.Waiting, 0, "is not responding"), (text.State, text.Tries, text.Trouble));
            Assert.Equal(Mina.At + Duration.FromSeconds(20), text.NotBefore);
        }
        // A real one before still counts.
        text.Begin();
        text.NotHandedOver("is not responding", final: false, Mina.At);
        text.Begin();
        text.NotTried("is not responding", Mina.At);
        Assert.Equal(1, text.Tries);
    }

    [Theory]
    [InlineData(DeferralTerm.Month, 12, "in a month")]
    [InlineData(DeferralTerm.Quarter, 2, "in three months")]
    [InlineData(DeferralTerm.HalfYear, 5, "in 6 months")]
    public void Work_is_put_off_by_a_month_a_quarter_or_half_a_year(DeferralTerm term, int month, string words)
    {
        Assert.Equal((23, month), (DeferralTerms.After(term, Today).Day, DeferralTerms.After(term, Today).Month));
        Assert.Equal(words, DeferralTerms.Words(term));
    }

    [Theory]
    [InlineData("STOP", false, true)]
    [InlineData(" stop. ", false, true)]
    [InlineData("Please stop by later", false, null)]
    [InlineData("START", true, false)]
    [InlineData("yes", false, null)]
    [InlineData("Yes", true, false)]
    public void Stop_and_start_are_understood(string body, bool refused, bool? expected) =>
        Assert.Equal(expected, MessagingConsent.Said(body, refused));

    [Fact]
    public void Texts_wait_through_the_quiet_hours()
    {
        var shop = new Shop { Name = "Shop", TimeZone = "America/New_York" };
        Instant Utc(int day, int hour) => shop.Utc(new LocalDateTime(2026, 11, day, hour, 0));
        Assert.Equal(Utc(23, 12), shop.MayText(Utc(23, 12)));
        Assert.Equal(Utc(24, 8), shop.MayText(Utc(23, 21)));
        Assert.Equal(Utc(24, 8), shop.MayText(Utc(24, 3)));
        Assert.Equal(Utc(24, 8), shop.MayText(Utc(24, 8)));
        Assert.True(shop.SetText("quietFrom", "20:00").Ok);
        Assert.True(shop.SetText("quietUntil", "8 pm").Ok);
        Assert.Equal(Utc(23, 21), shop.MayText(Utc(23, 21)));
        Assert.Equal("shop.time", shop.SetText("quietFrom", "late").Problem!.Code);
        Assert.Equal("shop.address", shop.SetText("publicAddress", "shop.example/yardstick").Problem!.Code);
        Assert.True(shop.SetText("publicAddress", "https://shop.example/").Ok);
        Assert.Equal("https://shop.example", shop.PublicAddress);
        Assert.Equal("shop.days", shop.SetText("estimateDays", "0").Problem!.Code);
    }

    [Theory]
    [InlineData("", null)]
    [InlineData("hello", null)]
    public void A_message_needs_words_and_an_email_a_subject(string body, string? subject)
    {
        var written = Message.Write(MessageChannel.Email, "a@example.com", subject, body, Mina, Mina.At);
        Assert.Equal(body.Length == 0 ? "message.empty" : "message.subject", written.Problem!.Code);
        Assert.Equal("message.long", Message.Write(MessageChannel.Text, "+1", null, new string('x', 1001), Mina, Mina.At).Problem!.Code);
    }

    [Fact]
    public void A_line_gets_its_former_source_back_and_again_the_new_one()
    {
        var order = Made(("Brakes", 1));
        var line = order.Jobs[0].Lines[1];
        Assert.Equal("line.source", order.SourceBack(102, Mina).Problem!.Code);
        order.SourceLine<PartLine>(102, l => (l.SupplierCode, l.Number, l.UnitCost) = ("harbor", "H-1", new(18)), "Harbor: H-1", Mina);
        Assert.True(order.SourceBack(102, Mina).Ok);
        Assert.Equal(("", "", 20m), (line.AsPart().SupplierCode, line.AsPart().Number, line.AsPart().UnitCost.Value));
        Assert.True(order.SourceBack(102, Mina).Ok);
        Assert.Equal(("harbor", "H-1", 18m), (line.AsPart().SupplierCode, line.AsPart().Number, line.AsPart().UnitCost.Value));
        line.AsPart().ReceivedQuantity = new(1);
        Assert.Equal("line.received", order.SourceBack(102, Mina).Problem!.Code);
    }
}
