using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Floor;

namespace Yardstick.Data.Floor;

internal sealed class FloorMapping
    : IEntityTypeConfiguration<StageChange>,
        IEntityTypeConfiguration<Attendance>,
        IEntityTypeConfiguration<TimeEntry>
{
    public void Configure(EntityTypeBuilder<StageChange> builder) => builder.HasIndex(c => c.OrderId);

    public void Configure(EntityTypeBuilder<Attendance> builder)
    {
        builder.HasIndex(a => new { a.StaffId, a.End });
        builder.HasIndex(a => a.End).HasFilter("\"End\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<TimeEntry> builder)
    {
        builder.HasIndex(t => t.OrderId);
        builder.HasIndex(t => t.End);
        // One thing at a time: nobody is on two clocks.
        builder.HasIndex(t => t.StaffId).IsUnique().HasFilter("\"End\" IS NULL");
    }
}
