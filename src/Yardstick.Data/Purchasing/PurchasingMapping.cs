using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Purchasing;

namespace Yardstick.Data.Purchasing;

internal sealed class PurchasingMapping
    : IEntityTypeConfiguration<Supplier>,
        IEntityTypeConfiguration<SupplierBranch>,
        IEntityTypeConfiguration<PurchaseOrder>,
        IEntityTypeConfiguration<PurchaseOrderLine>,
        IEntityTypeConfiguration<Receipt>,
        IEntityTypeConfiguration<ReceiptLine>,
        IEntityTypeConfiguration<SupplierBill>,
        IEntityTypeConfiguration<SupplierBillLine>,
        IEntityTypeConfiguration<OwedCore>,
        IEntityTypeConfiguration<SubletWork>,
        IEntityTypeConfiguration<PartRequest>,
        IEntityTypeConfiguration<SupplierCredit>,
        IEntityTypeConfiguration<PartReturn>,
        IEntityTypeConfiguration<PartReturnLine>
{
    public void Configure(EntityTypeBuilder<Supplier> builder)
    {
        builder.HasIndex(s => s.Code).IsUnique().HasFilter("\"Code\" <> ''");
        // Harbor Parts and harbor parts are one supplier.
        builder.Property(s => s.Name).UseCollation("NOCASE");
        builder.HasIndex(s => s.Name).IsUnique();
        builder.HasIndex(s => s.PayerId);
        builder.HasMany(s => s.Branches).WithOne().HasForeignKey(b => b.SupplierId);
    }

    public void Configure(EntityTypeBuilder<SupplierBranch> builder) => builder.HasIndex(b => b.SupplierId);

    public void Configure(EntityTypeBuilder<PurchaseOrder> builder)
    {
        builder.Ignore(o => o.IsOpen);
        builder.Ignore(o => o.ToCancel);
        builder.HasIndex(o => o.Number).IsUnique();
        // Those that are open are few; what was received is the past.
        builder.HasIndex(o => o.Id).HasFilter("\"State\" < 5");
        builder.HasMany(o => o.Lines).WithOne().HasForeignKey(l => l.PurchaseOrderId);
    }

    public void Configure(EntityTypeBuilder<PurchaseOrderLine> builder)
    {
        builder.Ignore(l => l.Awaited);
        builder.Ignore(l => l.IsRefused);
        builder.Ignore(l => l.Open);
        builder.Ignore(l => l.StateText);
        builder.HasIndex(l => l.OrderId);
        builder.HasIndex(l => l.LineId);
        // What still comes is little; what came is the past.
        builder.HasIndex(l => l.PartId).HasFilter("\"Received\" < \"Quantity\" AND \"CancelledAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<Receipt> builder)
    {
        builder.HasIndex(r => r.PurchaseOrderId);
        builder.HasIndex(r => r.At);
        builder.HasMany(r => r.Lines).WithOne().HasForeignKey(l => l.ReceiptId);
    }

    public void Configure(EntityTypeBuilder<ReceiptLine> builder)
    {
        builder.Ignore(l => l.IsStock);
        builder.Ignore(l => l.Unbilled);
        builder.HasIndex(l => l.Id).HasFilter("\"Billed\" < \"Quantity\"");
        builder.HasOne(l => l.Core).WithOne().HasForeignKey<OwedCore>(c => c.ReceiptLineId);
        builder.HasIndex(l => l.PurchaseOrderLineId);
        builder.HasIndex(l => l.OrderId);
        builder.HasIndex(l => l.PartId);
    }

    public void Configure(EntityTypeBuilder<SupplierBill> builder)
    {
        builder.ComplexProperty(b => b.Freight);
        builder.ComplexProperty(b => b.Tax);
        builder.ComplexProperty(b => b.Total);
        builder.ComplexProperty(b => b.Disputed);
        builder.Ignore(b => b.Payable);
        builder.Property(b => b.Number).UseCollation("NOCASE");
        builder.HasIndex(b => new { b.SupplierId, b.Number }).IsUnique();
        builder.HasIndex(b => b.Id).HasFilter("\"PaidAt\" IS NULL");
        builder.HasIndex(b => b.PaidAt);
        builder.HasMany(b => b.Lines).WithOne().HasForeignKey(l => l.SupplierBillId);
    }

    public void Configure(EntityTypeBuilder<SupplierBillLine> builder)
    {
        builder.ComplexProperty(l => l.ToCostOfSales);
        builder.Ignore(l => l.Core);
        builder.Ignore(l => l.Amount);
        builder.Ignore(l => l.Disputed);
        builder.Ignore(l => l.PriceDifference);
        builder.HasIndex(l => l.ReceiptLineId);
    }

    public void Configure(EntityTypeBuilder<OwedCore> builder)
    {
        // Those that are owed are few; what went back is the past.
        builder.HasIndex(c => c.Id).HasFilter("\"Left\" > 0");
        builder.HasIndex(c => c.GivenUpAt).HasFilter("\"GivenUpAt\" IS NOT NULL");
    }

    public void Configure(EntityTypeBuilder<SubletWork> builder)
    {
        builder.Ignore(w => w.IsOut);
        builder.HasIndex(w => w.LineId);
        builder.HasIndex(w => w.OrderId);
        // What is out, and what waits for its bill, is little beside what was done.
        builder.HasIndex(w => w.SentAt).HasFilter("\"BackAt\" IS NULL AND \"CalledOffAt\" IS NULL");
        builder.HasIndex(w => w.Id).HasFilter("\"SupplierBillId\" IS NULL AND \"CalledOffAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<SupplierCredit> builder)
    {
        builder.ComplexProperty(c => c.Total);
        builder.HasIndex(c => new { c.SupplierId, c.Number }).IsUnique();
        builder.HasIndex(c => c.PartReturnId).IsUnique();
        builder.HasIndex(c => c.SupplierBillId);
        builder.HasIndex(c => c.Id).HasFilter("\"UsedAt\" IS NULL");
        builder.HasIndex(c => c.UsedAt);
    }

    public void Configure(EntityTypeBuilder<PartRequest> builder)
    {
        builder.HasIndex(r => r.OrderId);
        builder.HasIndex(r => r.Id).HasFilter("\"AnsweredAt\" IS NULL");
    }

    public void Configure(EntityTypeBuilder<PartReturn> builder)
    {
        builder.HasIndex(r => r.Id).HasFilter("\"State\" < 3");
        builder.Ignore(r => r.IsOpen);
        builder.Ignore(r => r.Expected);
        builder.Property(r => r.Credited).HasConversion<MoneyColumn>();
        builder.HasIndex(r => r.Number).IsUnique();
        builder.HasMany(r => r.Lines).WithOne().HasForeignKey(l => l.PartReturnId);
    }

    public void Configure(EntityTypeBuilder<PartReturnLine> builder)
    {
        builder.Ignore(l => l.Expected);
        builder.ComplexProperty(l => l.BookValue);
        builder.HasIndex(l => l.ReceiptLineId);
    }
}
