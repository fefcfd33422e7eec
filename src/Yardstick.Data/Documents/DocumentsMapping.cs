using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Documents;

namespace Yardstick.Data.Documents;

internal sealed class DocumentsMapping : IEntityTypeConfiguration<AttachedFile>
{
    public void Configure(EntityTypeBuilder<AttachedFile> builder)
    {
        builder.Ignore(f => f.IsPicture);
        builder.HasIndex(f => new { f.Kind, f.TargetId });
    }
}
