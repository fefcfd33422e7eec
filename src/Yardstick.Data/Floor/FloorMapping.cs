using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Schedule;

namespace Yardstick.Data.Floor;

internal sealed class FloorMapping : IEntityTypeConfiguration<PlannedWork>, IEntityTypeConfiguration<Attendance>, IEntityTypeConfiguration<TimeEntry>, IEntityTypeConfiguration<Finding>, IEntityTypeConfiguration<Photo>
{
    public void Configure(EntityTypeBuilder<PlannedWork> builder)
    {
        builder.HasIndex(p => p.JobId).IsUnique();
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.Start);
        builder.Property(p => p.Start).HasConversion<WallTime>();
    }

    public void Configure(EntityTypeBuilder<Attendance> builder) => builder.HasIndex(a => new { a.StaffId, a.End });

    public void Configure(EntityTypeBuilder<TimeEntry> builder)
    {
        builder.HasIndex(t => t.OrderId);
        builder.HasIndex(t => t.End);
        // One thing at a time: nobody is on two clocks.
        builder.HasIndex(t => t.StaffId).IsUnique().HasFilter("\"End\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<Finding> builder) => builder.HasIndex(f => f.OrderId);

    public void Configure(EntityTypeBuilder<Photo> builder) => builder.HasKey(p => p.Hash);
}
