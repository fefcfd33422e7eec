using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Messaging;

namespace Yardstick.Data.Messaging;

internal sealed class MessagingMapping
    : IEntityTypeConfiguration<Message>,
        IEntityTypeConfiguration<MessagingConsent>,
        IEntityTypeConfiguration<Notice>,
        IEntityTypeConfiguration<MessageTemplate>
{
    public void Configure(EntityTypeBuilder<Message> builder)
    {
        builder.HasIndex(m => m.Key).IsUnique();
        // The outbox asks for what waits or was interrupted; that stays small however much was written.
        builder.HasIndex(m => new { m.State, m.NotBefore });
        builder.HasIndex(m => m.OrderId);
        builder.HasIndex(m => m.CustomerId);
        builder.HasIndex(m => m.Address);
    }

    public void Configure(EntityTypeBuilder<MessagingConsent> builder) => builder.HasIndex(w => new { w.Address, w.Id });

    public void Configure(EntityTypeBuilder<Notice> builder) => builder.HasIndex(n => n.SeenAt);

    public void Configure(EntityTypeBuilder<MessageTemplate> builder) => builder.HasIndex(t => t.RemovedAt);
}
