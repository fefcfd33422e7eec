using Microsoft.AspNetCore.DataProtection;

namespace Yardstick.Server.FollowUp;

/// <summary>Seals the keys of customers' pages while their messages wait. The keys that open them lie beside the database and in no backup.</summary>
public sealed class LinkSeal(IDataProtectionProvider protection)
{
    private readonly IDataProtector protector = protection.CreateProtector("customers-links");

    /// <summary>Seals a key.</summary>
    public string Seal(string token) => protector.Protect(token);

    /// <summary>Opens it.</summary>
    public string Open(string @sealed) => protector.Unprotect(@sealed);
}
