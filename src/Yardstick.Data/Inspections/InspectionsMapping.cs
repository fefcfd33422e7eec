using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Inspections;

namespace Yardstick.Data.Inspections;

internal sealed class InspectionsMapping
    : IEntityTypeConfiguration<Finding>,
        IEntityTypeConfiguration<Photo>,
        IEntityTypeConfiguration<InspectionTemplate>,
        IEntityTypeConfiguration<TemplatePoint>,
        IEntityTypeConfiguration<Inspection>,
        IEntityTypeConfiguration<InspectionPoint>,
        IEntityTypeConfiguration<PointPhoto>,
        IEntityTypeConfiguration<PhotoMark>
{
    public void Configure(EntityTypeBuilder<Finding> builder)
    {
        builder.ToTable("Findings");
        builder.HasIndex(f => f.OrderId);
        builder.HasIndex(f => f.At).HasFilter("\"JobId\" IS NULL AND \"WithdrawnAt\" IS NULL");
        builder.HasIndex(f => f.InspectionPointId).IsUnique().HasFilter("\"InspectionPointId\" IS NOT NULL");
        builder.OwnsOne(f => f.Limits, l => l.Ignore(x => x.End));
    }

    public void Configure(EntityTypeBuilder<Photo> builder) => builder.HasKey(p => p.Hash);

    public void Configure(EntityTypeBuilder<InspectionTemplate> builder)
    {
        builder.Ignore(t => t.Ordered);
        builder.Property(t => t.Name).UseCollation("NOCASE");
        builder.HasIndex(t => t.Name).IsUnique();
        builder.HasMany(t => t.Points).WithOne().HasForeignKey(p => p.InspectionTemplateId);
    }

    public void Configure(EntityTypeBuilder<TemplatePoint> builder) => Spec(builder.ComplexProperty(p => p.Spec));

    public void Configure(EntityTypeBuilder<Inspection> builder)
    {
        builder.Ignore(i => i.Ordered);
        builder.Ignore(i => i.Done);
        builder.HasIndex(i => i.OrderId);
        builder.HasIndex(i => i.VehicleId);
        // Those that wait for somebody are few beside those that were done.
        builder.HasIndex(i => i.BegunAt).HasFilter("\"ReadAt\" IS NULL");
        builder.HasMany(i => i.Points).WithOne().HasForeignKey(p => p.InspectionId);
    }

    public void Configure(EntityTypeBuilder<InspectionPoint> builder)
    {
        builder.Ignore(p => p.IsDone);
        builder.Ignore(p => p.IsFinding);
        builder.Ignore(p => p.MeasuredWords);
        builder.HasIndex(p => p.InspectionId);
        Spec(builder.ComplexProperty(p => p.Spec));
        builder.HasMany(p => p.Photos).WithOne().HasForeignKey(x => x.InspectionPointId);
    }

    public void Configure(EntityTypeBuilder<PointPhoto> builder)
    {
        builder.HasIndex(p => p.InspectionPointId);
        builder.HasMany(p => p.Marks).WithOne().HasForeignKey(m => m.PointPhotoId);
    }

    public void Configure(EntityTypeBuilder<PhotoMark> builder)
    {
        builder.Ignore(m => m.IsInside);
        builder.HasIndex(m => m.PointPhotoId);
    }

    private static void Spec(ComplexPropertyBuilder<PointSpec> spec)
    {
        spec.Ignore(s => s.IsMeasured);
        spec.Ignore(s => s.Limits);
    }
}
