using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Orders;
using Yardstick.Core.WriteUp;

namespace Yardstick.Data.WriteUp;

internal sealed class WriteUpMapping : IEntityTypeConfiguration<CheckInSheet>
{
    public void Configure(EntityTypeBuilder<CheckInSheet> builder)
    {
        builder.HasIndex(c => c.OrderId);
        builder.HasOne<Order>().WithMany().HasForeignKey(c => c.OrderId).OnDelete(DeleteBehavior.Restrict);
    }
}
