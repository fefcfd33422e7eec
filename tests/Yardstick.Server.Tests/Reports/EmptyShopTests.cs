using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Billing;
using Yardstick.Server.Reports;

namespace Yardstick.Server.Tests.Reports;

/// <summary>A shop that has sold nothing, ahead of UTC, in kilometers, on the day that has 25 hours.</summary>
public sealed class EmptyShopTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-empty-").FullName;

    /// <summary>Clocks go back at three in the morning.</summary>
    private static readonly LocalDate LongDay = new(2027, 4, 4);

    private async Task<(ShopDb Db, Shop Shop)> OpenAsync()
    {
        using (var file = ShopFile.Open(folder))
            await file.PrepareAsync();
        var options = new DbContextOptionsBuilder<ShopDb>();
        ShopFile.Use(options, Path.Combine(folder, ShopFile.FileName));
        var db = new ShopDb(options.Options);
        var shop = Shop.Create("Kauri Lane Motors", "Pacific/Auckland", "NZD", DistanceUnit.Kilometers).Value;
        ShopStart.AddShop(db, shop, Instant.FromUtc(2027, 1, 1, 0, 0));
        db.Staff.Add(StaffMember.Owner("Hana Reweti").Value);
        await db.SaveChangesAsync();
        return (db, shop);
    }

    [Theory]
    [InlineData("today")]
    [InlineData("this week")]
    [InlineData("2025")]
    [InlineData("last 90 days")]
    public async Task Every_figure_is_zero_or_none_and_every_table_is_there(string typed)
    {
        var (db, shop) = await OpenAsync();
        await using var _ = db;
        var now = shop.Utc(LongDay.At(new LocalTime(17, 0)));
        var period = ReportPeriod.Parse(typed, LongDay, shop.WeekBegins).Value;
        var reader = new MeasureReader(db, shop, MeasureFilter.Everything, now, new MeasureMemory(new OpenBalances()));
        foreach (var measure in Enum.GetValues<Measure>())
        {
            var value = await reader.ValueAsync(measure, period);
            Assert.True(value.Amount == 0 && value.Of is null or 0, $"{measure}: {value}");
            Assert.All(await reader.RowsAsync(measure, period), r => Assert.Equal(0, r.Value.Amount));
        }
        foreach (var page in Enum.GetValues<MeasurePage>())
            Assert.All(await MeasureTables.OfAsync(page, reader, db, shop, period, MeasureFilter.Everything, now), t =>
                Assert.All(t.Rows, r => Assert.All(r.Figures, f => Assert.True(f is null or 0, t.Title)))
            );
    }

    [Fact]
    public async Task The_day_with_25_hours_has_them_all_and_the_days_beside_it_have_none_of_them()
    {
        var (db, shop) = await OpenAsync();
        await using var _ = db;
        var person = await db.Staff.SingleAsync();
        db.Attendances.Add(
            new Attendance
            {
                StaffId = person.Id,
                Start = shop.Utc(LongDay.AtMidnight()),
                End = shop.Utc(LongDay.PlusDays(1).AtMidnight()),
            }
        );
        await db.SaveChangesAsync();
        var now = shop.Utc(LongDay.PlusDays(2).At(new LocalTime(9, 0)));
        foreach (var (day, hours) in new[] { (-1, 0m), (0, 25m), (1, 0m) })
        {
            var on = LongDay.PlusDays(day);
            var there = await db.TechniciansAsync(shop, new ReportPeriod(on, on, "", on), now);
            Assert.Equal(hours, there.Sum(t => t.Present));
        }
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
