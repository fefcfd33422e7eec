namespace Yardstick.Server.Orders;

/// <summary>
/// What every change on an order answers besides its own: the parts of the sheet that became others, so that the screen that made it reads
/// nothing again.
/// </summary>
public abstract record OrderAnswer
{
    /// <summary>What the screen lacks now of the sheet that it named in <c>X-Sheet</c>; null where it named none.</summary>
    public SheetUpdate? Sheet { get; init; }
}
