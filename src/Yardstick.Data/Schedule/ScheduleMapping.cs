using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Schedule;

namespace Yardstick.Data.Schedule;

internal sealed class ScheduleMapping : IEntityTypeConfiguration<PlannedWork>
{
    public void Configure(EntityTypeBuilder<PlannedWork> builder)
    {
        builder.HasIndex(p => p.JobId).IsUnique();
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.Start);
        builder.HasIndex(p => new { p.TechnicianId, p.Start });
    }
}
