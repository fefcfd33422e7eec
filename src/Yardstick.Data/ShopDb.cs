using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data.Setup;

namespace Yardstick.Data;

/// <summary>The shop's database: how its values are kept.</summary>
public partial class ShopDb(DbContextOptions<ShopDb> options) : IdentityUserContext<Account, long>(options)
{
    /// <inheritdoc />
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        base.ConfigureConventions(configurationBuilder);
        configurationBuilder.Properties<decimal>().HaveConversion<TenThousandths>();
        configurationBuilder.Properties<Quantity>().HaveConversion<FigureColumn<Quantity>>();
        configurationBuilder.Properties<LaborHours>().HaveConversion<FigureColumn<LaborHours>>();
        configurationBuilder.Properties<Percent>().HaveConversion<FigureColumn<Percent>>();
        configurationBuilder.Properties<UnitPrice>().HaveConversion<FigureColumn<UnitPrice>>();
        configurationBuilder.Properties<RateChoice>().HaveConversion<RateColumn>();
        configurationBuilder.Properties<WarrantyTerm>().HaveConversion<WarrantyColumn>();
        configurationBuilder.Properties<Odometer>().HaveConversion<OdometerColumn>();
        configurationBuilder.Properties<Plate>().HaveConversion<PlateColumn>();
        configurationBuilder.Properties<Vin>().HaveConversion<VinColumn>();
        configurationBuilder.Properties<Instant>().HaveConversion<UtcMoment>();
        configurationBuilder.Properties<LocalDateTime>().HaveConversion<WallTime>();
        configurationBuilder.Properties<LocalDate>().HaveConversion<CalendarDay>();
        configurationBuilder.Properties<LocalTime>().HaveConversion<TimeOfDay>();
    }

    /// <inheritdoc />
    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.ApplyConfigurationsFromAssembly(typeof(ShopDb).Assembly);
    }

    /// <summary>The shop's own stages.</summary>
    public async Task<StageList> StageListAsync() => new(await Stages.ToListAsync());

    /// <summary>Takes the next number of a series; within the transaction of whoever uses it, so that none is lost.</summary>
    public async Task<long> NextNumberAsync(string series)
    {
        var counter = await Counters.FindAsync(series) ?? throw new InvalidOperationException($"No series is named {series}.");
        var number = counter.Next++;
        await SaveChangesAsync();
        return number;
    }
}
