using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Data.Setup;

internal sealed class SetupMapping
    : IEntityTypeConfiguration<Label>,
        IEntityTypeConfiguration<SavedView>,
        IEntityTypeConfiguration<LabelOn>,
        IEntityTypeConfiguration<ExtraField>,
        IEntityTypeConfiguration<ExtraValue>,
        IEntityTypeConfiguration<Shop>,
        IEntityTypeConfiguration<StaffMember>,
        IEntityTypeConfiguration<StaffRight>,
        IEntityTypeConfiguration<Absence>,
        IEntityTypeConfiguration<Invitation>,
        IEntityTypeConfiguration<AccessToken>,
        IEntityTypeConfiguration<BackupPlan>,
        IEntityTypeConfiguration<RetentionPlan>,
        IEntityTypeConfiguration<Erasure>,
        IEntityTypeConfiguration<BackupRecord>,
        IEntityTypeConfiguration<TerminalPerson>,
        IEntityTypeConfiguration<StaffSession>,
        IEntityTypeConfiguration<Counter>,
        IEntityTypeConfiguration<Terminal>,
        IEntityTypeConfiguration<CommandRecord>
{
    public void Configure(EntityTypeBuilder<Label> builder) => builder.HasIndex(l => new { l.Kind, l.Name }).IsUnique();

    public void Configure(EntityTypeBuilder<SavedView> builder) => builder.HasIndex(v => v.List);

    public void Configure(EntityTypeBuilder<LabelOn> builder)
    {
        builder.HasIndex(l => new { l.LabelId, l.TargetId }).IsUnique();
        builder.HasIndex(l => l.TargetId);
        builder.HasOne<Label>().WithMany().HasForeignKey(l => l.LabelId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<ExtraField> builder)
    {
        builder.HasIndex(f => new { f.Kind, f.Name }).IsUnique();
    }

    public void Configure(EntityTypeBuilder<ExtraValue> builder)
    {
        builder.HasIndex(v => new { v.TargetId, v.FieldId }).IsUnique();
        builder.HasOne<ExtraField>().WithMany().HasForeignKey(v => v.FieldId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<Shop> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.Ignore(s => s.Contact);
        builder.Ignore(s => s.ContactOnInvoice);
        builder.Property(s => s.Hours).AsJson();
        builder.Property(s => s.SkippedSteps).AsJson();
        builder.Property(s => s.ClosedDays).AsJson();
    }

    public void Configure(EntityTypeBuilder<StaffMember> builder)
    {
        builder.Ignore(s => s.ShortName);
        builder.Property(s => s.PayRate).HasConversion<MoneyColumn>();
        builder.Property(s => s.Hours).AsJsonOrNull();
    }

    public void Configure(EntityTypeBuilder<StaffRight> builder) => builder.HasKey(r => new { r.StaffId, r.Permission });

    public void Configure(EntityTypeBuilder<Absence> builder)
    {
        builder.HasIndex(a => a.StaffId);
        builder.HasIndex(a => a.Until);
    }

    public void Configure(EntityTypeBuilder<Invitation> builder)
    {
        builder.HasIndex(i => i.TokenHash).IsUnique();
        builder.HasIndex(i => i.StaffId);
        builder.HasIndex(i => i.EndsAt);
    }

    public void Configure(EntityTypeBuilder<BackupPlan> builder)
    {
        builder.Property(p => p.Id).ValueGeneratedNever();
        builder.Ignore(p => p.Folders);
    }

    public void Configure(EntityTypeBuilder<RetentionPlan> builder) => builder.Property(p => p.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<Erasure> builder)
    {
        builder.HasIndex(e => e.CompletedAt);
        builder.Property(e => e.Counts).AsJson();
        builder.Property(e => e.FilesLeft).AsJson();
    }

    public void Configure(EntityTypeBuilder<BackupRecord> builder)
    {
        builder.Ignore(r => r.IsGood);
    }

    public void Configure(EntityTypeBuilder<AccessToken> builder)
    {
        builder.HasIndex(t => t.TokenHash).IsUnique();
        builder.Property(t => t.Rights).AsJson();
    }

    public void Configure(EntityTypeBuilder<TerminalPerson> builder) => builder.HasKey(p => new { p.TerminalId, p.StaffId });

    public void Configure(EntityTypeBuilder<StaffSession> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.HasIndex(s => s.StaffId);
    }

    public void Configure(EntityTypeBuilder<Counter> builder) => builder.HasKey(c => c.Name);

    public void Configure(EntityTypeBuilder<Terminal> builder) => builder.HasIndex(t => t.TokenHash).IsUnique();

    public void Configure(EntityTypeBuilder<CommandRecord> builder)
    {
        builder.Property(c => c.Id).ValueGeneratedNever();
        builder.HasIndex(c => c.At);
    }
}
