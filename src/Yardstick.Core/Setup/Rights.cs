using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>Which role may do what. People with several hats get the role that holds them all.</summary>
public static class Rights
{
    private static readonly Permission[] Counter =
    [
        Permission.SeeFloor,
        Permission.Find,
        Permission.SeeOrders,
        Permission.WriteUp,
        Permission.EditOrders,
        Permission.OverridePrices,
        Permission.RecordDecisions,
        Permission.WriteToCustomers,
        Permission.SeeParts,
        Permission.OrderParts,
        Permission.PlanWork,
        Permission.AfterWork,
        Permission.PostInvoices,
        Permission.TakePayments,
        Permission.EndOrders,
        Permission.SeeMargin,
    ];

    private static readonly Dictionary<Role, HashSet<Permission>> ByRole = new()
    {
        [Role.Writer] = [.. Counter],
        [Role.Technician] = [Permission.SeeFloor, Permission.Work, Permission.CheckWork, Permission.AfterWork],
        [Role.Porter] = [Permission.SeeFloor, Permission.AfterWork],
        [Role.Parts] =
        [
            Permission.SeeFloor,
            Permission.Find,
            Permission.SeeOrders,
            Permission.SeeParts,
            Permission.OrderParts,
            Permission.CorrectStock,
        ],
        [Role.Manager] = [.. Enum.GetValues<Permission>()],
        [Role.Owner] = [.. Enum.GetValues<Permission>()],
    };

    /// <summary>What one person may: what the role may, and what was given to or taken from the person.</summary>
    /// <param name="role">What the person is.</param>
    /// <param name="own">What was given or taken.</param>
    public static IReadOnlyCollection<Permission> Of(Role role, IEnumerable<StaffRight> own)
    {
        var may = ByRole[role].ToHashSet();
        foreach (var right in own)
        {
            if (right.Allowed)
                may.Add(right.Permission);
            else
                may.Remove(right.Permission);
        }
        return may;
    }

    /// <summary>Whether the role may.</summary>
    public static bool Allows(Role role, Permission permission) => ByRole[role].Contains(permission);

    /// <summary>Everything that the role may.</summary>
    public static IReadOnlyCollection<Permission> Of(Role role) => ByRole[role];
}
