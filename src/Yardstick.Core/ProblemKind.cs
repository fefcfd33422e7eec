namespace Yardstick.Core;

/// <summary>What sort of refusal a problem is; it decides the status of the answer.</summary>
public enum ProblemKind
{
    /// <summary>A rule refuses it (422).</summary>
    Refused,

    /// <summary>There is no such thing, or not any more (404).</summary>
    Gone,

    /// <summary>Somebody else changed it meanwhile (409).</summary>
    Conflict,

    /// <summary>Whoever asks may not (403).</summary>
    Right,

    /// <summary>Nobody is signed in, or what was typed to sign in is wrong (401).</summary>
    Unauthenticated,

    /// <summary>It was tried too often (429).</summary>
    TooMany,

    /// <summary>What was sent can't be read (400).</summary>
    Malformed,

    /// <summary>It was sent to a name that is not served (421).</summary>
    Misdirected,

    /// <summary>The machine can't do it now: no room, or nothing may be written (503).</summary>
    Unavailable,
}
