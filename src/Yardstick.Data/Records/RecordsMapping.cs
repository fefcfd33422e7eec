using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Records;

namespace Yardstick.Data.Records;

internal sealed class RecordsMapping : IEntityTypeConfiguration<Customer>, IEntityTypeConfiguration<CustomerPhone>, IEntityTypeConfiguration<Vehicle>, IEntityTypeConfiguration<OdometerReading>
{
    public void Configure(EntityTypeBuilder<Customer> builder)
    {
        builder.Ignore(c => c.DisplayName);
        builder.HasMany(c => c.Phones).WithOne().HasForeignKey(p => p.CustomerId);
    }

    public void Configure(EntityTypeBuilder<CustomerPhone> builder) => builder.HasIndex(p => p.Number);

    public void Configure(EntityTypeBuilder<Vehicle> builder)
    {
        builder.Ignore(v => v.Description);
        builder.Ignore(v => v.ShortDescription);
        builder.HasIndex(v => v.CustomerId);
        builder.HasIndex(v => v.Plate);
        builder.HasIndex(v => v.Vin);
        builder.HasMany(v => v.Readings).WithOne().HasForeignKey(r => r.VehicleId);
        builder.HasOne<Customer>().WithMany().HasForeignKey(v => v.CustomerId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<OdometerReading> builder) => builder.HasIndex(r => new { r.VehicleId, r.At });
}
