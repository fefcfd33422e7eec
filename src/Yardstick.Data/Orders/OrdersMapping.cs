using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Orders;

internal sealed class OrdersMapping
    : IEntityTypeConfiguration<Order>,
        IEntityTypeConfiguration<Job>,
        IEntityTypeConfiguration<JobCompanion>,
        IEntityTypeConfiguration<OrderPayer>,
        IEntityTypeConfiguration<Decision>,
        IEntityTypeConfiguration<OrderChange>,
        IEntityTypeConfiguration<GivenDiscount>,
        IEntityTypeConfiguration<CeilingException>,
        IEntityTypeConfiguration<Phrase>
{
    public void Configure(EntityTypeBuilder<Order> builder)
    {
        builder.Ignore(o => o.OnJobs);
        builder.Ignore(o => o.ApprovedJobs);
        builder.Ignore(o => o.Unfinished);
        builder.Ignore(o => o.AmountAgreed);
        builder.Ignore(o => o.Progress);
        builder.ComplexProperty(o => o.Total);
        builder.ComplexProperty(o => o.ApprovedTotal);
        builder.HasIndex(o => o.Number).IsUnique();
        // The floor asks for open orders only; their number stays small however long the shop runs.
        builder.HasIndex(o => new { o.State, o.Stage });
        builder.HasIndex(o => new { o.State, o.Number });
        builder.HasIndex(o => o.CustomerId);
        builder.HasIndex(o => o.VehicleId);
        builder.HasMany(o => o.Concerns).WithOne().HasForeignKey(c => c.OrderId);
        builder.HasMany(o => o.Jobs).WithOne().HasForeignKey(j => j.OrderId);
        builder.Ignore(o => o.OwnDiscounts);
        builder.Ignore(o => o.PayingAccounts);
        builder.ComplexProperty(o => o.ApprovedByCustomer);
        builder.HasMany(o => o.Payers).WithOne().HasForeignKey(p => p.OrderId);
        builder.HasMany(o => o.Discounts).WithOne().HasForeignKey(d => d.OrderId);
        builder.Ignore(o => o.CeilingLetPast);
        builder.HasMany(o => o.CeilingExceptions).WithOne().HasForeignKey(e => e.OrderId);
        builder.HasMany(o => o.Decisions).WithOne().HasForeignKey(d => d.OrderId);
        // Written after the order is saved, when everything that was added has its key.
        builder.Ignore(o => o.Changes);
        builder.HasOne<ShopStage>().WithMany().HasForeignKey(o => o.StageId).OnDelete(DeleteBehavior.Restrict);
        builder.HasMany(o => o.QualityChecks).WithOne().HasForeignKey(c => c.OrderId);
        builder.HasMany(o => o.StageChanges).WithOne().HasForeignKey(c => c.OrderId);
        builder.HasOne<Customer>().WithMany().HasForeignKey(o => o.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(o => o.VehicleId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<Job> builder)
    {
        builder.Ignore(j => j.IsOn);
        builder.Ignore(j => j.OnLines);
        builder.Ignore(j => j.IsCredited);
        builder.Ignore(j => j.IsUndecided);
        builder.Ignore(j => j.IsSetAside);
        builder.Ignore(j => j.PayerWords);
        builder.Ignore(j => j.PayerKey);
        builder.Ignore(j => j.CreditShown);
        builder.ComplexProperty(j => j.Subtotal);
        builder.Property(j => j.FixedPrice).HasConversion<MoneyColumn>();
        builder.Property(j => j.CreditAmount).HasConversion<MoneyColumn>();
        builder.Property(j => j.Checklist).AsJson();
        builder.Ignore(j => j.Skill);
        builder.Property(j => j.Equipment).AsJson();
        builder.HasIndex(j => j.OrderId);
        builder.HasIndex(j => j.TakenFromJobId);
        builder.HasIndex(j => new { j.Decision, j.DecidedAt });
        builder.HasIndex(j => new { j.Decision, j.DeferUntil });
        builder.HasIndex(j => j.WarrantyEndsOn).HasFilter("\"WarrantyEndsOn\" IS NOT NULL");
        builder.HasIndex(j => new { j.FinishedById, j.FinishedAt });
        builder.HasIndex(j => j.FinishedAt);
        builder.HasIndex(j => j.ComebackOfId).HasFilter("\"ComebackOfId\" IS NOT NULL");
        builder.HasMany(j => j.Lines).WithOne().HasForeignKey(l => l.JobId);
        builder.Property(j => j.CreditFor).AsJson();
        builder.HasMany(j => j.Companions).WithOne().HasForeignKey(c => c.JobId);
    }

    public void Configure(EntityTypeBuilder<JobCompanion> builder)
    {
        builder.Ignore(c => c.IsEdited);
        builder.HasIndex(c => new { c.JobId, c.Code }).IsUnique();
    }

    public void Configure(EntityTypeBuilder<OrderPayer> builder)
    {
        builder.ToTable("OrderPayers");
        builder.Ignore(p => p.Name);
        builder.HasIndex(p => new { p.OrderId, p.CustomerId }).IsUnique();
        builder.HasIndex(p => p.CustomerId);
        builder.HasOne(p => p.Account).WithMany().HasForeignKey(p => p.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.ComplexProperty(p => p.Deductible);
        builder.ComplexProperty(p => p.Approved);
        builder.Property(p => p.Authorized).HasConversion<MoneyColumn>();
    }

    public void Configure(EntityTypeBuilder<Decision> builder)
    {
        builder.ComplexProperty(d => d.AmountAgreed);
        builder.ComplexProperty(d => d.JobAmount);
        builder.HasIndex(d => d.At);
    }

    public void Configure(EntityTypeBuilder<OrderChange> builder)
    {
        builder.Ignore(c => c.Subject);
        builder.HasIndex(c => new
        {
            c.OrderId,
            c.Target,
            c.TargetId,
            c.Field,
        });
        builder.HasOne<Order>().WithMany().HasForeignKey(c => c.OrderId);
    }

    public void Configure(EntityTypeBuilder<GivenDiscount> builder)
    {
        builder.Ignore(d => d.IsOn);
        builder.Ignore(d => d.Priced);
        builder.HasIndex(d => d.JobId);
        builder.Ignore(d => d.Text);
        builder.Property(d => d.Amount).HasConversion<MoneyColumn>();
        builder.HasIndex(d => d.OrderId);
    }

    public void Configure(EntityTypeBuilder<CeilingException> builder)
    {
        builder.ComplexProperty(e => e.UpTo);
        builder.HasIndex(e => e.OrderId);
    }

    public void Configure(EntityTypeBuilder<Phrase> builder) => builder.HasIndex(p => new { p.Use, p.Text }).IsUnique();
}
