using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Judges orders of a former program.</summary>
internal sealed class FormerOrderImporter : Importer
{
    private readonly OwnerFinder owners;
    private readonly HashSet<string> numbers;
    private readonly ILookup<string, (long Id, long Owner)> byVin,
        byPlate;

    private FormerOrderImporter(
        Shop shop,
        Instant utcNow,
        OwnerFinder owners,
        HashSet<string> numbers,
        ILookup<string, (long, long)> byVin,
        ILookup<string, (long, long)> byPlate
    )
        : base(shop, utcNow) => (this.owners, this.numbers, this.byVin, this.byPlate) = (owners, numbers, byVin, byPlate);

    internal static async Task<FormerOrderImporter> LoadAsync(ShopDb db, Shop shop, Instant utcNow)
    {
        var cars = await db
            .Vehicles.AsNoTracking()
            .Where(v => v.MergedIntoId == null)
            .Select(v => new
            {
                v.Id,
                v.CustomerId,
                v.Vin,
                v.Plate,
            })
            .ToListAsync();
        return new FormerOrderImporter(
            shop,
            utcNow,
            await Owners.LoadAsync(db, shop.Country),
            (await db.FormerOrders.Select(o => o.Number).ToListAsync()).ToHashSet(),
            cars.Where(c => c.Vin.IsKnown).ToLookup(c => c.Vin.Text, c => (c.Id, c.CustomerId)),
            cars.Where(c => c.Plate.IsKnown).ToLookup(c => c.Plate.Searched, c => (c.Id, c.CustomerId))
        );
    }

    internal override IEnumerable<IReadOnlyList<ImportRow>> Units(IReadOnlyList<ImportRow> rows) =>
        rows.GroupBy(r => r["number"].Length > 0 ? r["number"] : $" row {r.Number}").Select(g => g.ToList());

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var words = $"{row["number"]} {row["ownerName"]}".Trim();
        if (row["number"].Length is 0 or > 40)
            return Bad(row, words, "the order number is missing or longer than 40 characters");
        var read = FormerOrders.Read(rows, Shop.Country);
        if (read.Problem is { } problem)
            return Bad(row, words, problem.Message);
        if (!numbers.Add(row["number"]))
            return new ImportVerdict(row.Number, words, null, true, null);
        var document = read.Value;
        var owner = owners.Find(row);
        var cars =
            document.Vin.Length > 0 ? byVin[document.Vin]
            : document.Plate.Length > 0 ? byPlate[Plate.Normal(document.Plate)]
            : [];
        var car = cars.Where(c => !owner.Ok || owner.Value is null || c.Owner == owner.Value).Take(2).ToList();
        // An order whose people or car nobody knows any more is kept all the same: it is found by its number and words.
        var former = new FormerOrder
        {
            Number = document.Number,
            CustomerId =
                owner.Ok && owner.Value is { } id ? id
                : car.Count == 1 ? car[0].Owner
                : null,
            VehicleId = car.Count == 1 ? car[0].Id : null,
            On = document.On,
            Title = document.Jobs[0].Title,
            Total = Money.Of(document.Total),
            Odometer = row.Figure("odometer") is { Ok: true, Value: { } reading and >= 0 and < 2_000_000 } ? new((int)reading) : null,
            DocumentJson = System.Text.Json.JsonSerializer.Serialize(document, DocumentMaker.Json),
            Words = string.Join(
                ' ',
                document
                    .Jobs.Select(j => j.Title)
                    .Concat(document.Jobs.SelectMany(j => j.Lines.Select(l => $"{l.Description} {l.Number}")))
                    .Append(document.Customer)
                    .Append(document.Plate)
            ),
        };
        return new ImportVerdict(row.Number, words, null, false, former);
    }
}
