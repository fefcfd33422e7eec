using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;

namespace Yardstick.Data.Schedule;

internal sealed class ScheduleMapping
    : IEntityTypeConfiguration<PlannedWork>,
        IEntityTypeConfiguration<Bay>,
        IEntityTypeConfiguration<Appointment>,
        IEntityTypeConfiguration<AppointmentService>,
        IEntityTypeConfiguration<AppointmentMove>,
        IEntityTypeConfiguration<CalendarFeed>,
        IEntityTypeConfiguration<BookingService>
{
    public void Configure(EntityTypeBuilder<PlannedWork> builder)
    {
        builder.HasIndex(p => p.JobId).IsUnique();
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.Start);
        builder.HasIndex(p => new { p.TechnicianId, p.Start });
    }

    public void Configure(EntityTypeBuilder<Appointment> builder)
    {
        builder.Ignore(a => a.Title);
        builder.Property(a => a.Phone).HasConversion(phone => phone!.Value.E164, text => new PhoneNumber(text));
        builder.HasMany(a => a.Services).WithOne().HasForeignKey(s => s.AppointmentId);
        builder.HasMany(a => a.Moves).WithOne().HasForeignKey(m => m.AppointmentId);
        builder.HasIndex(a => a.Start);
        builder.HasIndex(a => a.OrderId);
        builder.HasIndex(a => a.CustomerId);
        builder.HasIndex(a => a.VehicleId);
    }

    public void Configure(EntityTypeBuilder<AppointmentService> builder)
    {
        builder.Property(s => s.Equipment).AsJson();
        builder.HasIndex(s => s.AppointmentId);
    }

    public void Configure(EntityTypeBuilder<AppointmentMove> builder) => builder.HasIndex(m => m.AppointmentId);

    public void Configure(EntityTypeBuilder<CalendarFeed> builder)
    {
        builder.HasIndex(f => f.TokenHash).IsUnique();
        builder.HasIndex(f => f.WithdrawnAt).HasFilter("\"WithdrawnAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<Bay> builder)
    {
        builder.Property(b => b.Name).UseCollation("NOCASE");
        builder.HasIndex(b => b.Name).IsUnique();
        builder.Property(b => b.Equipment).AsJson();
    }

    public void Configure(EntityTypeBuilder<BookingService> builder)
    {
        builder.Property(b => b.PriceFrom).HasConversion<MoneyColumn>();
        builder.Property(b => b.Equipment).AsJson();
    }
}
