using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Inventory;

namespace Yardstick.Data.Inventory;

internal sealed class InventoryMapping
    : IEntityTypeConfiguration<StockMovement>,
        IEntityTypeConfiguration<StockCount>,
        IEntityTypeConfiguration<StockCountLine>
{
    public void Configure(EntityTypeBuilder<StockMovement> builder)
    {
        builder.HasIndex(m => new { m.PartId, m.Id });
        builder.HasIndex(m => new
        {
            m.PartId,
            m.Kind,
            m.At,
        });
        builder.HasIndex(m => new { m.Document, m.DocumentId });
        builder.ComplexProperty(m => m.ValueChange, m => m.Property(v => v.Cents).HasColumnName("ValueChange"));
    }

    public void Configure(EntityTypeBuilder<StockCount> builder)
    {
        builder.Ignore(c => c.IsOpen);
        builder.HasIndex(c => c.Id).HasFilter("\"PostedAt\" IS NULL AND \"DroppedAt\" IS NULL");
        builder.HasIndex(c => c.PostedAt);
        builder.HasMany(c => c.Lines).WithOne().HasForeignKey(l => l.StockCountId);
    }

    public void Configure(EntityTypeBuilder<StockCountLine> builder)
    {
        builder.Ignore(l => l.Difference);
        builder.HasIndex(l => l.PartId);
    }
}
