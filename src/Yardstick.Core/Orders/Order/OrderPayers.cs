using System.Globalization;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Who pays for what.</summary>
public partial class Order
{
    /// <summary>Other accounts that pay, or paid once, for jobs of this order.</summary>
    public List<OrderPayer> Payers { get; } = [];

    /// <summary>What the customer's own invoice for the approved work comes to, deductible included.</summary>
    public Money ApprovedByCustomer { get; internal set; }

    /// <summary>Other accounts that pay for jobs now, in the order of their first job.</summary>
    public IEnumerable<OrderPayer> PayingAccounts =>
        OnJobs.Where(j => j.Payer == Payer.Account).Select(j => Payers.First(p => p.CustomerId == j.PayerId)).Distinct();

    /// <summary>
    /// Lets another account pay on this order; one that does already stays as it is. Refuses with <c>payer.self</c> and
    /// <c>payer.merged</c>.
    /// </summary>
    /// <param name="account">The payer's record.</param>
    public Result<OrderPayer> AddPayer(Customer account)
    {
        if (account.Id == CustomerId)
            return new Problem("payer.self", "The customer of this order pays already; choose another account.", "payer");
        if (account.MergedIntoId is not null)
            return new Problem("payer.merged", $"{account.DisplayName} was merged into another customer. Choose that one.", "payer");
        if (Payers.Find(p => p.CustomerId == account.Id) is { } known)
            return known;
        var payer = new OrderPayer
        {
            OrderId = Id,
            CustomerId = account.Id,
            Account = account,
        };
        Payers.Add(payer);
        return payer;
    }

    /// <summary>Changes what was agreed with another payer. Refuses with <c>payer.gone</c> and the codes of <see cref="OrderPayer"/>.</summary>
    /// <param name="customerId">The payer.</param>
    /// <param name="field">deductible, authorizationNumber, authorized or claim.</param>
    /// <param name="text">As typed.</param>
    /// <param name="actor">Who.</param>
    public Result<FieldChange> SetPayer(long customerId, string field, string? text, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        return Payers.Find(p => p.CustomerId == customerId) is { } payer
            ? Recorded("payer", payer.Id, payer.Set(field, text), () => payer.Version, actor)
            : new Problem("payer.gone", "This payer no longer pays for anything on this order. Reload the page.");
    }

    /// <summary>
    /// Sets who pays for a job: <c>Customer</c>, <c>Shop</c>, or the key of an account that <see cref="AddPayer"/> knows. The job is priced
    /// anew by the payer's account, knowingly.
    /// </summary>
    private Result<FieldChange> SetPayerOf(Job job, string? text)
    {
        var old = job.PayerKey;
        if (text is nameof(Payer.Customer) or nameof(Payer.Shop))
            (job.Payer, job.PayerId, job.PayerName) = (Enum.Parse<Payer>(text), null, "");
        else if (
            long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var id)
            && Payers.Find(p => p.CustomerId == id) is { } payer
        )
            (job.Payer, job.PayerId, job.PayerName) = (Payer.Account, id, payer.Name);
        else
            return new Problem("job.payer", "Choose who pays: the customer, another account or the shop.", "payer");
        if (job.PayerKey != old)
        {
            foreach (var part in job.Lines.OfType<PartLine>())
                part.QuotedPrice = null;
            foreach (var labor in job.Lines.OfType<LaborLine>())
                labor.QuotedPrice = null;
        }
        job.Version++;
        return new FieldChange("payer", old, job.PayerKey);
    }
}
