using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Schedule;

namespace Yardstick.Data.Schedule;

internal sealed class ScheduleMapping : IEntityTypeConfiguration<PlannedWork>, IEntityTypeConfiguration<Bay>
{
    public void Configure(EntityTypeBuilder<PlannedWork> builder)
    {
        builder.HasIndex(p => p.JobId).IsUnique();
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.Start);
        builder.HasIndex(p => new { p.TechnicianId, p.Start });
    }

    public void Configure(EntityTypeBuilder<Bay> builder)
    {
        builder.Property(b => b.Name).UseCollation("NOCASE");
        builder.HasIndex(b => b.Name).IsUnique();
        builder
            .Property(b => b.Equipment)
            .HasConversion(JsonColumn.Of<IReadOnlyList<string>>([]), JsonColumn.Same<IReadOnlyList<string>>());
    }
}
