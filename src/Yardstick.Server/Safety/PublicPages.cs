namespace Yardstick.Server.Safety;

/// <summary>What everything has in common that answers without sign-in.</summary>
internal static class PublicPages
{
    /// <summary>Name of the limit by address.</summary>
    internal const string Limit = "customers";
}
