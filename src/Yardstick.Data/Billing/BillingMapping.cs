using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Billing;

namespace Yardstick.Data.Billing;

internal sealed class BillingMapping
    : IEntityTypeConfiguration<Invoice>,
        IEntityTypeConfiguration<Payment>,
        IEntityTypeConfiguration<CardCharge>
{
    public void Configure(EntityTypeBuilder<Invoice> builder)
    {
        builder.HasIndex(i => i.Number).IsUnique();
        builder.HasIndex(i => i.OrderId);
        builder.HasIndex(i => i.PostedAt);
        builder.HasIndex(i => i.CorrectsId).IsUnique();
        builder.ComplexProperty(i => i.Total);
        builder.ComplexProperty(i => i.Tax);
        builder.ComplexProperty(i => i.Profit);
    }

    public void Configure(EntityTypeBuilder<Payment> builder)
    {
        builder.HasIndex(p => p.OrderId);
        builder.HasIndex(p => p.InvoiceId);
        // A charge becomes a payment once, whoever looks it up first.
        builder.HasIndex(p => p.CardChargeId).IsUnique();
        builder.ComplexProperty(p => p.Amount);
        builder.ComplexProperty(p => p.Tendered);
        builder.ComplexProperty(p => p.Change);
    }

    public void Configure(EntityTypeBuilder<CardCharge> builder)
    {
        builder.HasIndex(c => c.IdempotencyKey).IsUnique();
        builder.HasIndex(c => c.InvoiceId);
        builder.HasIndex(c => c.State).HasFilter("\"State\" = 0");
        builder.ComplexProperty(c => c.Amount);
    }
}
