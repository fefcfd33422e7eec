using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Records;

namespace Yardstick.Data.Records;

internal sealed class RecordsMapping : IEntityTypeConfiguration<Customer>, IEntityTypeConfiguration<CustomerPhone>, IEntityTypeConfiguration<CustomerEmail>, IEntityTypeConfiguration<Vehicle>, IEntityTypeConfiguration<OdometerReading>, IEntityTypeConfiguration<RecordChange>, IEntityTypeConfiguration<Merge>, IEntityTypeConfiguration<VehicleTransfer>
{
    public void Configure(EntityTypeBuilder<Customer> builder)
    {
        builder.Ignore(c => c.DisplayName);
        builder.Ignore(c => c.ToBeSeen);
        builder.HasMany(c => c.Phones).WithOne().HasForeignKey(p => p.CustomerId);
        builder.HasMany(c => c.Emails).WithOne().HasForeignKey(e => e.CustomerId);
        builder.HasMany(c => c.Contacts).WithOne().HasForeignKey(x => x.CustomerId);
        builder.HasMany(c => c.Sites).WithOne().HasForeignKey(s => s.CustomerId);
        builder.HasMany(c => c.Rates).WithOne().HasForeignKey(r => r.CustomerId);
        // Every order is priced by them.
        builder.Navigation(c => c.Rates).AutoInclude();
    }

    public void Configure(EntityTypeBuilder<CustomerEmail> builder) => builder.HasIndex(e => e.Address);

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

    public void Configure(EntityTypeBuilder<RecordChange> builder) => builder.HasIndex(c => new { c.Target, c.TargetId, c.Field });

    public void Configure(EntityTypeBuilder<Merge> builder) => builder.HasIndex(m => new { m.Kind, m.KeptId });

    public void Configure(EntityTypeBuilder<VehicleTransfer> builder) => builder.HasIndex(t => t.VehicleId);

    public void Configure(EntityTypeBuilder<OdometerReading> builder) => builder.HasIndex(r => new { r.VehicleId, r.At });
}
