using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Customers;

namespace Yardstick.Data.Customers;

internal sealed class CustomersMapping
    : IEntityTypeConfiguration<Customer>,
        IEntityTypeConfiguration<CustomerEmail>,
        IEntityTypeConfiguration<CustomerPhone>,
        IEntityTypeConfiguration<RecordChange>,
        IEntityTypeConfiguration<CustomerLook>,
        IEntityTypeConfiguration<Merge>
{
    public void Configure(EntityTypeBuilder<Customer> builder)
    {
        builder.Ignore(c => c.DisplayName);
        builder.Ignore(c => c.TextNumber);
        builder.Property(c => c.CreditLimit).HasConversion<MoneyColumn>();
        builder.Ignore(c => c.ToBeSeen);
        builder.HasIndex(c => c.FormerKey);
        builder.HasIndex(c => c.MergedIntoId).HasFilter("\"MergedIntoId\" IS NOT NULL");
        builder.HasIndex(c => c.LaborRateName).HasFilter("\"LaborRateName\" <> ''");
        builder.HasIndex(c => c.TaxExempt).HasFilter("\"TaxExempt\" <> ''");
        builder.HasMany(c => c.Phones).WithOne().HasForeignKey(p => p.CustomerId);
        builder.HasMany(c => c.Emails).WithOne().HasForeignKey(e => e.CustomerId);
        builder.HasMany(c => c.Contacts).WithOne().HasForeignKey(x => x.CustomerId);
        builder.HasMany(c => c.Sites).WithOne().HasForeignKey(s => s.CustomerId);
        builder.HasMany(c => c.Rates).WithOne().HasForeignKey(r => r.CustomerId);
        // Every order is priced by them.
        builder.Navigation(c => c.Rates).AutoInclude();
    }

    public void Configure(EntityTypeBuilder<CustomerLook> builder)
    {
        builder.HasIndex(l => new { l.CustomerId, l.At });
        builder.HasIndex(l => l.At);
    }

    public void Configure(EntityTypeBuilder<CustomerEmail> builder) => builder.HasIndex(e => e.Address);

    public void Configure(EntityTypeBuilder<CustomerPhone> builder) => builder.HasIndex(p => p.Number);

    public void Configure(EntityTypeBuilder<RecordChange> builder) =>
        builder.HasIndex(c => new
        {
            c.Target,
            c.TargetId,
            c.Field,
        });

    public void Configure(EntityTypeBuilder<Merge> builder)
    {
        builder.HasIndex(m => new { m.Kind, m.KeptId });
        builder.Property(m => m.Moved).HasColumnName("MovedJson").AsJsonRecord();
    }
}
