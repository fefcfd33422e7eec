using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Schedule;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.FollowUp;

internal sealed class FollowUpMapping
    : IEntityTypeConfiguration<Reminder>,
        IEntityTypeConfiguration<ReminderDone>,
        IEntityTypeConfiguration<ReminderSet>,
        IEntityTypeConfiguration<FollowUpAct>,
        IEntityTypeConfiguration<OutsideRequest>,
        IEntityTypeConfiguration<ConnectedCar>,
        IEntityTypeConfiguration<PhoneCode>
{
    public void Configure(EntityTypeBuilder<Reminder> builder)
    {
        builder.Ignore(r => r.Last);
        builder.HasIndex(r => r.VehicleId);
        builder.HasIndex(r => r.ExpectedOn).HasFilter("\"RemovedAt\" IS NULL");
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(r => r.VehicleId).OnDelete(DeleteBehavior.Restrict);
        builder.HasMany(r => r.Dones).WithOne().HasForeignKey(d => d.ReminderId);
        // Nothing can be said about a reminder without them.
        builder.Navigation(r => r.Dones).AutoInclude();
    }

    public void Configure(EntityTypeBuilder<ReminderDone> builder) => builder.HasIndex(d => d.OrderId);

    public void Configure(EntityTypeBuilder<ReminderSet> builder) => builder.Property(s => s.Services).AsJson();

    public void Configure(EntityTypeBuilder<FollowUpAct> builder)
    {
        builder.HasIndex(a => new { a.Kind, a.SourceId });
        builder.HasIndex(a => new { a.CustomerId, a.At });
        builder.HasIndex(a => a.VehicleId);
        builder.HasIndex(a => a.At);
        builder.HasIndex(a => a.LinkKey).HasFilter("\"LinkKey\" <> ''");
    }

    public void Configure(EntityTypeBuilder<OutsideRequest> builder)
    {
        builder.Property(r => r.ServiceIds).AsJson();
        builder.HasIndex(r => r.Key).IsUnique();
        builder.HasIndex(r => new { r.State, r.At });
        builder.HasIndex(r => r.TokenHash).HasFilter("\"TokenHash\" <> ''");
        builder.HasIndex(r => new { r.Phone, r.At });
        builder.HasIndex(r => r.At);
        builder.HasIndex(r => r.CustomerId);
        builder.HasIndex(r => r.VehicleId);
        builder.HasIndex(r => r.AppointmentId);
    }

    public void Configure(EntityTypeBuilder<ConnectedCar> builder)
    {
        builder.HasIndex(c => c.Key).IsUnique();
        builder.HasIndex(c => c.VehicleId);
    }

    public void Configure(EntityTypeBuilder<PhoneCode> builder)
    {
        builder.HasIndex(c => new { c.Phone, c.At });
        builder.HasIndex(c => c.At);
        builder.HasIndex(c => c.KnownHash).HasFilter("\"KnownHash\" <> ''");
    }
}
