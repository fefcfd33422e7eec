using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Credit notes of an invoice.</summary>
public sealed partial record InvoiceAccount
{
    /// <summary>The invoice's figures with all its credits so far.</summary>
    public CreditedInvoice Figures()
    {
        var figures = new CreditedInvoice(Invoice.Case());
        foreach (var picks in PicksOf(Credits))
            _ = picks is null ? figures.CreditAll() : figures.Credit(picks);
        return figures;
    }

    /// <summary>What credit memos of one invoice credited, in their order; null for all that was left.</summary>
    /// <param name="credits">The credit memos.</param>
    public static IEnumerable<IReadOnlyList<CreditPick>?> PicksOf(IEnumerable<Invoice> credits) =>
        credits
            .OrderBy(c => c.Id)
            .Select(c => c.CreditsAll ? null : (IReadOnlyList<CreditPick>)[.. c.Credits.OrderBy(p => p.Id).Select(p => p.Pick)]);

    /// <summary>
    /// Whether something can be credited. Refuses with <c>reverse.reason</c>, <c>text.long</c>, <c>invoice.reversed</c> and
    /// <c>charge.pending</c>.
    /// </summary>
    /// <param name="reason">Why, as typed.</param>
    public Result MayCredit(string? reason)
    {
        if (string.IsNullOrWhiteSpace(reason))
            return new Problem("reverse.reason", "Enter a reason for the credit.", "reason");
        if (reason.Length > 500)
            return TextInput.TooLong(500, "reason", "A reason");
        if (Reversed)
            return new Problem("invoice.reversed", "This invoice is already credited in full.");
        if (Charges.Any(c => c.State == CardChargeState.Pending))
            return new Problem("charge.pending", "A card charge for this invoice is not confirmed. Check it first.");
        return Result.Done;
    }

    /// <summary>What stands of its deductible: less what credit memos took back.</summary>
    public Money DeductibleLeft => Invoice.Deductible + Sum(Credits.Select(c => c.Deductible));

    /// <summary>
    /// What goes of the deductible that stands on another invoice of the order, once all of this one was credited: the payer's share leaves
    /// the customer's invoice; with the customer's it leaves those of all payers.
    /// </summary>
    /// <param name="other">The other invoice, posted with this one.</param>
    public Money DeductibleGoingFrom(InvoiceAccount other) =>
        Invoice.Payer == Payer.Customer ? other.DeductibleLeft
        : other.Invoice.Payer == Payer.Customer ? -DeductibleLeft
        : Money.Zero;

    /// <summary>A credit of the deductible alone: the other invoice that it stands on was credited whole.</summary>
    /// <param name="deductible">How much of it, as it stands on this invoice.</param>
    public CreditedSale CreditDeductible(Money deductible)
    {
        var left = Figures().Left;
        return new CreditedSale(left - left, deductible, deductible, false);
    }

    /// <summary>Whether its order can be opened again: not when parts of it were credited. Refuses with <c>credit.partly</c>.</summary>
    public Result MayOpenAgain() =>
        Credits.Count > 0
            ? new Problem(
                "credit.partly",
                $"Lines of invoice {Invoice.Number} were credited already, so the order stays closed. Write a new order instead."
            )
            : Result.Done;

    /// <summary>
    /// What a credit comes to, with what is left afterwards. Refuses with <c>credit.lines</c> where a line can't be credited so.
    /// </summary>
    /// <param name="picks">The lines; null for all that is left.</param>
    public Result<CreditedSale> Credit(IReadOnlyList<CreditPick>? picks)
    {
        var figures = Figures();
        if (picks is null)
            return Sale(figures.CreditAll(), figures);
        if (picks.Count == 0)
            return new Problem("credit.lines", "Choose at least one line to credit.", "lines");
        try
        {
            return Sale(figures.Credit(picks), figures);
        }
        catch (CaseException bad)
        {
            return new Problem("credit.lines", bad.Message, bad.Path);
        }
    }

    private CreditedSale Sale(SaleFigures credit, CreditedInvoice after)
    {
        // What is credited of the deductible goes with the last of it.
        var deductible = after.IsEmpty ? DeductibleLeft : Money.Zero;
        var due = Invoice.Payer == Payer.Shop ? Money.Zero : Money.Of(credit.Total) + deductible;
        return new CreditedSale(credit, deductible, due, after.IsEmpty);
    }

    /// <summary>The credit note of a credit.</summary>
    /// <param name="sale">What it comes to.</param>
    /// <param name="picks">The lines; null for all that was left.</param>
    /// <param name="reason">Why, 1 to 500 characters.</param>
    /// <param name="number">Its number.</param>
    /// <param name="document">What it says, as JSON.</param>
    /// <param name="back">What of its costs comes back: parts to the shelf or to an order that is open again, sublet with that order.</param>
    /// <param name="othersGone">No other invoice of the order stands that somebody but the shop pays.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="actor">Who.</param>
    public Invoice CreditNote(
        CreditedSale sale,
        IReadOnlyList<CreditPick>? picks,
        string reason,
        long number,
        string document,
        CostsBack back,
        bool othersGone,
        LocalDate today,
        Actor actor
    )
    {
        var note = new Invoice
        {
            Number = number,
            Kind = InvoiceKind.CreditNote,
            OrderId = Invoice.OrderId,
            Payer = Invoice.Payer,
            CustomerId = Invoice.CustomerId,
            PostedAt = actor.At,
            PostedById = actor.StaffId,
            DueOn = today,
            Total = -Money.Of(sale.Figures.Total),
            Deductible = -sale.Deductible,
            AmountDue = -sale.Due,
            Tax = -Money.Of(sale.Figures.Tax),
            Profit = -Money.Of(sale.Figures.Profit),
            Sums = InvoiceSums.Of(sale.Figures, -1, -back.Parts, -back.Sublet),
            Sale = SaleRecord.Of(
                sale.Figures,
                -1,
                today,
                Invoice.OrderId,
                Invoice.Payer == Payer.Shop,
                Invoice.Sale?.HasVehicle == true,
                Invoice.Sale?.HasVehicle == true && Invoice.Payer != Payer.Shop && sale.IsLast && othersGone ? -1 : 0
            ),
            PolicyVersionId = Invoice.PolicyVersionId,
            CaseJson = Invoice.CaseJson,
            DocumentJson = document,
            CorrectsId = Invoice.Id,
            CreditsAll = picks is null || sale.IsLast,
            Reason = reason.Trim(),
        };
        note.Amounts.AddRange(InvoiceAmount.Of(sale.Figures, -1));
        if (!note.CreditsAll)
            note.Credits.AddRange(
                picks!.Select(p => new CreditedPick
                {
                    Job = p.Job,
                    Line = p.Line,
                    Quantity = p.Quantity,
                    IsCore = p.IsCore,
                })
            );
        return note;
    }
}
