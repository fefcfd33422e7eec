using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;

namespace Yardstick.Data.Purchasing;

internal sealed class PartsMapping : IEntityTypeConfiguration<Part>, IEntityTypeConfiguration<PurchaseOrder>, IEntityTypeConfiguration<PurchaseOrderLine>, IEntityTypeConfiguration<StockMovement>, IEntityTypeConfiguration<Supplier>, IEntityTypeConfiguration<FeeItem>
{
    public void Configure(EntityTypeBuilder<Part> builder)
    {
        builder.Ignore(p => p.Free);
        builder.HasIndex(p => p.Number).IsUnique();
        builder.HasMany(p => p.Companions).WithOne().HasForeignKey(c => c.PartId);
    }

    public void Configure(EntityTypeBuilder<Supplier> builder) => builder.HasIndex(s => s.Code).IsUnique();

    public void Configure(EntityTypeBuilder<PurchaseOrder> builder)
    {
        builder.Ignore(o => o.IsOpen);
        builder.HasIndex(o => o.Number).IsUnique();
        builder.HasIndex(o => o.State);
        builder.HasMany(o => o.Lines).WithOne().HasForeignKey(l => l.PurchaseOrderId);
    }

    public void Configure(EntityTypeBuilder<PurchaseOrderLine> builder)
    {
        builder.Ignore(l => l.Awaited);
        builder.HasIndex(l => l.OrderId);
        builder.HasIndex(l => l.LineId);
    }

    public void Configure(EntityTypeBuilder<StockMovement> builder) => builder.HasIndex(m => m.PartId);

    public void Configure(EntityTypeBuilder<FeeItem> builder) => builder.HasIndex(f => f.Code).IsUnique();
}
