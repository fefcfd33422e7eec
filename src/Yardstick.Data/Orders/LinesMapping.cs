using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Orders;

/// <summary>Lines of all kinds stand in one table; what several kinds have stands in one column.</summary>
internal sealed class LinesMapping
    : IEntityTypeConfiguration<Line>,
        IEntityTypeConfiguration<LaborLine>,
        IEntityTypeConfiguration<PartLine>,
        IEntityTypeConfiguration<SubletLine>,
        IEntityTypeConfiguration<FeeLine>
{
    public void Configure(EntityTypeBuilder<Line> builder)
    {
        builder
            .HasDiscriminator(l => l.Kind)
            .HasValue<LaborLine>(LineKind.Labor)
            .HasValue<PartLine>(LineKind.Part)
            .HasValue<SubletLine>(LineKind.Sublet)
            .HasValue<FeeLine>(LineKind.Fee)
            .HasValue<TextLine>(LineKind.Text);
        builder.Ignore(l => l.IsOn);
        builder.Ignore(l => l.IsPriced);
        builder.Ignore(l => l.Count);
        builder.Ignore(l => l.IsOverridden);
        builder.Ignore(l => l.IsUnsourced);
        builder.HasIndex(l => l.JobId);
    }

    public void Configure(EntityTypeBuilder<LaborLine> builder)
    {
        builder.Property(l => l.UnitPrice).HasColumnName(nameof(LaborLine.UnitPrice));
        builder.Property(l => l.QuotedPrice).HasColumnName(nameof(LaborLine.QuotedPrice));
        builder.Property(l => l.Price).HasColumnName(nameof(LaborLine.Price));
        builder.Property(l => l.IncludedOperations).AsJson();
        builder.Property(l => l.CombinedHours).AsJson();
        builder.Property(l => l.SourceBefore).HasColumnName("LaborBefore").AsJsonOrNull();
    }

    public void Configure(EntityTypeBuilder<PartLine> builder)
    {
        builder.Ignore(l => l.IsOpen);
        builder.Property(l => l.ReceivedValue).HasConversion<MoneyColumn>();
        builder.Property(l => l.Number).HasColumnName(nameof(PartLine.Number));
        builder.Property(l => l.Quantity).HasColumnName(nameof(PartLine.Quantity));
        builder.Property(l => l.UnitPrice).HasColumnName(nameof(PartLine.UnitPrice));
        builder.Property(l => l.QuotedPrice).HasColumnName(nameof(PartLine.QuotedPrice));
        builder.Property(l => l.UnitCost).HasColumnName(nameof(PartLine.UnitCost));
        builder.Property(l => l.OwnCompanions).AsJson();
        builder.Property(l => l.SourceBefore).HasColumnName("PartBefore").AsJsonOrNull();
        builder.Ignore(l => l.Surplus);
        builder.HasIndex(l => l.PartId);
        // Cores that customers were charged and can still bring: few of the lines of ten years.
        builder.HasIndex(l => l.Id).HasFilter("\"CoreDeposit\" > 0 AND \"CoresReturned\" < \"Quantity\"");
    }

    public void Configure(EntityTypeBuilder<SubletLine> builder)
    {
        builder.Property(l => l.UnitCost).HasColumnName(nameof(SubletLine.UnitCost));
        builder.Property(l => l.Price).HasColumnName(nameof(SubletLine.Price));
    }

    public void Configure(EntityTypeBuilder<FeeLine> builder)
    {
        // A part's number and a fee's code are found by one search.
        builder.Property(l => l.Code).HasColumnName(nameof(PartLine.Number));
        builder.Property(l => l.Quantity).HasColumnName(nameof(FeeLine.Quantity));
        builder.Property(l => l.UnitCost).HasColumnName(nameof(FeeLine.UnitCost));
    }
}
