using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Pricing;

/// <summary>The pricing policy in Setup: written as a draft that is checked as it is typed, then put in force as a new version.</summary>
public static class WritePolicy
{
    /// <summary>A draft, and when it was changed by whom.</summary>
    public sealed record DraftView(int Version, string ChangedBy, Instant ChangedAt);

    /// <summary>The curve of a markup table.</summary>
    public sealed record CurveView(
        string Table,
        IReadOnlyList<CurvePoint> Points,
        IReadOnlyList<NaivePiece> Naive,
        IReadOnlyList<MarkupLift> Lifts
    );

    /// <summary>A band's bare multiplier, from one end to the other.</summary>
    public sealed record NaivePiece(CurvePoint From, CurvePoint To);

    /// <summary>The policy as it is being written, or as it is in force where nobody writes one.</summary>
    public sealed record PolicyView(
        PolicyForm Form,
        string Currency,
        DraftView? Draft,
        IReadOnlyList<Problem> Problems,
        IReadOnlyList<CurveView> Curves,
        IReadOnlyList<PolicyDifference> Differences,
        IReadOnlyList<PolicyVersionView> Versions,
        IReadOnlyList<string> PartCategories
    );

    /// <summary>The whole form, and the version of the draft that was seen; zero where there was none.</summary>
    public sealed record DraftRequest(PolicyForm Form, int Version);

    /// <summary>Which draft is put in force, and why in a few words.</summary>
    public sealed record InForceRequest(int Version, string? Note);

    /// <summary>The number of the new version.</summary>
    public sealed record PolicyInForce(long Id);

    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter() },
        RespectNullableAnnotations = true,
    };

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/policy", async (ShopDb db) => Results.Ok(await ViewAsync(db))).Asks(Permission.EditPolicy).Produces<PolicyView>();
        api.MapPut("/policy/draft", Save).Asks(Permission.EditPolicy).Produces<PolicyView>().ProducesProblem(409).ProducesProblem(422);
        api.MapDelete("/policy/draft", Discard).Asks(Permission.EditPolicy).Produces<PolicyView>();
        api.MapPost("/policy/versions", PutInForce)
            .Asks(Permission.EditPolicy)
            .Produces<PolicyInForce>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapGet("/policy/versions/{id:long}", VersionAsync).Asks(Permission.EditPolicy).Produces<PolicyForm>().ProducesProblem(404);
    }

    private static async Task<PolicyView> ViewAsync(ShopDb db)
    {
        var draft = await db.PolicyDrafts.SingleOrDefaultAsync();
        var current = PolicyFormWriter.Of(await db.PolicyAsync(await db.PolicyInForceAsync()));
        var form = draft is null ? current : FormOf(draft);
        var shop = await db.Shops.SingleAsync();
        var reading = PolicyFormReader.Read(form, shop.Currency, await UseAsync(db));
        var by = draft is null ? "" : await db.Staff.Where(s => s.Id == draft.ChangedById).Select(s => s.Name).SingleAsync();
        return new PolicyView(
            form,
            shop.Currency,
            draft is null ? null : new DraftView(draft.Version, StaffMember.ShortNameOf(by), draft.ChangedAt),
            reading.Problems,
            Curves(form, shop.Currency),
            PolicyDifference.Between(current, form),
            await db.PolicyVersionsAsync(),
            await db.Parts.Select(p => p.Category).Where(c => c != "").Distinct().OrderBy(c => c).ToListAsync()
        );
    }

    internal static PolicyForm FormOf(PolicyDraft draft) => JsonSerializer.Deserialize<PolicyForm>(draft.FormJson, Json)!;

    /// <summary>Tables that can be read are drawn, whatever else is not right yet.</summary>
    private static List<CurveView> Curves(PolicyForm form, string currency)
    {
        var curves = new List<CurveView>();
        foreach (var table in form.MarkupBands)
        {
            var alone = PolicyForm.Empty with
            {
                LaborRates = [new RateRow("general", "0")],
                MarkupBands = [table with { Name = "standard" }],
            };
            if (PolicyFormReader.Read(alone, currency, PolicyUse.None).Policy is not { } policy)
                continue;
            var curve = MarkupCurve.Of(policy.Pricing.MarkupBands["standard"]);
            curves.Add(new CurveView(table.Name, curve.Points, [.. curve.Naive.Select(n => new NaivePiece(n.From, n.To))], curve.Lifts));
        }
        return curves;
    }

    /// <summary>Who refers to rates and exemptions by name.</summary>
    internal static async Task<PolicyUse> UseAsync(ShopDb db)
    {
        var users = new Dictionary<string, List<string>>();
        void Add(string? rate, int count, string one, string many)
        {
            if (rate is null)
                return;
            if (!users.TryGetValue(rate, out var who))
                users[rate] = who = [];
            who.Add($"{count} {(count == 1 ? one : many)}");
        }
        foreach (
            var use in await db
                .Customers.Where(c => c.LaborRateName != "")
                .GroupBy(c => c.LaborRateName)
                .Select(g => new { Rate = g.Key, Count = g.Count() })
                .ToListAsync()
        )
            Add(use.Rate, use.Count, "customer", "customers");
        foreach (
            var use in await db
                .CannedLines.OfType<CannedLaborLine>()
                .Where(l => l.LaborRate != null)
                .GroupBy(l => l.LaborRate)
                .Select(g => new { Rate = g.Key, Count = g.Select(l => l.CannedJobId).Distinct().Count() })
                .ToListAsync()
        )
            Add(use.Rate?.Name, use.Count, "canned job", "canned jobs");
        var openLines = db
            .Orders.Where(o => o.State == OrderState.Open)
            .Join(db.Jobs, o => o.Id, j => j.OrderId, (_, j) => j)
            .Join(db.Lines.OfType<LaborLine>(), j => j.Id, l => l.JobId, (_, l) => l);
        foreach (
            var use in await openLines
                .Where(l => l.LaborRate != null && l.RemovedAt == null)
                .GroupBy(l => l.LaborRate)
                .Select(g => new { Rate = g.Key, Count = g.Count() })
                .ToListAsync()
        )
            Add(use.Rate?.Name, use.Count, "line of an open order", "lines of open orders");
        var exemptions = await db
            .Customers.Where(c => c.TaxExempt != "")
            .GroupBy(c => c.TaxExempt)
            .Select(g => new { Name = g.Key, Count = g.Count() })
            .ToListAsync();
        return new PolicyUse(
            users.ToDictionary(u => u.Key, u => string.Join(" and ", u.Value)),
            exemptions.ToDictionary(e => e.Name, e => $"{e.Count} {(e.Count == 1 ? "customer" : "customers")}")
        );
    }

    private static Task<IResult> Save(DraftRequest request, CommandRunner commands) =>
        commands.RunAsync<PolicyView>(async work =>
        {
            var draft = await work.Db.PolicyDrafts.SingleOrDefaultAsync();
            if (draft is not null && draft.Version != request.Version && draft.ClientId != work.Actor.ClientId)
                return await ClashAsync(work.Db, draft);
            if (draft is null)
                work.Db.PolicyDrafts.Add(draft = new PolicyDraft());
            if (draft.Keep(Whole(request.Form), work.Actor).Problem is { } refused)
                return refused;
            await work.Db.SaveChangesAsync();
            return await ViewAsync(work.Db);
        });

    /// <summary>The form as it is kept; null where a field is missing, which no page sends.</summary>
    private static string? Whole(PolicyForm? form)
    {
        try
        {
            // Writing refuses null where the form has none.
            return form is null ? null : JsonSerializer.Serialize(form, Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static async Task<Problem> ClashAsync(ShopDb db, PolicyDraft draft)
    {
        var by = await db.Staff.Where(s => s.Id == draft.ChangedById).Select(s => s.Name).SingleAsync();
        var at = (await db.Shops.SingleAsync()).Local(draft.ChangedAt);
        return PolicyDraft.ChangedMeanwhile(StaffMember.ShortNameOf(by), at.Clock());
    }

    private static Task<IResult> Discard(CommandRunner commands) =>
        commands.RunAsync<PolicyView>(async work =>
        {
            await work.Db.PolicyDrafts.ExecuteDeleteAsync();
            work.Changed(TopicKind.Policy);
            return await ViewAsync(work.Db);
        });

    private static Task<IResult> PutInForce(InForceRequest request, CommandRunner commands) =>
        commands.RunAsync<PolicyInForce>(async work =>
        {
            var db = work.Db;
            if (await db.PolicyDrafts.SingleOrDefaultAsync() is not { } draft)
                return PolicyDraft.None;
            if (draft.Version != request.Version)
                return await ClashAsync(db, draft);
            var form = FormOf(draft);
            var reading = PolicyFormReader.Read(form, (await db.Shops.SingleAsync()).Currency, await UseAsync(db));
            var last = await db.PolicyInForceAsync();
            var put = PolicyDraft.PutInForce(
                reading,
                form,
                PolicyFormWriter.Of(await db.PolicyAsync(last)),
                last,
                request.Note,
                work.Actor
            );
            if (put.Problem is { } refused)
                return refused;
            db.PolicyVersions.Add(put.Value);
            db.PolicyDrafts.Remove(draft);
            await db.SaveChangesAsync();
            // Open sheets have to say that their policy is older now.
            work.Changed(TopicKind.Order);
            return new PolicyInForce(last + 1);
        });

    private static async Task<IResult> VersionAsync(long id, ShopDb db) =>
        await db.PolicyVersions.AnyAsync(v => v.Id == id)
            ? Results.Ok(PolicyFormWriter.Of(await db.PolicyAsync(id)))
            : Problems.Of(new Problem("policy.gone", "That version of the pricing rules was not found."));
}
