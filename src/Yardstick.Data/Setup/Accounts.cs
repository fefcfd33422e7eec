using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Yardstick.Core.Setup;

namespace Yardstick.Data.Setup;

/// <summary>How a person on staff signs in. Its key is the person's.</summary>
public class Account : IdentityUser<long>
{
    /// <summary>Rounds of PBKDF2 with HMAC-SHA512 for passwords and PINs (OWASP's minimum of 2023).</summary>
    public const int HashRounds = 210_000;

    /// <summary>Hash of the PIN; null if none was set.</summary>
    public string? PinHash { get; set; }
    /// <summary>Wrong PINs in a row, wherever they were typed; only the person's own right PIN or password sets it to zero.</summary>
    public int PinMisses { get; set; }
}

/// <summary>Somebody is signed in in one browser. The cookie only names it: what ends here is over with the next request.</summary>
public class StaffSession
{
    /// <summary>So long a session lasts, whatever is done in it.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromHours(14);

    /// <summary>Key, random.</summary>
    public Guid Id { get; set; }
    /// <summary>The person.</summary>
    public long StaffId { get; set; }
    /// <summary>What the person was then: another role ends the session.</summary>
    public Role Role { get; set; }
    /// <summary>Identity's stamp then: a new password ends the session.</summary>
    public required string Stamp { get; set; }
    /// <summary>password, pin, first run.</summary>
    public required string Method { get; set; }
    /// <summary>Browser and computer in words.</summary>
    public string Place { get; set; } = "";
    /// <summary>Signed in, UTC.</summary>
    public DateTime StartedAt { get; set; }
    /// <summary>Over at the latest, UTC.</summary>
    public DateTime EndsAt { get; set; }
    /// <summary>Ended before, UTC; null while it lasts.</summary>
    public DateTime? EndedAt { get; set; }
}

/// <summary>A terminal that a manager enrolled: people who signed in there may switch by PIN.</summary>
public class Terminal
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What people call it.</summary>
    public required string Name { get; set; }
    /// <summary>Hash of the token in its cookie.</summary>
    public required string TokenHash { get; set; }
    /// <summary>Enrolled, UTC.</summary>
    public DateTime EnrolledAt { get; set; }
    /// <summary>Who enrolled it.</summary>
    public long EnrolledById { get; set; }
    /// <summary>Withdrawn, UTC: nobody switches by PIN there any more.</summary>
    public DateTime? WithdrawnAt { get; set; }
}

/// <summary>Somebody signed in at a terminal with a password.</summary>
public class TerminalPerson
{
    /// <summary>The terminal.</summary>
    public long TerminalId { get; set; }
    /// <summary>The person.</summary>
    public long StaffId { get; set; }
    /// <summary>Last time, UTC.</summary>
    public DateTime At { get; set; }
}

/// <summary>A sign-in, or a miss. Only added to.</summary>
public class SignInRecord
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The person; null for a name that is not known.</summary>
    public long? StaffId { get; set; }
    /// <summary>password, pin.</summary>
    public required string Method { get; set; }
    /// <summary>Whether it let the person in.</summary>
    public bool Success { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
}

internal sealed class SetupMapping : IEntityTypeConfiguration<Shop>, IEntityTypeConfiguration<StaffMember>, IEntityTypeConfiguration<TerminalPerson>, IEntityTypeConfiguration<StaffSession>, IEntityTypeConfiguration<Counter>, IEntityTypeConfiguration<Terminal>, IEntityTypeConfiguration<CommandRecord>, IEntityTypeConfiguration<PolicyVersion>, IEntityTypeConfiguration<PolicyDraft>
{
    public void Configure(EntityTypeBuilder<Shop> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.Ignore(s => s.OpenHours);
    }

    public void Configure(EntityTypeBuilder<StaffMember> builder) => builder.Ignore(s => s.ShortName);

    public void Configure(EntityTypeBuilder<TerminalPerson> builder) => builder.HasKey(p => new { p.TerminalId, p.StaffId });

    public void Configure(EntityTypeBuilder<StaffSession> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.HasIndex(s => s.StaffId);
    }

    public void Configure(EntityTypeBuilder<Counter> builder) => builder.HasKey(c => c.Name);

    public void Configure(EntityTypeBuilder<Terminal> builder) => builder.HasIndex(t => t.TokenHash).IsUnique();

    public void Configure(EntityTypeBuilder<PolicyVersion> builder) => builder.Property(v => v.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<PolicyDraft> builder) => builder.Property(d => d.Id).ValueGeneratedNever();

    public void Configure(EntityTypeBuilder<CommandRecord> builder) => builder.Property(c => c.Id).ValueGeneratedNever();
}
