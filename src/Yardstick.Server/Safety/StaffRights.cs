using System.Security.Claims;
using Yardstick.Core.Values;

namespace Yardstick.Server.Safety;

/// <summary>What whoever is signed in may, found with every request; the cookie only names the session.</summary>
/// <param name="granted">Every right of the person.</param>
public sealed class StaffRights(IReadOnlyCollection<Permission> granted) : ClaimsIdentity
{
    /// <summary>Every right of the person.</summary>
    public IReadOnlyCollection<Permission> Granted { get; } = granted;
}
