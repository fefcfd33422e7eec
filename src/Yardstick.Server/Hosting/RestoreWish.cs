namespace Yardstick.Server.Hosting;

/// <summary>A backup that is to take the place of the shop once the server has stopped; it starts again on it by itself.</summary>
public sealed class RestoreWish
{
    /// <summary>The backup; empty for none.</summary>
    public string Source { get; private set; } = "";

    /// <summary>Opens it; empty where it is not sealed.</summary>
    public string Passphrase { get; private set; } = "";

    /// <summary>It is asked for.</summary>
    public void Ask(string source, string passphrase) => (Source, Passphrase) = (source, passphrase);

    /// <summary>It was tried: nothing is wished any more.</summary>
    public void Done() => (Source, Passphrase) = ("", "");
}
