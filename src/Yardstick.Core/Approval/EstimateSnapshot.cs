using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>
/// An order as a customer is shown it: in plain words, with what each job adds, and nothing that the shop keeps to itself.
/// </summary>
public sealed record EstimateSnapshot
{
    /// <summary>The estimate with every text and figure; approved and proposed work.</summary>
    public required ShopDocument Document { get; init; }

    /// <summary>Jobs, each with what it comes to and adds.</summary>
    public required IReadOnlyList<SnapshotJob> Jobs { get; init; }

    /// <summary>What was found, as far as it was released.</summary>
    public required IReadOnlyList<SnapshotFinding> Findings { get; init; }

    /// <summary>Last day on which the prices hold.</summary>
    public required LocalDate ValidUntil { get; init; }

    /// <summary>What is acknowledged when unsafe work is declined.</summary>
    public required string UnsafeTerms { get; init; }

    /// <summary>Content hashes of every photo on it.</summary>
    [JsonIgnore]
    public IReadOnlySet<string> Photos =>
        Findings
            .Select(f => f.PhotoHash)
            .OfType<string>()
            .Concat(Findings.SelectMany(f => f.Photos ?? []).Select(p => p.Hash))
            .Concat(Jobs.SelectMany(j => j.Lines).SelectMany(l => l.Photos))
            .ToHashSet();

    /// <summary>The frozen text of it.</summary>
    public string ToJson() => JsonSerializer.Serialize(this, DocumentMaker.Json);

    /// <summary>Reads a frozen text.</summary>
    public static EstimateSnapshot FromJson(string json) => JsonSerializer.Deserialize<EstimateSnapshot>(json, DocumentMaker.Json)!;

    /// <summary>The same without what says whose it was, and without photos; work and amounts stay.</summary>
    public EstimateSnapshot WithoutPerson() =>
        this with
        {
            Document = Document.WithoutPerson(),
            Jobs = Jobs.Select(j => j with { Lines = j.Lines.Select(l => l with { Photos = [] }).ToList() }).ToList(),
            Findings = [],
        };

    /// <summary>
    /// Tells two offers apart: the same for as long as the customer would read and pay the same. The day and the validity don't count,
    /// nor do findings and photos, for an answer is about work and money.
    /// </summary>
    [JsonIgnore]
    public string OfferHash =>
        HashOf(
            JsonSerializer.Serialize(
                this with
                {
                    Document = Document with
                    {
                        Date = default,
                        LogoHash = "",
                        Writer = "",
                        Consent = [],
                        Concerns = [],
                        Odometer = "",
                        Validity = "",
                    },
                    Jobs = Jobs.Select(j => j with { Lines = j.Lines.Select(l => l with { Photos = [] }).ToList() }).ToList(),
                    Findings = [],
                    ValidUntil = default,
                },
                Comparable
            )
        );

    /// <summary>
    /// An amount is the same however many zeros it ends in: one from the database has more of them than one just computed.
    /// </summary>
    private sealed class PlainDecimals : JsonConverter<decimal>
    {
        public override decimal Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => reader.GetDecimal();

        public override void Write(Utf8JsonWriter writer, decimal value, JsonSerializerOptions options) =>
            writer.WriteRawValue(value.ToString("0.############################", System.Globalization.CultureInfo.InvariantCulture));
    }

    private static readonly JsonSerializerOptions Comparable = new(DocumentMaker.Json) { Converters = { new PlainDecimals() } };

    /// <summary>SHA-256 of a text, in hex.</summary>
    public static string HashOf(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    /// <summary>What an order shows.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer with phones, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="pricing">The order's case, of approved and proposed work.</param>
    /// <param name="findings">Findings of the order; only those that were released are shown.</param>
    /// <param name="files">Files on its lines; only photos that were released are shown.</param>
    /// <param name="pointPhotos">Photos of inspections by their point.</param>
    /// <param name="localNow">Wall time.</param>
    public static EstimateSnapshot Of(
        Order order,
        DocumentParties parties,
        Shop shop,
        PricingCase pricing,
        IEnumerable<Finding> findings,
        IEnumerable<AttachedFile> files,
        ILookup<long, PointPhoto> pointPhotos,
        LocalDateTime localNow
    )
    {
        var result = OrderPricer.Price(pricing);
        var found = findings.ToDictionary(f => f.Id);
        var shown = VisibilityItem.Of(order, found.Values, files, pointPhotos).Where(t => t.Release == CustomerVisibility.Shown).ToList();
        var photos = files
            .Where(f => shown.Any(t => t.Kind == VisibilityKind.Photo && t.Id == f.Id))
            .ToLookup(f => f.TargetId, f => f.Hash);
        return new EstimateSnapshot
        {
            Document = DocumentMaker.OfOrder(
                order,
                parties,
                shop,
                result,
                DocumentKind.Estimate,
                order.Number,
                localNow,
                pricing.Policy.Overrun
            ),
            Jobs = order.OnJobs.Select((job, j) => SnapshotJob.Of(order, job, result.Jobs[j], photos)).ToList(),
            Findings = shown
                .Where(t => t.Kind == VisibilityKind.Finding)
                .Select(t => new SnapshotFinding(
                    t.Id,
                    t.Words,
                    t.Rating!.Value,
                    t.Measured,
                    t.PhotoHash,
                    found[t.Id].Group,
                    found[t.Id].Measured,
                    found[t.Id].Limits,
                    ShownPhoto.ReleasedOf(found[t.Id], pointPhotos)
                ))
                .OrderByDescending(f => f.Rating)
                .ThenBy(f => f.Id)
                .ToList(),
            ValidUntil = shop.ValidUntil(localNow),
            UnsafeTerms = shop.UnsafeTerms,
        };
    }

    /// <summary>What changed in a job since this was shown, in words; nothing where it is the same.</summary>
    /// <param name="now">The job as it would be shown now.</param>
    /// <param name="leftOut">Lines that the decision itself left out, in words: that is no change since.</param>
    public IReadOnlyList<string> ChangesOf(SnapshotJob now, string leftOut = "")
    {
        if (Jobs.FirstOrDefault(j => j.Id == now.Id) is not { } then)
            return ["This job was not on the approved estimate."];
        var changes = new List<string>();
        if (then.Title != now.Title)
            changes.Add($"It was titled \"{then.Title}\".");
        foreach (var line in now.Lines)
        {
            var before = then.Lines.FirstOrDefault(l => l.Id == line.Id);
            if (before is null)
                changes.Add($"{line.Description} was added{Words(line.Amount)}.");
            else if (!before.Out && line.Out && leftOut.Contains(line.Description, StringComparison.Ordinal))
                continue;
            else if (before.Out != line.Out)
                changes.Add(line.Out ? $"{line.Description} was left out." : $"{line.Description} was put back in.");
            else if (before.Amount != line.Amount || before.Quantity != line.Quantity)
                changes.Add($"{line.Description}: {Show(before)} then, {Show(line)} now.");
        }
        changes.AddRange(then.Lines.Where(l => now.Lines.All(n => n.Id != l.Id)).Select(l => $"{l.Description} was removed."));
        if (changes.Count == 0 && then.Amount != now.Amount)
            changes.Add(Invariant($"{then.Amount:#,##0.00} then, {now.Amount:#,##0.00} now."));
        return changes;
    }

    private static string Words(decimal? amount) => amount is { } some ? Invariant($", {some:#,##0.00}") : "";

    private static string Show(SnapshotLine line) =>
        string.Join(
            ", ",
            new[] { line.Quantity, line.Amount is { } amount ? Invariant($"{amount:#,##0.00}") : "" }.Where(t => t.Length > 0)
        );
}
