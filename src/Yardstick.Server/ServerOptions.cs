namespace Yardstick.Server;

/// <summary>How the server was started.</summary>
public sealed record ServerOptions
{
    /// <summary>The data folder.</summary>
    public string DataFolder { get; init; } = ".data/shop";
    /// <summary>Where the built web lies.</summary>
    public string WebFolder { get; init; } = "web/dist";
    /// <summary>Where the outside services are reached.</summary>
    public Uri OutsideServices { get; init; } = new("http://127.0.0.1:5081/");
    /// <summary>The demo shop: the sign-in page names its people.</summary>
    public bool Demo { get; init; }
}
