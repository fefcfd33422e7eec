using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.FollowUp;

/// <summary>Whose a request is, by what is on file.</summary>
internal static class RequestMatching
{
    private const int Most = 5;

    /// <summary>A customer with a telephone.</summary>
    internal sealed record Owner(long Id, string Name);

    /// <summary>Looks it up.</summary>
    internal static async Task<RequestMatch> OfAsync(ShopDb db, string phone, string vin, Plate plate)
    {
        var byPhone = phone.Length == 0 ? [] : await OwnersAsync(db, phone);
        var read = Vin.Kept(vin);
        var byVin = vin.Length == 0 ? [] : await CarsAsync(db, db.Vehicles.Where(v => v.Vin == read));
        var byPlate = plate.IsKnown ? await CarsAsync(db, db.Vehicles.Where(v => v.Plate == plate)) : [];
        return RequestMatch.Of(byPhone.ConvertAll(c => (c.Id, c.Name)), byVin, byPlate);
    }

    /// <summary>Customers who have a telephone, at most five.</summary>
    internal static async Task<List<Owner>> OwnersAsync(ShopDb db, string phone) =>
        (
            await db
                .CustomerPhones.Where(p => p.Number == phone)
                .Join(db.Customers.IgnoreAutoIncludes().Where(c => c.MergedIntoId == null), p => p.CustomerId, c => c.Id, (p, c) => c)
                .Distinct()
                .OrderBy(c => c.Id)
                .Take(Most)
                .ToListAsync()
        ).ConvertAll(c => new Owner(c.Id, c.DisplayName));

    private static async Task<List<RequestMatch.Candidate>> CarsAsync(ShopDb db, IQueryable<Core.Vehicles.Vehicle> cars) =>
        (
            await cars.Where(v => v.MergedIntoId == null)
                .Join(db.Customers.IgnoreAutoIncludes(), v => v.CustomerId, c => c.Id, (v, c) => new { v.Id, Owner = c })
                .Take(Most)
                .ToListAsync()
        ).ConvertAll(v => new RequestMatch.Candidate(v.Id, v.Owner.Id, v.Owner.DisplayName));
}
