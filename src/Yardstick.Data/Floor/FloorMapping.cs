using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Floor;
using Yardstick.Core.Setup;

namespace Yardstick.Data.Floor;

internal sealed class FloorMapping
    : IEntityTypeConfiguration<StageChange>,
        IEntityTypeConfiguration<ShopStage>,
        IEntityTypeConfiguration<Attendance>,
        IEntityTypeConfiguration<TimeEntry>
{
    public void Configure(EntityTypeBuilder<StageChange> builder) => builder.HasIndex(c => c.OrderId);

    public void Configure(EntityTypeBuilder<ShopStage> builder)
    {
        builder.Property(s => s.Name).UseCollation("NOCASE");
        builder.HasIndex(s => s.Name).IsUnique();
        builder.Property(s => s.Roles).HasConversion(JsonColumn.Of<IReadOnlyList<Role>>([]), JsonColumn.Same<IReadOnlyList<Role>>());
    }

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
