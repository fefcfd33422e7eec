namespace Yardstick.Server.Hosting;

/// <summary>How the server was started.</summary>
public sealed record ServerOptions
{
    /// <summary>The data folder.</summary>
    public string DataFolder { get; init; } = ".data/shop";

    /// <summary>Where the built web lies.</summary>
    public string WebFolder { get; init; } = "web/dist";

    /// <summary>Where the outside services are reached.</summary>
    public Uri OutsideServices { get; init; } = new("http://127.0.0.1:5081/");

    /// <summary>Mail server by which emails go out; null where none is set.</summary>
    public (string Host, int Port)? MailServer { get; init; }

    /// <summary>Address from which emails come.</summary>
    public string MailFrom { get; init; } = "front@shop.example";

    /// <summary>
    /// Where answers to emails go, with <c>{key}</c> where the name of the answered one stands; empty where they go to
    /// <see cref="MailFrom"/>.
    /// </summary>
    public string MailAnswers { get; init; } = "";

    /// <summary>Proxies before the server: what they say of who asks, and how, is believed. Nobody else's word is.</summary>
    public IReadOnlyList<System.Net.IPAddress> Proxies { get; init; } = [];

    /// <summary>Other names by which the server is reached, besides this machine's own and those of its certificate.</summary>
    public IReadOnlyList<string> Hosts { get; init; } = [];

    /// <summary>Mail goes out over TLS only.</summary>
    public bool MailNeedsTls { get; init; }

    /// <summary>Name and password for the mail server; null where it asks for none.</summary>
    public (string User, string Password)? MailSignIn { get; init; }

    /// <summary>
    /// What the first owner has to type, where whoever starts the server chose it; empty for one that is made up and printed.
    /// </summary>
    public string FirstRunCode { get; init; } = "";

    /// <summary>Messages to other programs may go to this machine and its own network, also without HTTPS.</summary>
    public bool AllowPrivateWebhooks { get; init; }

    /// <summary>The demo shop: the sign-in page names its people.</summary>
    public bool Demo { get; init; }
}
