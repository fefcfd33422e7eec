using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Billing;

namespace Yardstick.Data.Billing;

internal sealed class BillingMapping
    : IEntityTypeConfiguration<Invoice>,
        IEntityTypeConfiguration<InvoiceAmount>,
        IEntityTypeConfiguration<SaleRecord>,
        IEntityTypeConfiguration<CreditedPick>,
        IEntityTypeConfiguration<Payment>,
        IEntityTypeConfiguration<Deposit>,
        IEntityTypeConfiguration<Adjustment>,
        IEntityTypeConfiguration<GivenUpCore>,
        IEntityTypeConfiguration<CardCharge>
{
    public void Configure(EntityTypeBuilder<Invoice> builder)
    {
        builder.HasIndex(i => i.Number).IsUnique();
        builder.HasIndex(i => i.OrderId);
        builder.HasIndex(i => i.PostedAt);
        builder.HasIndex(i => i.CorrectsId);
        builder.HasIndex(i => i.CustomerId);
        builder.ComplexProperty(i => i.Total);
        builder.ComplexProperty(i => i.Deductible);
        builder.ComplexProperty(i => i.AmountDue);
        builder.ComplexProperty(i => i.Tax);
        builder.ComplexProperty(i => i.Profit);
        builder.ComplexProperty(
            i => i.Sums,
            sums =>
            {
                sums.ComplexProperty(s => s.Labor);
                sums.ComplexProperty(s => s.Parts);
                sums.ComplexProperty(s => s.Sublet);
                sums.ComplexProperty(s => s.Fees);
                sums.ComplexProperty(s => s.Supplies);
                sums.ComplexProperty(s => s.Core);
                sums.ComplexProperty(s => s.PartsCost);
                sums.ComplexProperty(s => s.SubletCost);
                sums.Property(s => s.Hours).HasConversion<TenThousandths>();
            }
        );
        builder.HasMany(i => i.Amounts).WithOne().HasForeignKey(a => a.InvoiceId);
        builder.HasOne(i => i.Sale).WithOne().HasForeignKey<SaleRecord>(s => s.InvoiceId);
        builder.HasMany(i => i.Credits).WithOne().HasForeignKey(p => p.InvoiceId);
    }

    public void Configure(EntityTypeBuilder<SaleRecord> builder)
    {
        builder.ToTable("Sales");
        builder.HasKey(s => s.InvoiceId);
        builder.Property(s => s.InvoiceId).ValueGeneratedNever();
        builder.HasIndex(s => s.Day);
        builder.HasIndex(s => s.OrderId);
        builder.ComplexProperty(s => s.Labor);
        builder.ComplexProperty(s => s.Parts);
        builder.ComplexProperty(s => s.Sublet);
        builder.ComplexProperty(s => s.Fees);
        builder.ComplexProperty(s => s.Supplies);
        builder.ComplexProperty(s => s.LaborCost);
        builder.ComplexProperty(s => s.PartsCost);
        builder.ComplexProperty(s => s.SubletCost);
        builder.ComplexProperty(s => s.FeesCost);
        builder.ComplexProperty(s => s.SuppliesCost);
        builder.ComplexProperty(s => s.AtBands);
        builder.ComplexProperty(s => s.GapCustomer);
        builder.ComplexProperty(s => s.GapSet);
        builder.ComplexProperty(s => s.GapFixed);
        builder.ComplexProperty(s => s.GapDiscounts);
        builder.ComplexProperty(s => s.BandsCost);
    }

    public void Configure(EntityTypeBuilder<InvoiceAmount> builder)
    {
        builder.ToTable("InvoiceAmounts");
        builder.HasIndex(a => new { a.InvoiceId });
        builder.ComplexProperty(a => a.Base);
        builder.ComplexProperty(a => a.Amount);
    }

    public void Configure(EntityTypeBuilder<CreditedPick> builder)
    {
        builder.ToTable("CreditedPicks");
        builder.Property(p => p.Quantity).HasConversion<TenThousandths>();
    }

    public void Configure(EntityTypeBuilder<Payment> builder)
    {
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.InvoiceId);
        builder.HasIndex(p => p.DepositId);
        builder.HasIndex(p => p.CustomerId);
        builder.HasIndex(p => p.At);
        // A charge becomes a payment once, whoever looks it up first.
        builder.HasIndex(p => p.CardChargeId).IsUnique();
        builder.ComplexProperty(p => p.Amount);
        builder.ComplexProperty(p => p.Tip);
        builder.ComplexProperty(p => p.Tendered);
        builder.ComplexProperty(p => p.Change);
    }

    public void Configure(EntityTypeBuilder<Deposit> builder)
    {
        builder.HasIndex(d => d.CustomerId);
        builder.HasIndex(d => d.OrderId);
    }

    public void Configure(EntityTypeBuilder<Adjustment> builder)
    {
        builder.HasIndex(a => a.InvoiceId);
        builder.ComplexProperty(a => a.Amount);
    }

    public void Configure(EntityTypeBuilder<GivenUpCore> builder)
    {
        builder.HasIndex(c => c.InvoiceId);
        builder.HasIndex(c => c.LineId);
        builder.ComplexProperty(c => c.Amount);
    }

    public void Configure(EntityTypeBuilder<CardCharge> builder)
    {
        builder.Ignore(c => c.Charged);
        builder.HasIndex(c => c.IdempotencyKey).IsUnique();
        builder.HasIndex(c => c.InvoiceId);
        builder.HasIndex(c => c.DepositId);
        builder.HasIndex(c => c.State).HasFilter("\"State\" = 0");
        builder.ComplexProperty(c => c.Amount);
        builder.ComplexProperty(c => c.Tip);
    }
}
