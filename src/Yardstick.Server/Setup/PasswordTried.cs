using Yardstick.Data.Setup;

namespace Yardstick.Server.Setup;

/// <summary>How a try of a password went.</summary>
/// <param name="Account">Whose it was tried for; null for a name that nobody has.</param>
/// <param name="Right">It was right, and the account was not locked.</param>
public sealed record PasswordTried(Account? Account, bool Right);
