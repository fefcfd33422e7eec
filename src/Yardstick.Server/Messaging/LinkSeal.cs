using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;

namespace Yardstick.Server.Messaging;

/// <summary>
/// Seals the keys of customers' pages while their messages wait. The keys that open them lie beside the database and in no backup.
/// </summary>
public sealed class LinkSeal(IDataProtectionProvider protection)
{
    private readonly IDataProtector protector = protection.CreateProtector("customers-links");

    /// <summary>Seals a key.</summary>
    public string Seal(string token) => protector.Protect(token);

    /// <summary>Opens it; null where the keys that sealed it are not here, as in a shop that was restored from a backup.</summary>
    public string? OpenOrNull(string @sealed)
    {
        try
        {
            return protector.Unprotect(@sealed);
        }
        catch (CryptographicException)
        {
            return null;
        }
    }
}
