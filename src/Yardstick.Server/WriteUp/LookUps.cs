using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>
/// What the outside knows of a phone number, a plate or a VIN, and what is on file already. All of it are proposals:
/// nothing is kept until the writer keeps it, and the screen never waits for it.
/// </summary>
public static class LookUps
{
    /// <summary>Whose number it may be.</summary>
    /// <param name="Entry">The directory's entry; null where it has none.</param>
    /// <param name="Sentence">What is to be said where there is none.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record PhoneAnswer(DirectoryEntry? Entry, string Sentence, bool Silent = false);

    /// <summary>What car it may be.</summary>
    /// <param name="Car">What the service says; null where it knows nothing.</param>
    /// <param name="Sentence">What is to be said where it knows nothing.</param>
    /// <param name="Remarks">What looks wrong about the VIN.</param>
    /// <param name="Corrections">VINs with one character otherwise whose check digit fits.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record CarAnswer(
        VehicleFacts? Car,
        string Sentence,
        IReadOnlyList<string> Remarks,
        IReadOnlyList<string> Corrections,
        bool Silent = false
    );

    /// <summary>Makes to choose from.</summary>
    /// <param name="Makes">The makes with their models.</param>
    /// <param name="Sentence">What is to be said where there are none.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record MakesAnswer(IReadOnlyList<MakeChoice> Makes, string Sentence, bool Silent = false);

    /// <summary>Somebody on file who may be the same.</summary>
    public sealed record DuplicateView(
        long CustomerId,
        string Name,
        string Phone,
        long? VehicleId,
        string Plate,
        string Vehicle,
        IReadOnlyList<DuplicateReason> By
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/look-up/phone", PhoneAsync).Asks(Permission.WriteUp).Produces<PhoneAnswer>();
        api.MapGet("/look-up/plate", PlateAsync).Asks(Permission.WriteUp).Produces<CarAnswer>();
        api.MapGet("/look-up/vin", VinAsync).Asks(Permission.WriteUp).Produces<CarAnswer>();
        api.MapGet("/look-up/makes", MakesAsync).Asks(Permission.WriteUp).Produces<MakesAnswer>();
        api.MapGet("/look-up/coverage", CoverageAsync).Asks(Permission.WriteUp).Produces<IReadOnlyList<string>>();
        api.MapGet("/look-up/alike", AlikeAsync).Asks(Permission.WriteUp).Produces<IReadOnlyList<DuplicateView>>();
    }

    private static async Task<IResult> PhoneAsync(string number, ShopDb db, IPhoneDirectory directory, CancellationToken cancel)
    {
        var typed = PhoneNumber.Parse(number, (await db.Shops.SingleAsync(cancel)).Country);
        if (typed.Problem is { } unreadable)
            return Results.Ok(new PhoneAnswer(null, unreadable.Message));
        var entry = await directory.LookUpAsync(typed.Value.E164, cancel);
        return Results.Ok(
            new PhoneAnswer(
                entry.Ok ? entry.Value : null,
                entry.Problem switch
                {
                    null => "",
                    { Code: "outside.unknown" } => "No directory listing for this number. Type the name.",
                    var problem => $"The directory {problem.Message}. Type the name.",
                },
                OutsideCall.IsSilence(entry.Problem)
            )
        );
    }

    private static async Task<IResult> PlateAsync(
        string plate,
        string? region,
        ShopDb db,
        IVehicleDataClient vehicles,
        CancellationToken cancel
    )
    {
        var typed = Plate.Parse(plate);
        if (typed.Problem is { } unreadable)
            return Results.Ok(new CarAnswer(null, unreadable.Message, [], []));
        var where = string.IsNullOrWhiteSpace(region) ? (await db.Shops.SingleAsync(cancel)).PlateRegion : region.Trim().ToUpperInvariant();
        return Results.Ok(Answer(await vehicles.ByPlateAsync(where, Plate.Normal(typed.Value.Text), cancel), "this plate", [], []));
    }

    private static async Task<IResult> VinAsync(string vin, IVehicleDataClient vehicles, CancellationToken cancel)
    {
        var typed = Vin.Parse(vin);
        if (typed.Problem is { } unreadable)
            return Results.Ok(new CarAnswer(null, unreadable.Message, [], []));
        var corrections = typed.Value.Corrections().Select(v => v.Text).Take(6).ToList();
        return Results.Ok(
            Answer(await vehicles.ByVinAsync(typed.Value.Text, cancel), "this VIN", VinRemarks.Of(typed.Value, 0), corrections)
        );
    }

    private static CarAnswer Answer(
        Result<VehicleFacts> facts,
        string what,
        IReadOnlyList<string> remarks,
        IReadOnlyList<string> corrections
    ) =>
        new(
            facts.Ok ? facts.Value : null,
            facts.Problem switch
            {
                null => "",
                { Code: "outside.unknown" } => $"No vehicle data for {what}. Enter the vehicle yourself.",
                var problem => $"The vehicle data service {problem.Message}. Enter the vehicle yourself.",
            },
            remarks,
            corrections,
            OutsideCall.IsSilence(facts.Problem)
        );

    private static async Task<IResult> MakesAsync(IVehicleDataClient vehicles, CancellationToken cancel)
    {
        var makes = await vehicles.MakesAsync(cancel);
        return Results.Ok(
            makes.Ok
                ? new MakesAnswer(makes.Value, "")
                : new MakesAnswer([], $"The vehicle data service {makes.Problem!.Message}; enter make and model yourself.", true)
        );
    }

    /// <summary>Which lookups will not know a vehicle as it is typed, in sentences.</summary>
    private static async Task<IResult> CoverageAsync(
        VehicleDataCache vehicles,
        CancellationToken cancel,
        string make = "",
        string model = "",
        string engine = "",
        string vin = ""
    )
    {
        var makes = await vehicles.MakesAsync(cancel);
        var known = (makes.Ok ? makes.Value : []).ToDictionary(
            m => m.Make,
            m => (IReadOnlyDictionary<string, IReadOnlyList<string>>)m.Models.ToDictionary(x => x.Model, x => x.Engines)
        );
        return Results.Ok(LookUpCoverage.Of(make, model, engine, vin.Trim().Length > 0, known));
    }

    /// <summary>Who on file has the same phone, email address, plate or VIN, or a name within a typing slip.</summary>
    private static async Task<IResult> AlikeAsync(
        ShopDb db,
        string? firstName = null,
        string? lastName = null,
        string? businessName = null,
        string? phone = null,
        string? email = null,
        string? plate = null,
        string? vin = null
    )
    {
        var country = (await db.Shops.SingleAsync()).Country;
        var found = new Dictionary<long, HashSet<DuplicateReason>>();
        void Add(IEnumerable<long> ids, DuplicateReason by)
        {
            foreach (var id in ids)
                (found.TryGetValue(id, out var why) ? why : found[id] = []).Add(by);
        }
        if (PhoneNumber.Parse(phone, country) is { Ok: true } number)
            Add(
                await db.CustomerPhones.Where(p => p.Number == number.Value.E164).Select(p => p.CustomerId).Take(10).ToListAsync(),
                DuplicateReason.Phone
            );
        if (EmailAddress.Parse(email) is { Ok: true } address)
            Add(
                await db.CustomerEmails.Where(e => e.Address == address.Value.Text).Select(e => e.CustomerId).Take(10).ToListAsync(),
                DuplicateReason.Email
            );
        var cars = new List<Vehicle>();
        if (Plate.Parse(plate) is { Ok: true } typedPlate)
            cars.AddRange(await FindQuery.WithPlateAsync(db, Plate.Normal(typedPlate.Value.Text)));
        Add(cars.Select(c => c.CustomerId), DuplicateReason.Plate);
        if (Vin.Parse(vin) is { Ok: true } typedVin)
        {
            var same = await db.Vehicles.Where(v => v.MergedIntoId == null && v.Vin == typedVin.Value).Take(5).ToListAsync();
            Add(same.Select(c => c.CustomerId), DuplicateReason.Vin);
            cars.AddRange(same.Where(s => !cars.Exists(c => c.Id == s.Id)));
        }
        var typed = Customer.Named(0, firstName, lastName, businessName);
        var name = typed.BusinessName.Length > 0 ? typed.BusinessName : $"{typed.FirstName} {typed.LastName}".Trim();
        if (name.Length > 2)
        {
            var near = (await FindQuery.NearAsync(db, name)).ToList();
            Add(
                (await db.Customers.Where(c => near.Contains(c.Id) && c.MergedIntoId == null && c.ErasedAt == null).ToListAsync())
                    .Where(c => DuplicateCheck.Names(typed, c))
                    .Select(c => c.Id),
                DuplicateReason.Name
            );
        }
        var ids = found.Keys.ToList();
        var customers = await db
            .Customers.Include(c => c.Phones)
            .Where(c => ids.Contains(c.Id) && c.MergedIntoId == null && c.ErasedAt == null)
            .ToListAsync();
        return Results.Ok(
            customers
                .OrderBy(c => found[c.Id].Min())
                .ThenBy(c => c.Id)
                .Take(5)
                .Select(c =>
                {
                    var car = cars.Find(v => v.CustomerId == c.Id);
                    var first = c.Phones.OrderBy(p => p.Id).FirstOrDefault();
                    return new DuplicateView(
                        c.Id,
                        c.DisplayName,
                        first is null ? "" : new PhoneNumber(first.Number).Shown(country),
                        car?.Id,
                        car?.Plate.Text ?? "",
                        car?.Description ?? "",
                        [.. found[c.Id].Order()]
                    );
                })
                .ToList()
        );
    }
}
