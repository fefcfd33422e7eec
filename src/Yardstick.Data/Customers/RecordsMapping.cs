using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Customers;

internal sealed class RecordsMapping : IEntityTypeConfiguration<Customer>, IEntityTypeConfiguration<CustomerPhone>, IEntityTypeConfiguration<CustomerEmail>, IEntityTypeConfiguration<Vehicle>, IEntityTypeConfiguration<OdometerReading>, IEntityTypeConfiguration<RecordChange>, IEntityTypeConfiguration<Merge>, IEntityTypeConfiguration<VehicleTransfer>,
    IEntityTypeConfiguration<AttachedFile>, IEntityTypeConfiguration<Label>, IEntityTypeConfiguration<LabelOn>, IEntityTypeConfiguration<ExtraField>, IEntityTypeConfiguration<ExtraValue>, IEntityTypeConfiguration<FormerOrder>, IEntityTypeConfiguration<ImportedRecord>, IEntityTypeConfiguration<VehicleAnswer>
{
    public void Configure(EntityTypeBuilder<Customer> builder)
    {
        builder.Ignore(c => c.DisplayName);
        builder.Ignore(c => c.ToBeSeen);
        builder.HasIndex(c => c.FormerKey);
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
        // Work on like cars is shown while a car is written up.
        builder.HasIndex(v => new { v.Make, v.Model });
        builder.HasMany(v => v.Readings).WithOne().HasForeignKey(r => r.VehicleId);
        builder.HasOne<Customer>().WithMany().HasForeignKey(v => v.CustomerId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<RecordChange> builder) => builder.HasIndex(c => new { c.Target, c.TargetId, c.Field });

    public void Configure(EntityTypeBuilder<Merge> builder) => builder.HasIndex(m => new { m.Kind, m.KeptId });

    public void Configure(EntityTypeBuilder<VehicleTransfer> builder) => builder.HasIndex(t => t.VehicleId);

    public void Configure(EntityTypeBuilder<OdometerReading> builder) => builder.HasIndex(r => new { r.VehicleId, r.At });

    public void Configure(EntityTypeBuilder<AttachedFile> builder)
    {
        builder.Ignore(f => f.IsPicture);
        builder.HasIndex(f => new { f.Kind, f.TargetId });
    }

    public void Configure(EntityTypeBuilder<Label> builder) => builder.HasIndex(l => new { l.Kind, l.Name }).IsUnique();

    public void Configure(EntityTypeBuilder<LabelOn> builder)
    {
        builder.HasIndex(l => new { l.LabelId, l.TargetId }).IsUnique();
        builder.HasOne<Label>().WithMany().HasForeignKey(l => l.LabelId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<ExtraField> builder)
    {
        builder.Ignore(f => f.Words);
        builder.HasIndex(f => new { f.Kind, f.Name }).IsUnique();
    }

    public void Configure(EntityTypeBuilder<ExtraValue> builder)
    {
        builder.HasIndex(v => new { v.TargetId, v.FieldId }).IsUnique();
        builder.HasOne<ExtraField>().WithMany().HasForeignKey(v => v.FieldId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<FormerOrder> builder)
    {
        builder.ComplexProperty(o => o.Total);
        builder.HasIndex(o => o.Number);
        builder.HasIndex(o => o.CustomerId);
        builder.HasIndex(o => o.VehicleId);
        builder.HasOne<Customer>().WithMany().HasForeignKey(o => o.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(o => o.VehicleId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<ImportedRecord> builder) => builder.HasIndex(r => new { r.ImportId, r.RecordId }).IsUnique();

    public void Configure(EntityTypeBuilder<VehicleAnswer> builder)
    {
        builder.HasIndex(a => new { a.VehicleId, a.Question }).IsUnique();
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(a => a.VehicleId);
    }
}
