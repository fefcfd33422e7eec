using Microsoft.AspNetCore.Identity;

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
