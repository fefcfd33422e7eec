using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Inventory;

namespace Yardstick.Data.Inventory;

internal sealed class InventoryMapping : IEntityTypeConfiguration<StockMovement>
{
    public void Configure(EntityTypeBuilder<StockMovement> builder) => builder.HasIndex(m => m.PartId);
}
