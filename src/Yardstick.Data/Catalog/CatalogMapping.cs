using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;

namespace Yardstick.Data.Catalog;

internal sealed class CatalogMapping
    : IEntityTypeConfiguration<Part>,
        IEntityTypeConfiguration<FeeItem>,
        IEntityTypeConfiguration<CannedJob>,
        IEntityTypeConfiguration<CannedLine>,
        IEntityTypeConfiguration<CannedPartLine>,
        IEntityTypeConfiguration<CannedSubletLine>,
        IEntityTypeConfiguration<CannedFeeLine>,
        IEntityTypeConfiguration<CannedSet>,
        IEntityTypeConfiguration<ShopLaborOperation>
{
    public void Configure(EntityTypeBuilder<Part> builder)
    {
        builder.Ignore(p => p.Free);
        builder.Property(p => p.Rating).HasConversion(rating => rating!.ToString(), text => TireRating.Read(text));
        builder.HasIndex(p => p.Number).IsUnique();
        builder.HasMany(p => p.Companions).WithOne().HasForeignKey(c => c.PartId);
    }

    public void Configure(EntityTypeBuilder<FeeItem> builder) => builder.HasIndex(f => f.Code).IsUnique();

    public void Configure(EntityTypeBuilder<CannedJob> builder)
    {
        builder.Ignore(c => c.OwnLines);
        builder.Ignore(c => c.Additions);
        builder.Ignore(c => c.Hours);
        builder.Property(c => c.FixedPrice).HasConversion<MoneyColumn>();
        builder.Property(c => c.Checklist).AsJson();
        builder.Property(c => c.Equipment).AsJson();
        builder.HasMany(c => c.Lines).WithOne().HasForeignKey(l => l.CannedJobId);
        builder.HasMany(c => c.Alternatives).WithOne().HasForeignKey(a => a.CannedJobId);
    }

    // Lines of all kinds stand in one table, as those of jobs do; what several kinds have stands in one column.
    public void Configure(EntityTypeBuilder<CannedLine> builder)
    {
        builder
            .HasDiscriminator(l => l.Kind)
            .HasValue<CannedLaborLine>(LineKind.Labor)
            .HasValue<CannedPartLine>(LineKind.Part)
            .HasValue<CannedSubletLine>(LineKind.Sublet)
            .HasValue<CannedFeeLine>(LineKind.Fee)
            .HasValue<CannedTextLine>(LineKind.Text);
        builder.Ignore(l => l.Taxable);
    }

    public void Configure(EntityTypeBuilder<CannedPartLine> builder)
    {
        builder.Property(l => l.Quantity).HasColumnName(nameof(CannedPartLine.Quantity));
        builder.Property(l => l.UnitCost).HasColumnName(nameof(CannedPartLine.UnitCost));
    }

    public void Configure(EntityTypeBuilder<CannedSubletLine> builder) =>
        builder.Property(l => l.UnitCost).HasColumnName(nameof(CannedSubletLine.UnitCost));

    public void Configure(EntityTypeBuilder<CannedFeeLine> builder) =>
        builder.Property(l => l.Quantity).HasColumnName(nameof(CannedFeeLine.Quantity));

    public void Configure(EntityTypeBuilder<CannedSet> builder) => builder.Property(s => s.JobIds).AsJson();

    public void Configure(EntityTypeBuilder<ShopLaborOperation> builder)
    {
        builder.Ignore(o => o.Work);
        builder.Property(o => o.Contains).AsJson();
        builder.HasIndex(o => o.Code).IsUnique();
    }
}
