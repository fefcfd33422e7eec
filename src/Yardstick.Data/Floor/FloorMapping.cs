using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Floor;
using Yardstick.Core.Setup;

namespace Yardstick.Data.Floor;

internal sealed class FloorMapping
    : IEntityTypeConfiguration<StageChange>,
        IEntityTypeConfiguration<ShopStage>,
        IEntityTypeConfiguration<Attendance>,
        IEntityTypeConfiguration<TimeEntry>,
        IEntityTypeConfiguration<TimeCorrection>,
        IEntityTypeConfiguration<Handover>,
        IEntityTypeConfiguration<QualityCheck>,
        IEntityTypeConfiguration<AfterWork>
{
    public void Configure(EntityTypeBuilder<StageChange> builder)
    {
        builder.HasIndex(c => c.OrderId);
        builder.HasIndex(c => c.At);
    }

    public void Configure(EntityTypeBuilder<TimeCorrection> builder)
    {
        builder.HasIndex(c => c.TimeEntryId);
        builder.HasIndex(c => c.AttendanceId);
        builder.HasIndex(c => new { c.StaffId, c.At });
    }

    public void Configure(EntityTypeBuilder<Handover> builder)
    {
        builder.Ignore(h => h.IsOpen);
        builder.HasIndex(h => h.OrderId);
        builder.HasIndex(h => h.ToId).HasFilter("\"TakenAt\" IS NULL AND \"WithdrawnAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<QualityCheck> builder)
    {
        builder.HasIndex(c => c.OrderId);
        builder.HasIndex(c => c.At);
    }

    public void Configure(EntityTypeBuilder<AfterWork> builder)
    {
        builder.Ignore(a => a.IsOpen);
        builder.Ignore(a => a.Step);
        builder.HasIndex(a => a.OrderId);
        builder.HasIndex(a => a.DoneAt);
        builder.HasIndex(a => a.KeysBackAt).HasFilter("\"KeysBackAt\" IS NULL AND \"RemovedAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<ShopStage> builder)
    {
        builder.Property(s => s.Name).UseCollation("NOCASE");
        builder.HasIndex(s => s.Name).IsUnique();
        builder.Property(s => s.Roles).AsJson();
    }

    public void Configure(EntityTypeBuilder<Attendance> builder)
    {
        builder.HasIndex(a => new { a.StaffId, a.End });
        builder.HasIndex(a => a.End);
    }

    public void Configure(EntityTypeBuilder<TimeEntry> builder)
    {
        builder.HasIndex(t => t.OrderId);
        builder.HasIndex(t => t.End);
        builder.HasIndex(t => new { t.StaffId, t.Start });
        // One thing at a time: nobody is on two clocks.
        builder.HasIndex(t => t.StaffId).IsUnique().HasFilter("\"End\" IS NULL");
    }
}
