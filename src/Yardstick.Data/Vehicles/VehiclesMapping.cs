using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Customers;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Vehicles;

internal sealed class VehiclesMapping
    : IEntityTypeConfiguration<Vehicle>,
        IEntityTypeConfiguration<VehicleTransfer>,
        IEntityTypeConfiguration<OdometerReading>,
        IEntityTypeConfiguration<VehicleAnswer>
{
    public void Configure(EntityTypeBuilder<Vehicle> builder)
    {
        builder.Ignore(v => v.Description);
        builder.Ignore(v => v.ShortDescription);
        builder.HasIndex(v => v.CustomerId);
        builder.HasIndex(v => v.Plate);
        builder.HasIndex(v => v.Vin);
        // Work on like cars is shown while a car is written up.
        builder.HasIndex(v => new { v.Make, v.Model });
        builder.HasMany(v => v.Readings).WithOne().HasForeignKey(r => r.VehicleId);
        builder.HasOne<Customer>().WithMany().HasForeignKey(v => v.CustomerId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<VehicleTransfer> builder) => builder.HasIndex(t => t.VehicleId);

    public void Configure(EntityTypeBuilder<OdometerReading> builder) => builder.HasIndex(r => new { r.VehicleId, r.At });

    public void Configure(EntityTypeBuilder<VehicleAnswer> builder)
    {
        builder.HasIndex(a => new { a.VehicleId, a.Question }).IsUnique();
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(a => a.VehicleId);
    }
}
