using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Imports;

internal sealed class ImportsMapping
    : IEntityTypeConfiguration<FormerOrder>,
        IEntityTypeConfiguration<ImportedRecord>,
        IEntityTypeConfiguration<ImportRun>,
        IEntityTypeConfiguration<Webhook>,
        IEntityTypeConfiguration<WebhookMessage>
{
    public void Configure(EntityTypeBuilder<FormerOrder> builder)
    {
        builder.ComplexProperty(o => o.Total);
        builder.HasIndex(o => o.Number);
        builder.HasIndex(o => o.CustomerId);
        builder.HasIndex(o => o.VehicleId);
        // The latest first, whosever they are.
        builder.HasIndex(o => o.On);
        builder.HasOne<Customer>().WithMany().HasForeignKey(o => o.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Vehicle>().WithMany().HasForeignKey(o => o.VehicleId).OnDelete(DeleteBehavior.Restrict);
    }

    public void Configure(EntityTypeBuilder<ImportedRecord> builder) => builder.HasIndex(r => new { r.ImportId, r.RecordId }).IsUnique();

    public void Configure(EntityTypeBuilder<ImportRun> builder) => builder.Property(r => r.Mapping).AsJson();

    public void Configure(EntityTypeBuilder<Webhook> builder) => builder.Property(w => w.Events).AsJson();

    public void Configure(EntityTypeBuilder<WebhookMessage> builder)
    {
        builder.Property(m => m.Id).ValueGeneratedNever();
        builder.HasIndex(m => m.DueAt).HasFilter("\"DueAt\" IS NOT NULL");
        builder.HasIndex(m => new { m.WebhookId, m.At });
        builder.HasIndex(m => m.At);
        builder.HasOne<Webhook>().WithMany().HasForeignKey(m => m.WebhookId).OnDelete(DeleteBehavior.Restrict);
    }
}
