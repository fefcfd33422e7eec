namespace Yardstick.Server.Orders;

/// <summary>Names of the parts of a sheet, and of the header in which a screen says what it has.</summary>
internal static class SheetParts
{
    internal const string HasHeader = "X-Sheet";
    internal const string Header = "header",
        Totals = "totals",
        Around = "around";

    internal static string Job(long id) => $"job:{id}";
}
