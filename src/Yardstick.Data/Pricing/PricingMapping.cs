using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Pricing;

namespace Yardstick.Data.Pricing;

internal sealed class PricingMapping : IEntityTypeConfiguration<PolicyVersion>, IEntityTypeConfiguration<PolicyDraft>
{
    public void Configure(EntityTypeBuilder<PolicyVersion> builder) => builder.Property(v => v.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<PolicyDraft> builder) => builder.Property(d => d.Id).ValueGeneratedNever();
}
