namespace Yardstick.Core.FollowUp;

/// <summary>What became of a request.</summary>
public enum RequestState
{
    /// <summary>Somebody has to do something.</summary>
    Open,

    /// <summary>It was taken care of.</summary>
    Done,

    /// <summary>Set aside with a reason.</summary>
    SetAside,
}
