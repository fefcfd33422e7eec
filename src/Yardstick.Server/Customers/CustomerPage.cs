using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Customers;

/// <summary>A customer's page: everything on file, edited in place.</summary>
public static class CustomerPage
{
    /// <summary>A telephone number; <c>Shown</c> as people of the country write it.</summary>
    public sealed record PhoneView(long Id, string Number, string Shown, string Purpose, bool? Texts);

    /// <summary>An email address.</summary>
    public sealed record EmailView(long Id, string Address, string Purpose);

    /// <summary>A contact.</summary>
    public sealed record ContactView(long Id, string Name, string Role, string Phone, string Email, bool Copied);

    /// <summary>A site.</summary>
    public sealed record SiteView(long Id, string Name, string Address);

    /// <summary>A rate of the account's own.</summary>
    public sealed record RateView(long Id, string Name, decimal Rate, bool Known);

    /// <summary>A merge that can still be taken back.</summary>
    public sealed record MergeView(long Id, string Gone, Instant At, string By);

    /// <summary>The page.</summary>
    public sealed record CustomerView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, to be sent with changes.</summary>
        public required int Version { get; init; }

        /// <summary>The name by which everybody calls them.</summary>
        public required string Name { get; init; }

        /// <summary>When they were erased, UTC; null for a customer.</summary>
        public Instant? ErasedAt { get; init; }

        /// <summary>Every field as it is typed, by its name.</summary>
        public required IReadOnlyDictionary<string, string> Fields { get; init; }

        /// <summary>Whether the exemption holds today.</summary>
        public required bool ExemptToday { get; init; }

        /// <summary>Phones.</summary>
        public required IReadOnlyList<PhoneView> Phones { get; init; }

        /// <summary>Email addresses.</summary>
        public required IReadOnlyList<EmailView> Emails { get; init; }

        /// <summary>Contacts.</summary>
        public required IReadOnlyList<ContactView> Contacts { get; init; }

        /// <summary>Sites.</summary>
        public required IReadOnlyList<SiteView> Sites { get; init; }

        /// <summary>Rates of the account's own.</summary>
        public required IReadOnlyList<RateView> Rates { get; init; }

        /// <summary>What they have meant to the shop.</summary>
        public required CustomerFigures Figures { get; init; }

        /// <summary>Their cars.</summary>
        public required IReadOnlyList<CustomerEndpoints.CustomerCar> Cars { get; init; }

        /// <summary>Names of the policy's labor rates.</summary>
        public required IReadOnlyList<string> RateNames { get; init; }

        /// <summary>Names of the policy's exemptions.</summary>
        public required IReadOnlyList<string> ExemptionNames { get; init; }

        /// <summary>Merges that can still be taken back.</summary>
        public required IReadOnlyList<MergeView> Merges { get; init; }
    }

    /// <summary>One field as it was typed, and the version that was seen.</summary>
    public sealed record CustomerPageSetRequest(string Field, string? Value, int Version);

    /// <summary>A row of a list: without a key it is added.</summary>
    public sealed record ItemRequest(string List, long? Id, string Field, string? Value, int Version);

    internal static readonly string[] FieldNames =
    [
        "firstName",
        "lastName",
        "businessName",
        "address",
        "alert",
        "notes",
        "doNotServe",
        "source",
        "taxExempt",
        "taxCertificate",
        "taxExemptUntil",
        "laborRateName",
        "partsDiscountPercent",
        "creditDays",
        "creditLimit",
    ];

    /// <summary>Fields that change what orders cost.</summary>
    private static readonly string[] PricingFields = ["taxExempt", "taxExemptUntil", "laborRateName", "partsDiscountPercent"];

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/customers/{id:long}/page", PageAsync).Asks(Permission.Find).Produces<CustomerView>().ProducesProblem(404);
        api.MapPost("/customers/{id:long}/fields", Set)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/customers/{id:long}/items", SetItem)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapDelete("/customers/{id:long}/items/{list}/{itemId:long}", RemoveItem)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> PageAsync(long id, ShopDb db, TimeProvider time, HttpContext http, CustomerLooks looks)
    {
        if (await db.LoadCustomerAsync(id) is not { } customer)
            return Problems.Of(Core.Gone.Customer);
        if (customer.MergedIntoId is { } kept)
            return await PageAsync(kept, db, time, http, looks);
        looks.Saw(http.User.StaffId(), LookedAt.Customer, customer.Id);
        var shop = await db.Shops.SingleAsync();
        var now = time.Now();
        var policy = await Policies.PolicyAsync(db, await Policies.PolicyInForceAsync(db));
        return Results.Ok(
            new CustomerView
            {
                Id = customer.Id,
                Version = customer.Version,
                Name = customer.DisplayName,
                ErasedAt = customer.ErasedAt,
                Fields = FieldNames.ToDictionary(f => f, f => customer.Shown(f) ?? ""),
                ExemptToday = customer.IsExemptOn(shop.Local(now).Date),
                Phones = customer
                    .Phones.OrderBy(p => p.Id)
                    .Select(p => new PhoneView(p.Id, p.Number, new PhoneNumber(p.Number).Shown(shop.Country), p.Purpose, p.Texts))
                    .ToList(),
                Emails = customer.Emails.OrderBy(e => e.Id).Select(e => new EmailView(e.Id, e.Address, e.Purpose)).ToList(),
                Contacts = customer
                    .Contacts.OrderBy(c => c.Id)
                    .Select(c => new ContactView(
                        c.Id,
                        c.Name,
                        c.Role,
                        c.Phone.Length > 0 ? new PhoneNumber(c.Phone).Shown(shop.Country) : "",
                        c.Email,
                        c.Copied
                    ))
                    .ToList(),
                Sites = customer.Sites.OrderBy(s => s.Id).Select(s => new SiteView(s.Id, s.Name, s.Address)).ToList(),
                Rates = customer
                    .Rates.OrderBy(r => r.Id)
                    .Select(r => new RateView(r.Id, r.Name, r.Rate.Value, policy.Pricing.LaborRates.ContainsKey(r.Name)))
                    .ToList(),
                Figures = await FiguresAsync(db, id),
                Cars = await CustomerEndpoints.CarsAsync(db, id),
                RateNames = [.. policy.Pricing.LaborRates.Keys],
                ExemptionNames = policy.Exemptions.Select(e => e.Name).ToList(),
                Merges = await MergeRecords.OpenAsync(db, MergeKind.Customers, id, now),
            }
        );
    }

    private static async Task<CustomerFigures> FiguresAsync(ShopDb db, long id)
    {
        var posted = db.Orders.Where(o => o.CustomerId == id && o.State == OrderState.Posted);
        var visits = await posted
            .GroupBy(_ => 1)
            .Select(g => new
            {
                Count = g.Count(),
                First = g.Min(o => o.PostedAt),
                Last = g.Max(o => o.PostedAt),
            })
            .FirstOrDefaultAsync();
        // From the customer's orders to what hangs on them, never the other way round.
        var orders = db.Orders.Where(o => o.CustomerId == id).Select(o => o.Id);
        var invoiced = await db.Invoices.Where(i => i.CustomerId == id).SumAsync(i => i.AmountDue.Cents);
        var paid =
            await db.Payments.Where(p => p.CustomerId == id && p.InvoiceId != null).SumAsync(p => p.Amount.Cents)
            + await db
                .Invoices.Where(i => i.CustomerId == id)
                .Join(db.Adjustments, i => i.Id, a => a.InvoiceId, (_, a) => a)
                .SumAsync(a => a.Amount.Cents);
        var decided = await orders
            .Join(db.Jobs, o => o, j => j.OrderId, (_, j) => j)
            .Where(j => j.RemovedAt == null && j.Decision != DecisionKind.Proposed)
            .GroupBy(j => j.Decision)
            .Select(g => new { g.Key, Cents = g.Sum(j => j.Subtotal.Cents) })
            .ToListAsync();
        return CustomerFigures.Of(
            visits?.Count ?? 0,
            visits?.First,
            visits?.Last,
            invoiced,
            paid,
            decided.Where(d => d.Key == DecisionKind.Approved).Sum(d => d.Cents),
            decided.Sum(d => d.Cents)
        );
    }

    private static Task<IResult> Set(long id, CustomerPageSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadCustomerAsync(id) is not { MergedIntoId: null } customer)
                return Core.Gone.MergedCustomer;
            if (await work.ClashAsync(RecordCommands.Customer, id, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            if (await UnknownAsync(work.Db, customer, request) is { } unknown)
                return unknown;
            var shop = await work.Db.Shops.SingleAsync();
            var set = customer.Set(request.Field, request.Value, shop.Local(work.Actor.At));
            if (set.Problem is { } problem)
                return problem;
            return await KeepAsync(work, customer, set.Value, PricingFields.Contains(request.Field));
        });

    /// <summary>Rates and exemptions are named as the policy in force names them.</summary>
    private static async Task<Problem?> UnknownAsync(ShopDb db, Customer customer, CustomerPageSetRequest request)
    {
        var name = request.Value?.Trim() ?? "";
        if (name.Length == 0 || request.Field is not ("laborRateName" or "taxExempt"))
            return null;
        var policy = await Policies.PolicyAsync(db, await Policies.PolicyInForceAsync(db));
        return customer.Unknown(request.Field, name, policy.Exemptions.Select(e => e.Name), policy.Pricing.LaborRates.Keys);
    }

    private static Task<IResult> SetItem(long id, ItemRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadCustomerAsync(id) is not { MergedIntoId: null } customer)
                return Core.Gone.MergedCustomer;
            if (
                request.Id is not null
                && await work.ClashAsync(RecordCommands.Customer, id, $"{request.List}.{request.Field}", request.Version, request.Value)
                    is { } clash
            )
                return clash;
            var set = customer.SetItem(request.List, request.Id, request.Field, request.Value, (await work.Db.Shops.SingleAsync()).Country);
            if (set.Problem is { } problem)
                return problem;
            return await KeepAsync(work, customer, set.Value, request.List == "rates");
        });

    private static Task<IResult> RemoveItem(long id, string list, long itemId, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.LoadCustomerAsync(id) is not { MergedIntoId: null } customer)
                return Core.Gone.MergedCustomer;
            var removed = customer.RemoveItem(list, itemId);
            return removed.Problem is { } problem ? problem : await KeepAsync(work, customer, removed.Value, list == "rates");
        });

    private static async Task<Result<RecordChanged>> KeepAsync(CommandContext work, Customer customer, FieldChange change, bool pricing)
    {
        work.Record(RecordCommands.Customer, customer.Id, customer.Version, change);
        await work.Db.SaveChangesAsync();
        if (pricing && await work.RepriceOpenAsync(customer.Id) is { } problem)
            return problem;
        return new RecordChanged(customer.Id, customer.Version);
    }
}
