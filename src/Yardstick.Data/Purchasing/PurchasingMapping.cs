using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Purchasing;

namespace Yardstick.Data.Purchasing;

internal sealed class PurchasingMapping
    : IEntityTypeConfiguration<Supplier>,
        IEntityTypeConfiguration<SupplierBranch>,
        IEntityTypeConfiguration<PurchaseOrder>,
        IEntityTypeConfiguration<PurchaseOrderLine>
{
    public void Configure(EntityTypeBuilder<Supplier> builder)
    {
        builder.HasIndex(s => s.Code).IsUnique().HasFilter("\"Code\" <> ''");
        // Harbor Parts and harbor parts are one supplier.
        builder.Property(s => s.Name).UseCollation("NOCASE");
        builder.HasIndex(s => s.Name).IsUnique();
        builder.HasMany(s => s.Branches).WithOne().HasForeignKey(b => b.SupplierId);
    }

    public void Configure(EntityTypeBuilder<SupplierBranch> builder) => builder.HasIndex(b => b.SupplierId);

    public void Configure(EntityTypeBuilder<PurchaseOrder> builder)
    {
        builder.Ignore(o => o.IsOpen);
        builder.HasIndex(o => o.Number).IsUnique();
        // Those that are open are few; what was received is the past.
        builder.HasIndex(o => o.Id).HasFilter("\"State\" < 5");
        builder.HasMany(o => o.Lines).WithOne().HasForeignKey(l => l.PurchaseOrderId);
    }

    public void Configure(EntityTypeBuilder<PurchaseOrderLine> builder)
    {
        builder.Ignore(l => l.Awaited);
        builder.HasIndex(l => l.OrderId);
        builder.HasIndex(l => l.LineId);
    }
}
