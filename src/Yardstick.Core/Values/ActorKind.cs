namespace Yardstick.Core.Values;

/// <summary>What kind of actor does something.</summary>
public enum ActorKind
{
    /// <summary>Somebody on staff.</summary>
    Staff,

    /// <summary>A customer, behind a link; the key of staff then names who sent it.</summary>
    Customer,

    /// <summary>The program itself.</summary>
    Program,
}
