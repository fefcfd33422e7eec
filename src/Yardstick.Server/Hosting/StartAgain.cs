namespace Yardstick.Server.Hosting;

/// <summary>
/// Whether the server starts again in the same process once it has stopped: on a backup that takes the place of the shop, or on what is
/// there, as after a new certificate.
/// </summary>
public sealed class StartAgain
{
    /// <summary>The backup; empty for none.</summary>
    public string Source { get; private set; } = "";

    /// <summary>Opens it; empty where it is not sealed.</summary>
    public string Passphrase { get; private set; } = "";

    /// <summary>It starts again.</summary>
    public bool IsAsked { get; private set; }

    /// <summary>It is asked for on a backup.</summary>
    public void AskOn(string source, string passphrase) => (IsAsked, Source, Passphrase) = (true, source, passphrase);

    /// <summary>It is asked for on what is there.</summary>
    public void Ask() => IsAsked = true;

    /// <summary>It was tried: nothing is asked any more.</summary>
    public void Done() => (IsAsked, Source, Passphrase) = (false, "", "");
}
