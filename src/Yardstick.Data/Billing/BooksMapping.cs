using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Billing;

namespace Yardstick.Data.Billing;

internal sealed class BooksMapping
    : IEntityTypeConfiguration<JournalEntry>,
        IEntityTypeConfiguration<JournalLine>,
        IEntityTypeConfiguration<Remittance>,
        IEntityTypeConfiguration<CashCount>,
        IEntityTypeConfiguration<BankTransfer>,
        IEntityTypeConfiguration<LedgerName>
{
    public void Configure(EntityTypeBuilder<JournalEntry> builder)
    {
        builder.HasIndex(e => e.Day);
        builder.HasIndex(e => new { e.Event, e.DocumentId });
        builder.HasMany(e => e.Lines).WithOne().HasForeignKey(l => l.EntryId);
    }

    public void Configure(EntityTypeBuilder<JournalLine> builder)
    {
        builder.ToTable("JournalLines");
        builder.HasIndex(l => l.EntryId);
        builder.HasIndex(l => new { l.Account, l.Code });
        builder.ComplexProperty(l => l.Amount);
    }

    public void Configure(EntityTypeBuilder<Remittance> builder)
    {
        builder.HasIndex(r => new { r.Account, r.Code });
        builder.ComplexProperty(r => r.Amount);
    }

    public void Configure(EntityTypeBuilder<CashCount> builder)
    {
        builder.Ignore(c => c.Difference);
        builder.Ignore(c => c.Left);
        builder.ComplexProperty(c => c.Expected);
        builder.ComplexProperty(c => c.Counted);
        builder.ComplexProperty(c => c.Banked);
        builder.ComplexProperty(c => c.ChecksBanked);
    }

    public void Configure(EntityTypeBuilder<BankTransfer> builder) => builder.ComplexProperty(t => t.Amount);

    public void Configure(EntityTypeBuilder<LedgerName> builder) => builder.HasIndex(n => new { n.Account, n.Code }).IsUnique();
}
