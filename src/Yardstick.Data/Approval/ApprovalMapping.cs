using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;

namespace Yardstick.Data.Approval;

internal sealed class ApprovalMapping
    : IEntityTypeConfiguration<StoredSnapshot>,
        IEntityTypeConfiguration<ApprovalLink>,
        IEntityTypeConfiguration<DocumentLink>
{
    public void Configure(EntityTypeBuilder<StoredSnapshot> builder)
    {
        builder.HasIndex(s => s.OrderId);
        builder.HasOne<Order>().WithMany().HasForeignKey(s => s.OrderId);
    }

    public void Configure(EntityTypeBuilder<ApprovalLink> builder)
    {
        builder.HasIndex(l => l.TokenHash).IsUnique();
        builder.HasIndex(l => l.OrderId);
        builder.HasOne<Order>().WithMany().HasForeignKey(l => l.OrderId);
        builder.HasOne<StoredSnapshot>().WithMany().HasForeignKey(l => l.ShownId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<DocumentLink> builder)
    {
        builder.HasIndex(l => l.TokenHash).IsUnique();
        builder.HasIndex(l => l.MessageId);
        builder.HasOne<Order>().WithMany().HasForeignKey(l => l.OrderId);
    }
}
