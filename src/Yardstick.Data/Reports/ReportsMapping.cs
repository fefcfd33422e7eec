using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Reports;

namespace Yardstick.Data.Reports;

internal sealed class ReportsMapping : IEntityTypeConfiguration<MeasureAim>
{
    public void Configure(EntityTypeBuilder<MeasureAim> builder)
    {
        builder.HasKey(a => a.Measure);
        builder.Property(a => a.Measure).HasConversion<string>();
        builder.Property(a => a.Value).HasConversion<TenThousandths>();
    }
}
