using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Catalog;

namespace Yardstick.Data.Catalog;

internal sealed class CatalogMapping
    : IEntityTypeConfiguration<Part>,
        IEntityTypeConfiguration<FeeItem>,
        IEntityTypeConfiguration<CannedJob>,
        IEntityTypeConfiguration<CannedSet>,
        IEntityTypeConfiguration<ShopLaborOperation>
{
    public void Configure(EntityTypeBuilder<Part> builder)
    {
        builder.Ignore(p => p.Free);
        builder.HasIndex(p => p.Number).IsUnique();
        builder.HasMany(p => p.Companions).WithOne().HasForeignKey(c => c.PartId);
    }

    public void Configure(EntityTypeBuilder<FeeItem> builder) => builder.HasIndex(f => f.Code).IsUnique();

    public void Configure(EntityTypeBuilder<CannedJob> builder)
    {
        builder.Ignore(c => c.OwnLines);
        builder.Ignore(c => c.Additions);
        builder.HasMany(c => c.Lines).WithOne().HasForeignKey(l => l.CannedJobId);
        builder.HasMany(c => c.Alternatives).WithOne().HasForeignKey(a => a.CannedJobId);
    }

    public void Configure(EntityTypeBuilder<CannedSet> builder) =>
        builder.Property(s => s.JobIds).HasConversion(JsonColumn.Of<IReadOnlyList<long>>([]), JsonColumn.Same<IReadOnlyList<long>>());

    public void Configure(EntityTypeBuilder<ShopLaborOperation> builder)
    {
        builder.Ignore(o => o.Work);
        builder.Property(o => o.Contains).HasConversion(JsonColumn.Of<IReadOnlyList<string>>([]), JsonColumn.Same<IReadOnlyList<string>>());
        builder.HasIndex(o => o.Code).IsUnique();
    }
}
