using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Reports;

namespace Yardstick.Data.Reports;

internal sealed class ReportsMapping : IEntityTypeConfiguration<MeasureAim>, IEntityTypeConfiguration<MeasureMail>
{
    public void Configure(EntityTypeBuilder<MeasureAim> builder)
    {
        builder.HasKey(a => a.Measure);
        builder.Property(a => a.Measure).HasConversion<string>();
        builder.Property(a => a.Value).HasConversion<TenThousandths>();
    }

    public void Configure(EntityTypeBuilder<MeasureMail> builder) =>
        builder
            .HasIndex(m => new
            {
                m.Page,
                m.Time,
                m.Address,
            })
            .IsUnique();
}
