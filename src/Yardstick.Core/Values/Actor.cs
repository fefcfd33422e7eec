namespace Yardstick.Core.Values;

/// <summary>Who does something, when, and from which screen.</summary>
/// <param name="StaffId">The person.</param>
/// <param name="At">UTC.</param>
/// <param name="ClientId">The browser tab.</param>
public sealed record Actor(long StaffId, DateTime At, string ClientId = "");
