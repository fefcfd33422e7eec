using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>What somebody chose for a new access token.</summary>
/// <param name="Name">What it is for.</param>
/// <param name="Rights">What it may.</param>
/// <param name="Days">How long it lasts.</param>
public sealed record AccessTokenWish(string? Name, IReadOnlyList<Permission> Rights, int Days);
