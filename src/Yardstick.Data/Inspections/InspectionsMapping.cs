using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Inspections;

namespace Yardstick.Data.Inspections;

internal sealed class InspectionsMapping : IEntityTypeConfiguration<Finding>, IEntityTypeConfiguration<Photo>
{
    public void Configure(EntityTypeBuilder<Finding> builder) => builder.HasIndex(f => f.OrderId);

    public void Configure(EntityTypeBuilder<Photo> builder) => builder.HasKey(p => p.Hash);
}
