using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;

namespace Yardstick.Data.WriteUp;

internal sealed class WriteUpMapping : IEntityTypeConfiguration<Phrase>, IEntityTypeConfiguration<CheckInSheet>, IEntityTypeConfiguration<Reminder>, IEntityTypeConfiguration<ReminderDone>
{
    public void Configure(EntityTypeBuilder<Phrase> builder) => builder.HasIndex(p => new { p.Use, p.Text }).IsUnique();

    public void Configure(EntityTypeBuilder<CheckInSheet> builder)
    {
        builder.HasIndex(c => c.OrderId);
        builder.HasOne<Order>().WithMany().HasForeignKey(c => c.OrderId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<Reminder> builder)
    {
        builder.Ignore(r => r.Last);
        builder.HasIndex(r => r.VehicleId);
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(r => r.VehicleId).OnDelete(DeleteBehavior.Restrict);
        builder.HasMany(r => r.Dones).WithOne().HasForeignKey(d => d.ReminderId);
        // Nothing can be said about a reminder without them.
        builder.Navigation(r => r.Dones).AutoInclude();
    }

    public void Configure(EntityTypeBuilder<ReminderDone> builder) => builder.HasIndex(d => d.OrderId);
}
