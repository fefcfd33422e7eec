using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Data.Setup;

internal sealed class SetupMapping : IEntityTypeConfiguration<Shop>, IEntityTypeConfiguration<StaffMember>, IEntityTypeConfiguration<TerminalPerson>, IEntityTypeConfiguration<StaffSession>, IEntityTypeConfiguration<Counter>, IEntityTypeConfiguration<Terminal>, IEntityTypeConfiguration<CommandRecord>, IEntityTypeConfiguration<PolicyVersion>, IEntityTypeConfiguration<PolicyDraft>
{
    public void Configure(EntityTypeBuilder<Shop> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.Ignore(s => s.OpenHours);
    }

    public void Configure(EntityTypeBuilder<StaffMember> builder) => builder.Ignore(s => s.ShortName);

    public void Configure(EntityTypeBuilder<TerminalPerson> builder) => builder.HasKey(p => new { p.TerminalId, p.StaffId });

    public void Configure(EntityTypeBuilder<StaffSession> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.HasIndex(s => s.StaffId);
    }

    public void Configure(EntityTypeBuilder<Counter> builder) => builder.HasKey(c => c.Name);

    public void Configure(EntityTypeBuilder<Terminal> builder) => builder.HasIndex(t => t.TokenHash).IsUnique();

    public void Configure(EntityTypeBuilder<PolicyVersion> builder) => builder.Property(v => v.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<PolicyDraft> builder) => builder.Property(d => d.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<CommandRecord> builder) => builder.Property(c => c.Id).ValueGeneratedNever();
}
